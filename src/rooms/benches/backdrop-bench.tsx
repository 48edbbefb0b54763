'use client';

import type { BACKDROP_LOOKS } from '@/core/production/owners/backdrops/backdrop-fields';
import { BACKDROPS, type BackdropKind } from '@/core/production/owners/backdrops/backdrops';
import { ownerAt } from '@/core/production/owners/owners';
import { Heading, Hint } from '@/parts/controls';
import { useProduction } from '../workspace/workspace';
import { ChannelField } from './channel-field';
import { SettingChoice } from './setting-choice';

type Look = (typeof BACKDROP_LOOKS)[number];

const LOOK_WORDS: Record<Look, string> = { shadow: 'only shadow', glossy: 'glossy', solid: 'solid' };
const LOOK_NOTES: Record<Look, string> = {
  shadow: 'Takes the shadows of the marks and is not seen itself.',
  glossy: 'Takes shadows and mirrors the marks over whatever is behind: the ground itself looks polished.',
  solid: 'Is seen itself, lit as the marks are.',
};
/** Values that only some looks have. */
const OF_LOOK: Record<string, readonly Look[]> = {
  shadow: ['shadow', 'glossy'],
  colour: ['glossy', 'solid'],
  roughness: ['glossy', 'solid'],
  reflection: ['glossy', 'solid'],
  sky: ['glossy'],
};

/** Floor, wall or sweep: where it stands, and what of it is seen. */
export function BackdropBench({ path }: { path: string }) {
  const look = useProduction((production) => ownerAt(production, path)?.settings.look) as Look | undefined;
  const kind = useProduction((production) => ownerAt(production, path)?.kind.kind) as BackdropKind | undefined;
  const owner = BACKDROPS.find((each) => each.kind === kind);
  if (!look || !owner) return null;
  return (
    <>
      <Heading>{owner.label}</Heading>
      <SettingChoice owner={path} name="look" row="Seen" label="What is seen of it" words={LOOK_WORDS} />
      <Hint>{LOOK_NOTES[look]}</Hint>
      {Object.keys(owner.channels.shape)
        .filter((name) => OF_LOOK[name]?.includes(look) ?? true)
        .map((name) => (
          <ChannelField key={name} owner={path} name={name} />
        ))}
    </>
  );
}
