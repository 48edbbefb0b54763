/** A formula that cannot be used; its message says why in plain words. */
export class FormulaError extends Error {
  /** @param at where in the text, counted from 0; -1 where that is not known */
  constructor(
    message: string,
    readonly at = -1,
  ) {
    super(message);
  }
}
