export function bundleForBrowser(entry: string): Promise<string>;
