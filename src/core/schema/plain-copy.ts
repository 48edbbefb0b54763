/** A copy of plain data, a draft of it too, that shares nothing with it. */
export const plainCopy = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
