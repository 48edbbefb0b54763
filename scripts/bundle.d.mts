export function bundleForBrowser(entry: string): Promise<string>;
export function bundleForNode(entry: string, outfile: string): Promise<void>;
