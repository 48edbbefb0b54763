/**
 * What a surface is made of. Colours are sRGB as #rrggbb; metals take their colour as the reflectance at normal incidence.
 * A new material is one entry here.
 */
export interface Material {
  label: string;
  colour: string;
  /** 0 mirror, 1 fully rough. */
  roughness: number;
  /** 1 for metals, 0 for everything else. */
  metalness: number;
  /** Strength of a clear lacquer layer over it, and how rough that is. */
  coat: number;
  coatRoughness: number;
  /** Index of refraction of what is no metal: how much it mirrors. */
  index: number;
  /** Light given off, as a multiple of the colour. */
  glow: number;
  /** How far its highlight is drawn out across the brushing. */
  stretch: number;
  /** Share of what goes in that goes through: glass. */
  transmission: number;
  /** How far it bends light, of what its index says. */
  bending: number;
  /** The colour of what has gone through some metres of it, sRGB as #rrggbb, and those metres. */
  within: string;
  depth: number;
  /** How thick a plain picture takes it for, metres. */
  thickness: number;
}

const CLEAR = { transmission: 0, bending: 1, within: '#ffffff', depth: 0.3, thickness: 0.25 } as const;
const PLAIN = { ...CLEAR, metalness: 0, coat: 0, coatRoughness: 0.06, index: 1.5, glow: 0, stretch: 0 } as const;
const METAL = { ...PLAIN, metalness: 1 } as const;

export const MATERIALS = {
  'polished-steel': { ...METAL, label: 'Polished steel', colour: '#c9d0d6', roughness: 0.14 },
  brass: { ...METAL, label: 'Brass', colour: '#d6ab5c', roughness: 0.2 },
  'black-chrome': { ...METAL, label: 'Black chrome', colour: '#3b3f46', roughness: 0.1, coat: 0.3 },
  copper: { ...METAL, label: 'Copper', colour: '#d98f6c', roughness: 0.22 },
  'brushed-steel': { ...METAL, label: 'Brushed steel', colour: '#a9b0b6', roughness: 0.42 },
  // Reflectance at normal incidence in linear BT.709, from measured optical constants: gold by P. Johnson and R. Christy, Phys. Rev. B 6,
  // 4370 (1972), iron and chromium by the same, Phys. Rev. B 9, 5056 (1974), aluminium by A. Rakić et al., Applied Optics 37, 5271 (1998).
  gold: { ...METAL, label: 'Gold', colour: '#ffe39d', roughness: 0.16 },
  iron: { ...METAL, label: 'Iron', colour: '#c5c7c8', roughness: 0.38 },
  chrome: { ...METAL, label: 'Chrome', colour: '#c4c5c4', roughness: 0.04 },
  aluminium: { ...METAL, label: 'Aluminium', colour: '#f5f6f6', roughness: 0.24 },
  'lathe-brass': { ...METAL, label: 'Brushed brass', colour: '#d6ab5c', roughness: 0.36, stretch: 0.85 },
  'lathe-aluminium': { ...METAL, label: 'Brushed aluminium', colour: '#e9ebec', roughness: 0.38, stretch: 0.85 },
  lacquer: { ...PLAIN, label: 'Lacquer', colour: '#7c1f24', roughness: 0.45, coat: 1 },
  'deep-lacquer': {
    ...PLAIN,
    label: 'Deep lacquer over metal',
    colour: '#14506b',
    roughness: 0.34,
    metalness: 0.85,
    coat: 1,
    coatRoughness: 0.03,
  },
  plastic: { ...PLAIN, label: 'Plastic', colour: '#d9dde0', roughness: 0.28, index: 1.46 },
  rubber: { ...PLAIN, label: 'Rubber', colour: '#1c1d1f', roughness: 0.72, index: 1.52 },
  ceramic: { ...PLAIN, label: 'Ceramic', colour: '#ece9e2', roughness: 0.5, index: 1.7, coat: 1, coatRoughness: 0.09 },
  // Indices of refraction at the sodium line, from memory: crown glass 1.52, flint glass 1.62, diamond 2.42.
  'clear-glass': { ...PLAIN, label: 'Clear glass', colour: '#ffffff', roughness: 0.02, index: 1.52, transmission: 1, within: '#dff2ea' },
  'frosted-glass': {
    ...PLAIN,
    label: 'Frosted glass',
    colour: '#ffffff',
    roughness: 0.38,
    index: 1.52,
    transmission: 1,
    within: '#e6f3f2',
  },
  'amber-glass': {
    ...{ ...PLAIN, label: 'Amber glass', colour: '#ffffff', roughness: 0.02, index: 1.62, transmission: 1 },
    ...{ within: '#e8932c', depth: 0.25 },
  },
  'sea-glass': {
    ...{ ...PLAIN, label: 'Sea glass', colour: '#ffffff', roughness: 0.16, index: 1.52, transmission: 1 },
    ...{ within: '#4fb3a6', depth: 0.3 },
  },
  crystal: { ...PLAIN, label: 'Crystal', colour: '#ffffff', roughness: 0.02, index: 2.42, transmission: 1 },
  matte: { ...PLAIN, label: 'Matte', colour: '#8a8f94', roughness: 0.9 },
  'only-shadow': { ...PLAIN, label: 'Only shadow', colour: '#4a4e52', roughness: 0.9 },
  'cut-out': { ...PLAIN, label: 'Cut-out', colour: '#101214', roughness: 0.9 },
  glow: { ...PLAIN, label: 'Glow', colour: '#7fe3d4', roughness: 0.6, glow: 2.5 },
} as const satisfies Record<string, Material>;

export type MaterialKind = keyof typeof MATERIALS;
export const MATERIAL_KINDS = Object.keys(MATERIALS) as [MaterialKind, ...MaterialKind[]];
