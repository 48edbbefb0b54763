/** Questions that wait for their answers. Every one ends: with its answer, or with the reason why there will be none. */
export class Questions<A> {
  private nextId = 1;
  private readonly waiting = new Map<number, { resolve: (answer: A) => void; reject: (reason: Error) => void }>();

  /** Asks under a number of its own. */
  ask(send: (id: number) => void): Promise<A> {
    const id = this.nextId++;
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { resolve, reject });
      send(id);
    });
  }

  answer(id: number, answer: A): void {
    this.waiting.get(id)?.resolve(answer);
    this.waiting.delete(id);
  }

  refuse(id: number, reason: Error): void {
    this.waiting.get(id)?.reject(reason);
    this.waiting.delete(id);
  }

  /** Ends all that wait. */
  refuseAll(reason: Error): void {
    for (const { reject } of this.waiting.values()) reject(reason);
    this.waiting.clear();
  }
}
