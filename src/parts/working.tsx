'use client';

import { styled } from 'styled-components';
import { Button } from './controls';
import { Progress } from './progress';

const Line = styled.div`
  display: flex;
  align-items: center;
  gap: 8px;
  width: 100%;
`;

/** How far some work is, from 0 to 1, and a stop. */
export function Working({ label, share, onStop }: { label: string; share: number; onStop: () => void }) {
  return (
    <Line role="status">
      <Progress label={label} share={share} />
      <Button $tone="quiet" onPress={onStop}>
        Stop
      </Button>
    </Line>
  );
}
