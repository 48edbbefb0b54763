/** Software that draws in the place of a card, as its names show it, and what it is called. */
const SOFTWARE: readonly [RegExp, string][] = [
  [/llvmpipe|softpipe/i, 'software (Mesa llvmpipe)'],
  [/swiftshader/i, 'software (SwiftShader)'],
];

/**
 * What draws, in words.
 * @param renderer as the graphics context names it, such as “ANGLE (maker, device, OpenGL ES 3.2)”
 */
export function drawerName(renderer: string): string {
  const software = SOFTWARE.find(([name]) => name.test(renderer));
  if (software) return software[1];
  const device = /^ANGLE \([^,]*, (.*?)(?: Direct3D.*| \(0x[^)]*\).*)?, [^,]*\)$/.exec(renderer)?.[1] ?? renderer;
  return device.trim() || 'an unnamed graphics card';
}
