type Ask = (x: number, y: number) => Promise<unknown> | undefined;

/** Asks about places of the picture one at a time: the newest place is asked for when the last one is answered. */
export function oneQuestion(ask: Ask): (x: number, y: number) => void {
  let isAsking = false;
  let next: [number, number] | null = null;
  const follow = (x: number, y: number): void => {
    if (isAsking) {
      next = [x, y];
      return;
    }
    isAsking = true;
    void ask(x, y)?.then(() => {
      isAsking = false;
      const newest = next;
      next = null;
      if (newest) follow(...newest);
    });
  };
  return follow;
}
