/** First name of the form `stem n` whose id is free: ids stay readable and no two are the same. */
export function freshId(taken: readonly { id: string }[], stem: string): string {
  const used = new Set(taken.map(({ id }) => id));
  let n = 1;
  while (used.has(`${stem}-${n}`)) n++;
  return `${stem}-${n}`;
}
