'use client';

import { gradientGround } from '@/core/production/owners/gradient-ground';
import type { Production } from '@/core/production/production';
import { ofKind } from '@/core/schema/owner-kind';
import { Heading, Hint } from '@/parts/controls';
import { useProduction } from '../workspace/workspace';
import { ChannelField } from './channel-field';
import { SettingChoice } from './setting-choice';

const SHAPE_WORDS = { straight: 'along a line', round: 'round a middle' } as const;

/** The colour that the ground runs into, and how. */
export function GradientGroundBench({ path }: { path: string }) {
  const shape = useProduction((production: Production) => ofKind(production.set, 'gradient-ground')?.settings.shape);
  if (!shape) return null;
  return (
    <>
      <Heading>{gradientGround.label}</Heading>
      <Hint>The ground of the picture runs into a second colour. Shares are of the height of the frame.</Hint>
      <SettingChoice owner={path} name="shape" row="Runs" label="How it runs" words={SHAPE_WORDS} />
      {Object.keys(gradientGround.channels.shape)
        .filter((name) => name !== 'angle' || shape === 'straight')
        .map((name) => (
          <ChannelField key={name} owner={path} name={name} />
        ))}
    </>
  );
}
