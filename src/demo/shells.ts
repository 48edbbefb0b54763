import type { Mark } from '@/core/production/mark';
import type { MaterialKind } from '@/core/production/materials';
import { shellSchema, type Bevel, type Shell } from '@/core/production/shell';
import { surfaceOf } from '@/core/production/surface';

interface FaceLook {
  depth: number;
  bevel: number;
  face: MaterialKind;
  edge: MaterialKind;
  side: MaterialKind;
}

/** Shapes and colours a mark's first shell: about the middle of its depth, rounded at the front, a little at the back. */
export function faceShell(mark: Mark, { depth, bevel, face, edge, side }: FaceLook): void {
  const shell = mark.shells[0] as Shell;
  shell.channels.from.rest = -depth / 2;
  shell.channels.to.rest = depth / 2;
  shell.front.size = shell.front.height = bevel;
  shell.back.size = shell.back.height = bevel / 2;
  shell.surfaces = { face: surfaceOf(face), bevel: surfaceOf(edge), side: surfaceOf(side), back: surfaceOf(side) };
}

interface BackingLook {
  name: string;
  offset: number;
  from: number;
  to: number;
  profile: Bevel['profile'];
  bevel: number;
  material: MaterialKind;
}

/** Adds a shell behind the first one. */
export function backingShell(mark: Mark, { name, offset, from, to, profile, bevel, material }: BackingLook): void {
  const surface = () => surfaceOf(material);
  mark.shells.push(
    shellSchema.parse({
      id: `shell-${mark.shells.length + 1}`,
      name,
      offset,
      channels: { from: { rest: from }, to: { rest: to } },
      front: { profile, size: bevel, height: bevel },
      back: { profile: 'chamfer', size: bevel / 3, height: bevel / 3 },
      surfaces: { face: surface(), bevel: surface(), side: surface(), back: surface() },
    }),
  );
}
