/**
 * Mean of what stands at whole places about another place, weighed by a bell that ends half a width away (Hann): it changes smoothly with
 * the place. NaN where no whole place is within the bell.
 * @param first and `last`: there is nothing beyond these places
 */
export function bellMean(place: number, width: number, at: (k: number) => number, first = -Infinity, last = Infinity): number {
  let sum = 0;
  let weights = 0;
  for (let k = Math.max(first, Math.ceil(place - width / 2)); k <= Math.min(last, place + width / 2); k++) {
    const weight = 1 + Math.cos((2 * Math.PI * (k - place)) / width);
    sum += weight * at(k);
    weights += weight;
  }
  return weights > 1e-9 ? sum / weights : NaN;
}
