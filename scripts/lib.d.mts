import type { ChildProcess } from 'node:child_process';

/** What files of a demo production are called. */
export function slugOf(name: string): string;

export const ROOT: string;
export function ensureBuild(force?: boolean): void;
export function freePort(): Promise<number>;
export interface RunningServer {
  url: string;
  child: ChildProcess;
  /** Exit code, once it has ended. */
  ended: Promise<number>;
  /** Exit code when it did not come up, else null. */
  failed: number | null;
}
export function startServer(options: {
  port: number;
  host?: string;
  env?: Record<string, string>;
  quiet?: boolean;
}): Promise<RunningServer>;
