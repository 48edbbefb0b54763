import { setText } from '@/core/outline/text-layout';
import { signedArea, type Ring } from '@/core/outline/ring';
import type { Typeface } from '@/core/outline/typeface';
import { buildSolid } from '@/core/solid/bevelled-solid';
import type { SolidMesh } from '@/core/solid/mesh';
import type { ProfileKind } from '@/core/solid/profile';
import type { ManifoldToplevel } from 'manifold-3d';
import { verdictOn } from './judge';

export const CHARACTERS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789&@';
/** Bevels as shares of the capital's height. */
export const WIDTHS = [0.01, 0.02, 0.04, 0.08, 0.16];
export const PROFILES_JUDGED: readonly ProfileKind[] = ['chamfer', 'round', 'ogee'];

/** Names a cap triangle that is turned over, a vertex outside the outline's box or one that is no number. */
export function soundness({ positions, normals, uvs, indices, groups }: SolidMesh, rings: readonly Ring[]): string {
  const all = rings.flat();
  const reach = (axis: 'x' | 'y') => [Math.min(...all.map((v) => v[axis])) - 1e-4, Math.max(...all.map((v) => v[axis])) + 1e-4] as const;
  const [[x0, x1], [y0, y1]] = [reach('x'), reach('y')];
  for (let i = 0; i < positions.length; i += 3) {
    const [x, y] = [positions[i] as number, positions[i + 1] as number];
    if (x < x0 || x > x1 || y < y0 || y > y1) return 'outside the outline';
  }
  if ([positions, normals, uvs].some((list) => list.some((v) => !Number.isFinite(v)))) return 'not finite';
  for (const { region, start, count } of groups) {
    if (region !== 'face' && region !== 'back') continue;
    for (let i = start; i < start + count; i += 3) {
      const corners = [0, 1, 2].map((k) => {
        const v = indices[i + k] as number;
        return { x: positions[3 * v] as number, y: positions[3 * v + 1] as number };
      });
      if ((region === 'face' ? 1 : -1) * signedArea(corners) < -1e-7) return 'cap triangle turned over';
    }
  }
  return 'sound';
}

/** Builds a character with a bevel in front and half of it behind; gives its faults in words, none when it is sound. */
export function faultsOf(kernel: ManifoldToplevel, face: Typeface, character: string, profile: ProfileKind, width: number): string[] {
  const { pieces, scale } = setText({ text: character, size: 1, tracking: 0, leading: 1, alignment: 'left' }, [face], 8e-4);
  return pieces.flatMap(({ rings }) => {
    const bevel = { profile, width, height: Math.min(width, 0.1) };
    try {
      const solid = buildSolid(rings, { from: -0.15, to: 0.15, front: bevel, back: { ...bevel, width: width / 2 }, segments: 4 }, scale);
      const { status } = verdictOn(kernel, solid);
      const sound = soundness(solid, rings);
      return status === 'NoError' && sound === 'sound' ? [] : [`${character} ${profile} ${width}: ${status}, ${sound}`];
    } catch (error) {
      return [`${character} ${profile} ${width}: ${(error as Error).message}`];
    }
  });
}
