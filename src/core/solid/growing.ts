/**
 * Typed arrays that grow by doubling, for structures whose size is only known when they are done. Written out twice, so
 * that each has one kind of array in the loops where time is spent.
 */

export class FloatList {
  data: Float64Array;
  length = 0;
  constructor(capacity = 256) {
    this.data = new Float64Array(capacity);
  }
  push(value: number): number {
    if (this.length === this.data.length) {
      const bigger = new Float64Array(this.data.length * 2);
      bigger.set(this.data);
      this.data = bigger;
    }
    this.data[this.length] = value;
    return this.length++;
  }
  at(i: number): number {
    return this.data[i] as number;
  }
}

export class IntList {
  data: Int32Array;
  length = 0;
  constructor(capacity = 256) {
    this.data = new Int32Array(capacity);
  }
  push(value: number): number {
    if (this.length === this.data.length) {
      const bigger = new Int32Array(this.data.length * 2);
      bigger.set(this.data);
      this.data = bigger;
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
