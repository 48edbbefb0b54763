import type { Browser } from 'playwright-core';

export const READ_BACK_TOOLS: Record<string, string>;
export function chromiumFlags(): string[];
export function chromiumPath(): string | undefined;
export function ensureBrowser(options?: { tools?: Record<string, string> }): void;
export function launchBrowser(): Promise<Browser>;
