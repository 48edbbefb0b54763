import '@fontsource/barlow/latin-400.css';
import '@fontsource/barlow/latin-500.css';
import '@fontsource/barlow/latin-600.css';
import '@fontsource/barlow-condensed/latin-500.css';
import '@fontsource/barlow-condensed/latin-600.css';
import '@fontsource/jetbrains-mono/latin-400.css';
import '@fontsource/jetbrains-mono/latin-600.css';
import type { Metadata } from 'next';
import type { ReactNode } from 'react';
import { POPOVERS } from '@/parts/controls/popovers';
import { StyleRegistry } from './registry';

export const metadata: Metadata = { title: 'Ironsky', description: 'Titles with depth, and a camera through them' };

export default function Layout({ children }: { children: ReactNode }) {
  return (
    <html lang="en">
      <body>
        <StyleRegistry>{children}</StyleRegistry>
        {/* What opens over the page: within a landmark, as everything on it. */}
        <section id={POPOVERS} aria-label="Opened lists and sheets" />
      </body>
    </html>
  );
}
