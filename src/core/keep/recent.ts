/** Keeps so many things by their names, and forgets what was asked for longest ago. */
export class Recent<T> {
  private readonly kept = new Map<string, T>();

  constructor(private readonly limit: number) {}

  get(name: string): T | undefined {
    const value = this.kept.get(name);
    if (value === undefined) return undefined;
    this.kept.delete(name);
    this.kept.set(name, value);
    return value;
  }

  set(name: string, value: T): void {
    this.kept.delete(name);
    this.kept.set(name, value);
    const oldest = this.kept.keys().next();
    if (this.kept.size > this.limit && !oldest.done) this.kept.delete(oldest.value);
  }

  delete(name: string): void {
    this.kept.delete(name);
  }

  /** What is kept under a name, made when it is not there. */
  ensure(name: string, make: () => T): T {
    let value = this.get(name);
    if (value === undefined) this.set(name, (value = make()));
    return value;
  }

  get size(): number {
    return this.kept.size;
  }
}
