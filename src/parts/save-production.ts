/** Hands a production to the person as a file, as it was saved last. */
export const saveProductionFile = (id: string): void => location.assign(`/api/productions/${id}/file`);
