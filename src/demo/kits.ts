import { kitSchema, type Kit } from '@/core/production/kits';
import type { MaterialKind } from '@/core/production/materials';
import { bevelSchema, shellSchema, type Bevel, type Shell } from '@/core/production/shell';
import { surfaceOf, type SurfaceLook } from '@/core/production/surface';

type Look = MaterialKind | SurfaceLook;

interface ShellLook {
  name: string;
  from: number;
  to: number;
  offset?: number;
  rim?: number;
  front?: Partial<Bevel>;
  back?: Partial<Bevel>;
  fade?: Partial<Shell['fade']>;
  join?: Shell['join'];
  face: Look;
  bevel?: Look;
  side?: Look;
}

const NONE: Partial<Bevel> = { profile: 'none' };

function shells(looks: readonly ShellLook[]): Shell[] {
  return looks.map(({ front = NONE, back = NONE, fade = {}, face, bevel = face, side = bevel, from, to, ...rest }, i) =>
    shellSchema.parse({
      ...rest,
      id: `shell-${i + 1}`,
      channels: { from: { rest: from }, to: { rest: to } },
      front: bevelSchema.parse(front),
      back: bevelSchema.parse(back),
      fade,
      surfaces: { face: surfaceOf(face), bevel: surfaceOf(bevel), side: surfaceOf(side), back: surfaceOf(side) },
    }),
  );
}

const kit = (id: string, name: string, looks: readonly ShellLook[], more: Partial<Kit> = {}): Kit =>
  kitSchema.parse({ id, name, shells: shells(looks), ...more });

/** Five looks that have little in common, for the shelf of a new data folder. */
export const demoKits = (): Kit[] => [
  kit(
    'pressure-hull',
    'Pressure hull',
    [
      {
        name: 'Face',
        from: -0.1,
        to: 0.2,
        front: { profile: 'double', size: 30, height: 30 },
        back: { profile: 'chamfer', size: 10, height: 10 },
        face: 'brushed-steel',
        bevel: 'polished-steel',
        side: 'black-chrome',
      },
      { name: 'Collar', from: -0.18, to: 0.06, offset: 22, front: { profile: 'cove', size: 18, height: 18 }, face: 'black-chrome' },
      {
        name: 'Plate',
        from: -0.24,
        to: -0.12,
        offset: 40,
        join: 'rounded',
        front: { profile: 'chamfer', size: 10, height: 10 },
        face: 'brass',
      },
    ],
    { layout: { font: { source: 'shipped', id: 'anton' }, tracking: 60, leading: 1.1, alignment: 'centre' } },
  ),
  kit(
    'buoy',
    'Buoy',
    [
      {
        name: 'Skin',
        from: -0.1,
        to: 0.1,
        face: { material: 'lacquer', colour: '#e2552c', roughness: 0.3 },
        side: { material: 'lacquer', colour: '#e2552c', roughness: 0.3 },
      },
    ],
    {
      skin: { on: true, spread: 18, lid: 0, box: 0 },
      layout: { font: { source: 'shipped', id: 'titan-one' }, tracking: 10, leading: 1.1, alignment: 'centre' },
    },
  ),
  kit(
    'chart-chisel',
    'Chart chisel',
    [
      {
        name: 'Face',
        from: -0.05,
        to: 0.16,
        front: { profile: 'chamfer', size: 40, height: 34, ridge: true },
        face: 'copper',
        bevel: { material: 'copper', roughness: 0.12 },
        side: 'black-chrome',
      },
    ],
    { layout: { font: { source: 'shipped', id: 'cinzel' }, tracking: 120, leading: 1.2, alignment: 'centre' } },
  ),
  kit(
    'signal-tubes',
    'Signal tubes',
    [
      {
        name: 'Tube',
        from: -0.02,
        to: 0.06,
        offset: -16,
        rim: 26,
        front: { profile: 'round', size: 12, height: 12 },
        back: { profile: 'round', size: 12, height: 12 },
        face: 'glow',
        bevel: 'glow',
        side: 'glow',
      },
      {
        name: 'Tray',
        from: -0.14,
        to: -0.05,
        offset: 20,
        join: 'rounded',
        front: { profile: 'step', size: 16, height: 16 },
        face: { material: 'matte', colour: '#16191c' },
      },
    ],
    { layout: { font: { source: 'shipped', id: 'league-gothic' }, tracking: 90, leading: 1.1, alignment: 'centre' } },
  ),
  kit(
    'paper-soundings',
    'Paper soundings',
    [
      { name: 'Sheet', from: 0.06, to: 0.075, face: { material: 'matte', colour: '#e9e2d0' } },
      { name: 'First line', from: 0.02, to: 0.035, offset: 28, join: 'rounded', face: { material: 'matte', colour: '#8fb0ae' } },
      { name: 'Second line', from: -0.02, to: -0.005, offset: 58, join: 'rounded', face: { material: 'matte', colour: '#4d7a7c' } },
      {
        name: 'Deep',
        from: -0.06,
        to: -0.045,
        offset: 92,
        join: 'rounded',
        fade: { angle: -90, start: 1, end: 0.15 },
        face: { material: 'matte', colour: '#1e4650' },
      },
    ],
    { layout: { font: { source: 'shipped', id: 'abril-fatface' }, tracking: 20, leading: 1.15, alignment: 'centre' } },
  ),
];
