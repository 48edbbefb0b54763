/** A formula that cannot be used; its message says why in plain words. */
export class FormulaError extends Error {}
