export const ROOT: string;
export const CHROMIUM_FLAGS: string[];
export function chromiumPath(): string | undefined;
