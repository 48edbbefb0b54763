/** Largest font file that is taken in. */
export const MAX_FONT_BYTES = 20_000_000;

/** Fonts that come with the application (all under the SIL Open Font License 1.1). */
export const SHIPPED_FONTS = [
  { id: 'archivo-black', label: 'Archivo Black', weight: 400 },
  { id: 'anton', label: 'Anton', weight: 400 },
  { id: 'league-gothic', label: 'League Gothic', weight: 400 },
  { id: 'bebas-neue', label: 'Bebas Neue', weight: 400 },
  { id: 'alfa-slab-one', label: 'Alfa Slab One', weight: 400 },
  { id: 'abril-fatface', label: 'Abril Fatface', weight: 400 },
  { id: 'cinzel', label: 'Cinzel Black', weight: 900 },
  { id: 'pacifico', label: 'Pacifico', weight: 400 },
  { id: 'titan-one', label: 'Titan One', weight: 400 },
  { id: 'unbounded', label: 'Unbounded Black', weight: 900 },
] as const;
