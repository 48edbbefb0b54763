import { compileFormula, type Formula, type FormulaMoment } from '../formula/compile';
import { FormulaError } from '../formula/formula-error';
import { unitInFormulas, type Unit } from '../formula/units';
import { isColour, isSwitch, type Channel, type Channels, type Link, type Value } from '../motion/channel';
import type { Read } from '../motion/readers';
import { Follower } from '../motion/spring';
import { levelAt, unpackLevels } from '../sound/levels';
import { framesPerSecond } from '../time/rate';
import type { ChannelMeta } from '../schema/fields';
import { channelMeta, ownerAt } from './owners/owners';
import type { Production } from './production';
import { NoValueError, type Ask, type Source, type SourcePlace } from './resolver-source';

/** Values that a link may give: those that keys may have. */
const MOST = 1e7;

/** How a channel's value stands in formulas: in the unit that fields show it in, shares and factors as plain numbers. */
export function measureOf(meta: ChannelMeta): { unit: Unit; factor: number } {
  if (meta.of !== 'number') return { unit: '', factor: 1 };
  const unit = unitInFormulas(meta.unit);
  return { unit, factor: unit === '' ? 1 : meta.shown };
}

/** What a link refers to in its formula: the first is $0. */
export const refName = (index: number): string => `$${index}`;
const refIndex = (thing: string): number => (/^\$\d+$/.test(thing) ? Number(thing.slice(1)) : -1);

/**
 * A link made ready.
 * @throws FormulaError where it cannot be read, or something that it follows is gone
 */
export function compileLink(production: Production, { formula, refs }: Link): Formula {
  return compileFormula(formula, {
    find(thing, value) {
      const ref = value === null ? refIndex(thing) : -1;
      const asked = refs[ref];
      if (!asked) return null;
      const owner = ownerAt(production, asked.owner);
      if (!owner?.channels[asked.name]) throw new FormulaError('Something that it followed is gone.');
      const meta = channelMeta(owner, asked.name);
      if (meta.of === 'colour') throw new FormulaError('A colour is no number: a colour follows another one, by nothing but its name.');
      return { ref, unit: measureOf(meta).unit };
    },
  });
}

/** The colour that a link follows, where it is nothing but its name. */
export function linkedColour(production: Production, { formula, refs }: Link): Link['refs'][number] | null {
  const asked = refs[refIndex(formula.trim())];
  const owner = asked && ownerAt(production, asked.owner);
  return owner && asked && channelMeta(owner, asked.name).of === 'colour' ? asked : null;
}

/** Cues that have passed at a frame, and how far it is to the next one. */
export function beatAt(cues: readonly { frame: number }[], frame: number): number {
  const passed = cues.filter((cue) => cue.frame <= frame).length;
  const [before, after] = [cues[passed - 1], cues[passed]];
  return before && after ? passed - 1 + (frame - before.frame) / (after.frame - before.frame) : Math.max(0, passed - 1);
}

const numberOf = (value: Read<Value> | undefined): number => {
  if (typeof value === 'number') return value;
  if (typeof value === 'boolean') return Number(value);
  throw new NoValueError('Something that it follows is gone.');
};

/** What the formula of a link asks for, at any frame. */
function momentsOf(production: Production, { refs }: Link, ask: Ask, part: () => number): (frame: number) => FormulaMoment {
  const fps = framesPerSecond(production.format.rate);
  const followers = new Map<string, Follower>();
  const factors = refs.map(({ owner: path, name }) => {
    const owner = ownerAt(production, path);
    return owner?.channels[name] ? measureOf(channelMeta(owner, name)).factor : 1;
  });
  const value = (ref: number, frame: number): number => {
    const { owner, name } = refs[ref] as Link['refs'][number];
    return numberOf(ask(owner, name, frame)) * (factors[ref] as number);
  };
  const follow: FormulaMoment['follow'] = (ref, frame, seconds, swing) => {
    const key = `${ref} ${seconds} ${swing}`;
    let follower = followers.get(key);
    if (!follower) {
      const { owner, name } = refs[ref] as Link['refs'][number];
      const first = (ownerAt(production, owner)?.channels as Channels | undefined)?.[name]?.keys[0]?.frame ?? 0;
      const spring = { omega: (2 * Math.PI) / Math.max(1e-3, seconds), zeta: Math.min(1, Math.max(0.01, 1 - swing)) };
      followers.set(key, (follower = new Follower(spring, (at) => value(ref, at), first, 1 / fps)));
    }
    return follower.at(frame);
  };
  const { sound } = production;
  return (frame) => ({
    frame,
    time: frame / fps,
    beat: beatAt(production.cues, frame),
    index: part(),
    loud(band) {
      const levels = sound && unpackLevels(sound);
      return levels ? levelAt(levels, band, (frame - sound.from) / fps) : 0;
    },
    value,
    follow,
  });
}

function colourReader(production: Production, link: Link, ask: Ask) {
  const followed = linkedColour(production, link);
  if (!followed) return null;
  return {
    at(frame: number): Read<Value> {
      const value = ask(followed.owner, followed.name, frame);
      if (typeof value !== 'object') throw new NoValueError('The colour that it follows is gone.');
      return value;
    },
  };
}

/** A channel that follows others by a formula. */
export const linkSource: Source = (channel: Channel<Value>, ask: Ask, { production, path, name, part }: SourcePlace) => {
  const { link } = channel;
  if (!link) return null;
  if (isColour(channel)) return colourReader(production, link, ask);
  let formula: Formula;
  try {
    formula = compileLink(production, link);
  } catch (error) {
    if (error instanceof FormulaError) return null;
    throw error;
  }
  const owner = ownerAt(production, path);
  const factor = owner ? measureOf(channelMeta(owner, name)).factor : 1;
  const momentAt = momentsOf(production, link, ask, part);
  return {
    at(frame: number): Read<Value> {
      const value = formula.at(momentAt(frame));
      if (!Number.isFinite(value)) throw new NoValueError('It has no number there.');
      if (isSwitch(channel)) return value !== 0;
      return Math.max(-MOST, Math.min(MOST, value / factor));
    },
  };
};
