export const DISK_FULL = 'The disk is full. Nothing that was saved is lost: make room, then continue.';

/** Whether the system (ENOSPC) or the database (53100, disk_full) says that there is no room left. */
export function isDiskFull(error: unknown): boolean {
  for (let e = error as { code?: unknown; cause?: unknown } | undefined; e; e = e.cause as typeof e) {
    if (e.code === 'ENOSPC' || e.code === '53100') return true;
  }
  return false;
}

/** An error whose message is for the person, with the HTTP status it goes out under. */
export class UserError extends Error {
  constructor(
    readonly status: number,
    message: string,
    /** More for the page to act on. */
    readonly detail: Record<string, unknown> = {},
  ) {
    super(message);
  }
}
