'use client';

import { useServerInsertedHTML } from 'next/navigation';
import { useEffect, useState, type ReactNode } from 'react';
import { ServerStyleSheet, StyleSheetManager } from 'styled-components';
import { GlobalStyle, showTheme, storedTheme } from '@/parts/theme';

/** Collects styles while the server renders, so that the first picture of a page is already dressed. */
export function StyleRegistry({ children }: { children: ReactNode }) {
  const [sheet] = useState(() => new ServerStyleSheet());
  useServerInsertedHTML(() => {
    const styles = sheet.getStyleElement();
    sheet.instance.clearTag();
    return styles;
  });
  useEffect(() => showTheme(storedTheme()), []);
  const dressed = (
    <>
      <GlobalStyle />
      {children}
    </>
  );
  return typeof window === 'undefined' ? <StyleSheetManager sheet={sheet.instance}>{dressed}</StyleSheetManager> : dressed;
}
