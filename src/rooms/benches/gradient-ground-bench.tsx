'use client';

import { gradientGround } from '@/core/production/owners/gradient-ground';
import { ownerAt } from '@/core/production/owners/owners';
import type { Production } from '@/core/production/production';
import { ofKind } from '@/core/schema/owner-kind';
import { Choices, Heading, Hint, Row } from '@/parts/controls';
import { useEdit, useProduction } from '../workspace/workspace';
import { ChannelField } from './channel-field';

const SHAPES = [
  { id: 'straight', label: 'along a line' },
  { id: 'round', label: 'round a middle' },
] as const;

/** The colour that the ground runs into, and how. */
export function GradientGroundBench({ path }: { path: string }) {
  const edit = useEdit();
  const shape = useProduction((production: Production) => ofKind(production.set, 'gradient-ground')?.settings.shape);
  if (!shape) return null;
  return (
    <>
      <Heading>{gradientGround.label}</Heading>
      <Hint>The ground of the picture runs into a second colour. Shares are of the height of the frame.</Hint>
      <Row wide label="Runs">
        <Choices
          label="How it runs"
          value={shape}
          onChange={(to) =>
            edit((draft) => {
              const owner = ownerAt(draft, path);
              if (owner) owner.settings.shape = to;
            })
          }
          options={SHAPES}
        />
      </Row>
      {Object.keys(gradientGround.channels.shape)
        .filter((name) => name !== 'angle' || shape === 'straight')
        .map((name) => (
          <ChannelField key={name} owner={path} name={name} />
        ))}
    </>
  );
}
