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
