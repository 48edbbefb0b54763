/**
 * Share of unpolarised light that a smooth boundary between two clear media reflects (Fresnel's equations).
 * @param cosine of the angle to the normal on the side the light comes from, 0..1
 * @param index of refraction behind the boundary over that before it; total reflection where it is below 1 and the angle is wide
 */
export function fresnel(cosine: number, index: number): number {
  const c = Math.min(1, Math.max(0, cosine));
  const squared = 1 - (1 - c * c) / (index * index);
  if (squared <= 0) return 1;
  const t = Math.sqrt(squared);
  const across = (c - index * t) / (c + index * t);
  const along = (index * c - t) / (index * c + t);
  return (across * across + along * along) / 2;
}

/** The same at normal incidence. */
export const reflectance = (index: number): number => ((index - 1) / (index + 1)) ** 2;
