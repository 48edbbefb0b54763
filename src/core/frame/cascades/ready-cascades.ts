import { awayAt, shareOf } from '../../motion/cascade';
import type { Pace } from '../../motion/pace';
import { keyReader, readAll } from '../../motion/readers';
import type { Mark } from '../../production/mark';
import type { Cascade } from '../../production/owners/cascade';
import type { Resolver } from '../../production/resolver';
import type { PartState, RegionOwnerState } from '../frame-state';
import { isSteadyOwner, ownerStates } from '../owner-states';
import { insideRegion, regionState } from '../region-state';
import { awayFrom, both, stateOfAway, type Around, type Away } from './away';
import { unitsOf, type CascadeGround, type Unit } from './units';

/** Places of parts, of each shell by itself where some shell goes another way; null for each that is at rest. */
export type PartsByShell = readonly (readonly (PartState | null)[])[];

/** What cascades make of a mark at an instant. */
export interface Performance {
  /** Null where all parts are at rest. */
  parts: PartsByShell | null;
  /** By the copies of the mark; null where all are at rest. */
  copies: readonly (PartState | null)[] | null;
}

/** The cascades of a mark made ready for many instants. */
export interface ReadyCascades {
  /** @param own where parts are taken by channels of their own */
  at(frame: number, own: readonly (PartState | null)[] | null, around: Around | null): Performance;
  isSteady: boolean;
  /** Whether anything is told by the frame of the picture. */
  asksFrame: boolean;
}

/** What a pace makes of a share: the curve between two keys that have it. */
function easing({ leave, arrive, ...rebound }: Pace): (share: number) => number {
  const key = { join: 'eased' as const, leave, arrive };
  const reader = keyReader({
    rest: 0,
    keys: [
      { ...key, frame: 0, value: 0, ...rebound },
      { ...key, frame: 1, value: 1, bounces: 0 },
    ],
  });
  return (share) => reader.at(share);
}

/** One cascade at one instant: how far each thing that takes its turn is from rest; null for at rest. */
type Turns = (Away | null)[];

interface ReadyCascade {
  cascade: Cascade;
  /** By parts, shells or copies. */
  turnsAt(frame: number, around: Around | null): Turns | null;
}

/** How far parts are through their turn: by a region, or (null) by progress and order. */
type ByRegion = ((frame: number, around: Around | null) => (unit: Unit) => number) | null;

/** The region by which a cascade goes. */
function byRegion(resolver: Resolver, mark: Mark, { settings }: Cascade): ByRegion {
  const region = mark.regions.find(({ id }) => id === settings.regionId);
  if (!region) return null;
  const shells = mark.shells.map(({ id }) => id);
  return (frame, around) => {
    const [state] = ownerStates<RegionOwnerState>(resolver, `marks/${mark.id}/regions`, [region], frame);
    // One that is off has reached nothing.
    if (!state) return () => 0;
    const now = regionState(state, shells, around);
    return (unit) => insideRegion(now, unit.point);
  };
}

function readyCascade(
  resolver: Resolver,
  path: string,
  cascade: Cascade,
  units: readonly Unit[],
  count: number,
  regional: ByRegion,
): ReadyCascade {
  const { way, pace, seed, angle, hides } = cascade.settings;
  const readers = resolver.of(path, cascade.channels);
  const eased = easing(pace);
  const isByPart = Object.values(cascade.channels).some(({ link }) => link && /\bindex\b/.test(link.formula));
  const hidden = hides && (way === 'arrival' || way === 'exit');
  const turnsAt = (frame: number, around: Around | null): Turns | null => {
    if (!readers.on.at(frame)) return null;
    const shared = readAll<Cascade['channels']>(readers, frame);
    const frameAt = around?.frameAt ?? null;
    const reached = regional?.(frame, around) ?? null;
    const asked = { seed, angle, frame, frameAt };
    let turns: Turns | null = null;
    for (let i = 0; i < units.length; i++) {
      const unit = units[i] as Unit;
      const values = isByPart ? resolver.forPart(i, () => readAll<Cascade['channels']>(readers, frame)) : shared;
      const width = reached ? 1 : values.width;
      // By a region each has a progress of its own, and all of it is its turn.
      const progress = reached ? reached(unit) : values.progress;
      const place = reached ? 0 : unit.place;
      const away = awayAt(way, progress, place, width, eased);
      const isGone = hidden && shareOf(progress, place, width) === (way === 'arrival' ? 0 : 1);
      if (Math.abs(away) < 1e-9 && !isGone) continue;
      const made = awayFrom(values, unit, away, asked);
      if (isGone) made.on = false;
      turns ??= new Array<Away | null>(count).fill(null);
      for (const part of unit.parts) turns[part] = made;
    }
    return turns;
  };
  return { cascade, turnsAt };
}

/** What several cascades make of each of some things. */
function together(all: readonly (Turns | null)[]): Turns | null {
  const moving = all.filter((turns) => turns !== null);
  const [first, ...rest] = moving;
  if (!first || rest.length === 0) return first ?? null;
  return first.map((away, i) =>
    rest.reduce<Away | null>((sum, turns) => {
      const next = turns[i] ?? null;
      return sum && next ? both(sum, next) : (sum ?? next);
    }, away),
  );
}

/** States of things that are away, each made once for those that share it: they follow one another. */
function statesOf(turns: Turns | null, own: readonly (PartState | null)[] | null): (PartState | null)[] | null {
  if (!turns) return null;
  const states = new Array<PartState | null>(turns.length);
  let last: Away | null = null;
  let made: PartState | null = null;
  for (let i = 0; i < turns.length; i++) {
    const away = turns[i] as Away | null;
    const before = own?.[i] ?? null;
    if (!away) states[i] = before;
    else if (before) states[i] = stateOfAway(away, before);
    else {
      if (away !== last) {
        last = away;
        made = stateOfAway(away, null);
      }
      states[i] = made;
    }
  }
  return states;
}

/** The cascades of a mark; null where it has none, or is not built yet. */
export function readyCascades(resolver: Resolver, mark: Mark, ground: CascadeGround): ReadyCascades | null {
  if (mark.cascades.length === 0) return null;
  const partCount = Math.max(1, ground.extent.parts?.length ?? 0);
  const ready = mark.cascades.map((cascade) => {
    const count = cascade.settings.of === 'copies' ? ground.copies.length : cascade.settings.of === 'shells' ? ground.shells : partCount;
    const path = `marks/${mark.id}/cascades/${cascade.id}`;
    return readyCascade(resolver, path, cascade, unitsOf(cascade, ground), count, byRegion(resolver, mark, cascade));
  });
  const ofCopies = ready.filter(({ cascade }) => cascade.settings.of === 'copies');
  const ofParts = ready.filter(({ cascade }) => cascade.settings.of !== 'copies');
  const shellOf = ({ settings: { shellId } }: Cascade) => mark.shells.findIndex(({ id }) => id === shellId);
  const isPlain = ofParts.every(({ cascade }) => cascade.settings.of !== 'shells' && shellOf(cascade) < 0);
  /** What a cascade makes of the parts of one shell. */
  const onShell = ({ cascade }: ReadyCascade, turns: Turns | null, shell: number): Turns | null => {
    const only = shellOf(cascade);
    if (!turns || (only >= 0 && only !== shell)) return null;
    return cascade.settings.of === 'shells' ? new Array<Away | null>(partCount).fill(turns[shell] ?? null) : turns;
  };
  const asked = (channel: { rest: number; keys: unknown[] }) => channel.rest !== 0 || channel.keys.length > 0;
  return {
    isSteady: mark.cascades.every(({ channels, settings }) => isSteadyOwner(channels) && settings.regionId === null),
    asksFrame: mark.cascades.some(({ channels, settings: { regionId } }) => {
      const region = mark.regions.find(({ id }) => id === regionId);
      return asked(channels.frameX) || asked(channels.frameY) || region?.settings.space === 'frame';
    }),
    at(frame, own, around) {
      const turns = ofParts.map((each) => each.turnsAt(frame, around));
      const shells = Array.from({ length: ground.shells }, (_, shell) => shell);
      const isMoved = turns.some((each) => each !== null) || own !== null;
      const alike = isPlain && isMoved ? (statesOf(together(turns), own) ?? own) : null;
      const byShell = (shell: number) =>
        statesOf(together(ofParts.map((each, i) => onShell(each, turns[i] ?? null, shell))), own) ?? own ?? NONE;
      return {
        parts: !isMoved ? null : alike ? shells.map(() => alike) : shells.map(byShell),
        copies: statesOf(together(ofCopies.map((each) => each.turnsAt(frame, around))), null),
      };
    },
  };
}

const NONE: readonly (PartState | null)[] = [];
