/** Largest font file that is taken in. */
export const MAX_FONT_BYTES = 20_000_000;

interface ShippedFont {
  id: string;
  label: string;
  /** Packaged files, with a star in the place of the character subset. */
  files: string;
}

const fixed = (id: string, label: string, weight = 400): ShippedFont => ({
  id,
  label,
  files: `@fontsource/${id}/files/${id}-*-${weight}-normal.woff2`,
});

/** Fonts that come with the application (all under the SIL Open Font License 1.1). */
export const SHIPPED_FONTS: readonly ShippedFont[] = [
  fixed('archivo-black', 'Archivo Black'),
  { id: 'archivo-variable', label: 'Archivo (variable)', files: '@fontsource-variable/archivo/files/archivo-*-standard-normal.woff2' },
  fixed('anton', 'Anton'),
  fixed('league-gothic', 'League Gothic'),
  fixed('bebas-neue', 'Bebas Neue'),
  fixed('alfa-slab-one', 'Alfa Slab One'),
  fixed('abril-fatface', 'Abril Fatface'),
  fixed('cinzel', 'Cinzel Black', 900),
  fixed('pacifico', 'Pacifico'),
  fixed('titan-one', 'Titan One'),
  fixed('unbounded', 'Unbounded Black', 900),
];
