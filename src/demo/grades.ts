import type { Value } from '@/core/motion/channel';
import { addEffect } from '@/core/production/edits/effect-edits';
import type { AnyEffectKind } from '@/core/production/owners/effects/effects';
import type { Production } from '@/core/production/production';

interface Step {
  kind: AnyEffectKind['kind'];
  channels?: Readonly<Record<string, Value>>;
  settings?: object;
}

const OF_MARKS = { takes: 'marks', marks: [] };
/** What all of the season have in common: darks run into the blue of deep water, the frame is darker outward, the grain is fine. */
const DEEP: readonly Step[] = [
  { kind: 'blacks', channels: { colour: '#0c1729', upTo: 0.03, amount: 0.5 } },
  { kind: 'vignette', channels: { stops: 0.5, soft: 0.9 } },
  { kind: 'grain', channels: { amount: 0.012 } },
];

/** What is done to the picture of each demo production, by its name. Nothing glows but what is brighter than white. */
const GRADES: Readonly<Record<string, readonly Step[]>> = {
  'Lantern Deep, ident A': [
    ...DEEP,
    { kind: 'glow', channels: { strength: 0.25, threshold: 1, size: 0.06, tint: '#ffe9cf' }, settings: OF_MARKS },
    { kind: 'contrast', channels: { contrast: 1.05 } },
    { kind: 'balance', channels: { saturation: 1.05 } },
  ],
  'Lantern Deep, the lure': [
    ...DEEP,
    { kind: 'streaks', channels: { strength: 0.2, threshold: 1.6, length: 0.06, tint: '#a9cbff' } },
    { kind: 'contrast', channels: { contrast: 1.06 } },
  ],
  'Lantern Deep, plunge': [
    ...DEEP,
    { kind: 'diffusion', channels: { amount: 0.14, size: 0.05 } },
    { kind: 'contrast', channels: { contrast: 1.08 } },
    { kind: 'balance', channels: { saturation: 1.08 } },
  ],
  'Merrow Nine, glass and gold': [
    { kind: 'glow', channels: { strength: 0.22, threshold: 1, size: 0.06, tint: '#fff0d8' } },
    { kind: 'vignette', channels: { stops: 0.4, soft: 1 } },
  ],
  'Merrow Nine, round the world': [
    { kind: 'flares', channels: { star: 0.12, length: 0.4, ring: 0.008, radius: 0.24 }, settings: { points: 8 } },
    { kind: 'contrast', channels: { contrast: 1.06 } },
    { kind: 'vignette', channels: { stops: 0.4 } },
  ],
  'Lantern Deep, four lines': [
    ...DEEP,
    { kind: 'glow', channels: { strength: 0.45, threshold: 0.35, size: 0.06 }, settings: OF_MARKS },
    { kind: 'lens-flaws', channels: { bend: 0.03, fringe: 0.002 } },
  ],
  'Lantern Deep, the sign': [...DEEP, { kind: 'contrast', channels: { contrast: 1.08 } }],
};

/** Finishes a demo production. */
export function graded(production: Production): Production {
  for (const { kind, channels = {}, settings } of GRADES[production.name] ?? []) {
    const id = addEffect(production, kind);
    const owner = production.finish.find((each) => each.id === id);
    if (!owner) throw new Error('The demo is not what it should be.');
    const own = owner.channels as unknown as Record<string, { rest: Value }>;
    for (const [name, value] of Object.entries(channels)) {
      const channel = own[name];
      if (!channel) throw new Error(`${kind} has no ${name}.`);
      channel.rest = value;
    }
    if (settings) Object.assign(owner.settings, structuredClone(settings));
  }
  return production;
}
