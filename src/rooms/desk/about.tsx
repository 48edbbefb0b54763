'use client';

import Link from 'next/link';
import { styled } from 'styled-components';
import type { Licence } from '@/core/production/listing';

const Page = styled.main`
  max-width: 820px;
  margin: 0 auto;
  padding: 24px 32px 60px;
  h1 {
    font: 600 22px var(--label);
    margin: 18px 0 8px;
  }
  h2 {
    font: 600 16px var(--label);
    margin: 26px 0 8px;
  }
  p {
    color: var(--dim);
    margin-bottom: 10px;
  }
  details {
    border-top: 1px solid var(--line);
    padding: 5px 0;
  }
  summary {
    font: 500 14px var(--label);
  }
  summary span {
    font: 11px var(--mono);
    color: var(--faint);
    margin-left: 8px;
  }
  pre {
    white-space: pre-wrap;
    font: 11px var(--mono);
    color: var(--dim);
    padding: 8px 0;
  }
`;

/** What Ironsky is, and the licences of all that ships with it. */
export function About({ licences }: { licences: readonly Licence[] }) {
  return (
    <Page>
      <Link href="/">Back to the desk</Link>
      <h1>About Ironsky</h1>
      <p>
        Extruded, bevelled and lit titles, and a camera that is choreographed through them. Everything you make stays in one folder on this
        machine; no request leaves it.
      </p>
      <h2>Licences</h2>
      <p>Ironsky stands on the work of others. These {licences.length} packages and fonts ship with it, each under its own licence.</p>
      {licences.map(({ name, version, licence, text }) => (
        <details key={`${name} ${version}`}>
          <summary>
            {name}
            <span>
              {version} · {licence}
            </span>
          </summary>
          <pre>{text || 'The package names its licence and brings no text of it.'}</pre>
        </details>
      ))}
    </Page>
  );
}
