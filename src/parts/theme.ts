import { createGlobalStyle } from 'styled-components';

/**
 * Tokens of the look: neutral graphites so that colour can be judged, verdigris for selection and the primary action,
 * brass for time, coral for danger. The pale theme is a second set of the same tokens.
 */
export const GlobalStyle = createGlobalStyle`
  :root {
    color-scheme: dark;
    --page: #161616;
    --panel: #1c1c1c;
    --well: #111111;
    --raised: #272727;
    --line: #303030;
    --line-strong: #4a4a4a;
    --text: #e6e6e6;
    --dim: #b0b0b0;
    --faint: #949494;
    --verdigris: #6fc2a5;
    --verdigris-deep: #2d6652;
    --on-verdigris: #0c1d16;
    --brass: #dcb65f;
    --on-brass: #1c1608;
    --coral: #f2887c;
    --mono: 'JetBrains Mono', monospace;
    --label: 'Barlow Condensed', sans-serif;
  }
  :root[data-theme='pale'] {
    color-scheme: light;
    --page: #d6d6d6;
    --panel: #e2e2e2;
    --well: #f0f0f0;
    --raised: #cccccc;
    --line: #bdbdbd;
    --line-strong: #8f8f8f;
    --text: #1a1a1a;
    --dim: #3a3a3a;
    --faint: #525252;
    --verdigris: #115c48;
    --verdigris-deep: #a5d8c6;
    --on-verdigris: #ffffff;
    --brass: #6d4e08;
    --on-brass: #fff4d8;
    --coral: #9b2a1e;
  }
  * { box-sizing: border-box; }
  html, body { height: 100%; margin: 0; }
  body {
    background: var(--page);
    color: var(--text);
    font: 13px/1.35 'Barlow', sans-serif;
    font-variant-numeric: tabular-nums;
    -webkit-font-smoothing: antialiased;
  }
  button, input, textarea, select { font: inherit; color: inherit; }
  h1, h2, h3, p { margin: 0; font-weight: inherit; font-size: inherit; }
  a { color: inherit; }
  :focus-visible, [data-focus-visible] { outline: 2px solid var(--verdigris); outline-offset: 1px; }
  ::selection { background: var(--verdigris-deep); }
  * { scrollbar-width: thin; scrollbar-color: var(--line-strong) transparent; }
  @media (prefers-reduced-motion: reduce) { * { transition: none !important; animation: none !important; } }
`;

/** A hue of the perceptual ring at the one lightness used for thin edges and figures. */
export const hueColour = (hue: number | null, lightness = 0.74): string => (hue === null ? '#8a8a8a' : `oklch(${lightness} 0.11 ${hue})`);

export type Theme = 'dark' | 'pale';
const STORED = 'ironsky-theme';

/** The theme that was chosen on this machine. */
export function storedTheme(): Theme {
  return localStorage.getItem(STORED) === 'pale' ? 'pale' : 'dark';
}

export function showTheme(theme: Theme): void {
  document.documentElement.dataset.theme = theme;
}

/** Changes between the dark and the pale theme, and remembers it on this machine. */
export function switchTheme(): void {
  const next = storedTheme() === 'pale' ? 'dark' : 'pale';
  localStorage.setItem(STORED, next);
  showTheme(next);
}
