import { DrawingError } from '../path-data';

/** How long a drawing may take to read, in milliseconds of its own time. */
export const MAX_READING_MS = 5000;
export const TOO_MUCH_WORK =
  `This drawing takes more than ${MAX_READING_MS / 1000} seconds to read. ` +
  'Simplify it: fewer points, strokes that cross themselves less, fewer style rules.';

/** A reading under way: what it may take, and who is told how far it is. */
export class Reading {
  private readonly until: number;

  /**
   * @param tell told the share that is done, from 0 to 1
   * @param now a clock in milliseconds
   */
  constructor(
    private readonly tell: (share: number) => void = () => undefined,
    private readonly now: () => number = () => Date.now(),
  ) {
    this.until = now() + MAX_READING_MS;
  }

  /** @throws DrawingError once the reading has taken too long */
  check(): void {
    if (this.now() > this.until) throw new DrawingError(TOO_MUCH_WORK);
  }

  /** Tells how far it is, and checks. */
  at(share: number): void {
    this.check();
    this.tell(share);
  }
}
