'use client';

import { styled } from 'styled-components';
import { Button } from '@/parts/controls';

const Page = styled.main`
  margin: 18vh auto 0;
  max-width: 460px;
  padding: 0 24px;
  h1 {
    font: 600 22px var(--label);
    margin-bottom: 8px;
  }
  p {
    color: var(--dim);
    margin-bottom: 18px;
  }
`;

/** What is shown in the place of a page that could not go on. */
export function Failure({ onRetry }: { onRetry: () => void }) {
  return (
    <Page>
      <h1>This page could not go on</h1>
      <p>
        Something went wrong that Ironsky did not expect. What was saved is safe; an edit is saved within a second of being made. Try again,
        or go back to the desk.
      </p>
      <div style={{ display: 'flex', gap: 8 }}>
        <Button $tone="primary" onPress={onRetry}>
          Try again
        </Button>
        <Button onPress={() => location.assign('/')}>Go to the desk</Button>
      </div>
    </Page>
  );
}
