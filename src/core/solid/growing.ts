/** Typed arrays that grow by doubling, for structures whose size is only known when they are done. */
abstract class GrowingList<A extends Float64Array | Int32Array> {
  length = 0;
  protected constructor(public data: A) {}

  /** An empty array of twice the size. */
  protected abstract larger(): A;

  push(value: number): number {
    if (this.length === this.data.length) {
      const larger = this.larger();
      larger.set(this.data);
      this.data = larger;
    }
    this.data[this.length] = value;
    return this.length++;
  }

  at(i: number): number {
    return this.data[i] as number;
  }

  set(i: number, value: number): void {
    this.data[i] = value;
  }
}

export class FloatList extends GrowingList<Float64Array> {
  constructor(capacity = 256) {
    super(new Float64Array(capacity));
  }
  protected larger(): Float64Array {
    return new Float64Array(this.data.length * 2);
  }
}

export class IntList extends GrowingList<Int32Array> {
  constructor(capacity = 256) {
    super(new Int32Array(capacity));
  }
  protected larger(): Int32Array {
    return new Int32Array(this.data.length * 2);
  }
}
