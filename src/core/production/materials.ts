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
  /** Strength of a clear lacquer layer over it. */
  coat: number;
  /** Light given off, as a multiple of the colour. */
  glow: number;
}

export const MATERIALS = {
  'polished-steel': { label: 'Polished steel', colour: '#c9d0d6', roughness: 0.14, metalness: 1, coat: 0, glow: 0 },
  brass: { label: 'Brass', colour: '#d6ab5c', roughness: 0.2, metalness: 1, coat: 0, glow: 0 },
  'black-chrome': { label: 'Black chrome', colour: '#3b3f46', roughness: 0.1, metalness: 1, coat: 0.3, glow: 0 },
  copper: { label: 'Copper', colour: '#d98f6c', roughness: 0.22, metalness: 1, coat: 0, glow: 0 },
  'brushed-steel': { label: 'Brushed steel', colour: '#a9b0b6', roughness: 0.42, metalness: 1, coat: 0, glow: 0 },
  // Reflectance at normal incidence in linear BT.709, from measured optical constants: gold by P. Johnson and R. Christy, Phys. Rev. B 6,
  // 4370 (1972), iron and chromium by the same, Phys. Rev. B 9, 5056 (1974), aluminium by A. Rakić et al., Applied Optics 37, 5271 (1998).
  gold: { label: 'Gold', colour: '#ffe39d', roughness: 0.16, metalness: 1, coat: 0, glow: 0 },
  iron: { label: 'Iron', colour: '#c5c7c8', roughness: 0.38, metalness: 1, coat: 0, glow: 0 },
  chrome: { label: 'Chrome', colour: '#c4c5c4', roughness: 0.04, metalness: 1, coat: 0, glow: 0 },
  aluminium: { label: 'Aluminium', colour: '#f5f6f6', roughness: 0.24, metalness: 1, coat: 0, glow: 0 },
  lacquer: { label: 'Lacquer', colour: '#7c1f24', roughness: 0.45, metalness: 0, coat: 1, glow: 0 },
  matte: { label: 'Matte', colour: '#8a8f94', roughness: 0.9, metalness: 0, coat: 0, glow: 0 },
  glow: { label: 'Glow', colour: '#7fe3d4', roughness: 0.6, metalness: 0, coat: 0, glow: 2.5 },
} as const satisfies Record<string, Material>;

export type MaterialKind = keyof typeof MATERIALS;
export const MATERIAL_KINDS = Object.keys(MATERIALS) as [MaterialKind, ...MaterialKind[]];
