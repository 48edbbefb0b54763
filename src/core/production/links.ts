import { FormulaError } from '../formula/formula-error';
import { FORMULA_FUNCTIONS } from '../formula/functions';
import { unitWords } from '../formula/units';
import { MAX_FORMULA, type Link } from '../motion/channel';
import { plainCopy } from '../schema/plain-copy';
import { compileLink, linkedColour, measureOf, refName } from './link-source';
import { allOwners, channelMeta, ownerAt, type ChannelRef, type FoundOwner } from './owners/owners';
import type { Production } from './production';
import { CircleError, Resolver } from './resolver';
import { NoValueError } from './resolver-source';

/** What stands in formulas beside names of things. */
const OWN_WORDS = new Set(['time', 'frame', 'beat', 'pi', 'if', 'mix', 'smoothstep', 'delay', 'follow', ...FORMULA_FUNCTIONS.keys()]);

const isBare = (name: string): boolean => /^[\p{L}_][\p{L}\p{N}_]*$/u.test(name) && !OWN_WORDS.has(name);
const quoted = (name: string): string => (isBare(name) ? name : `"${name.replaceAll('"', '”')}"`);

/** What things are called in formulas: each by a name of its own. */
function thingNames(production: Production): Map<string, FoundOwner> {
  const owners = allOwners(production).filter(({ channels }) => Object.keys(channels).length > 0);
  const counts = new Map<string, number>();
  for (const { label } of owners) counts.set(label, (counts.get(label) ?? 0) + 1);
  const names = new Map<string, FoundOwner>();
  for (const owner of owners) {
    const { label, holder } = owner;
    // A mark is called by its name alone; what belongs to it, by its name and its own.
    const alone = counts.get(label) === 1 || holder === 'place' ? label : `${label}, ${holder}`;
    let name = alone;
    for (let n = 2; names.has(name); n++) name = `${alone} ${n}`;
    names.set(name, owner);
  }
  return names;
}

const valueLabel = (owner: FoundOwner, name: string): string => channelMeta(owner, name).label;

/** What a value is called in a formula: its thing and itself; null for one that is gone. */
export function nameInFormula(production: Production, { owner: path, name }: ChannelRef): string | null {
  for (const [thing, owner] of thingNames(production)) {
    if (owner.path !== path || !owner.channels[name]) continue;
    const label = valueLabel(owner, name);
    return isBare(label) ? `${quoted(thing)}.${label}` : `${quoted(thing)}[${quoted(label)}]`;
  }
  return null;
}

/** A name of a thing and its value as it is typed: Thing.Value, "A thing".Value, "A thing"["A value"]. */
const NAMED = /("[^"]*"|[\p{L}_][\p{L}\p{N}_]*)\s*(?:\.\s*([\p{L}_][\p{L}\p{N}_]*)|\[\s*"([^"]*)"\s*\])/gu;

const unquoted = (text: string): string => (text.startsWith('"') ? text.slice(1, -1) : text);

/** What a link says, with the names that things have now. */
export const linkText = (production: Production, { formula, refs }: Link): string =>
  formula.replace(/\$(\d+)/g, (whole, index: string) => {
    const ref = refs[Number(index)];
    return ref ? (nameInFormula(production, ref) ?? '"what is gone"') : whole;
  });

/**
 * Reads a formula as it is typed for a channel.
 * @throws FormulaError with what is wrong in plain words: names, units, and what would follow itself
 */
export function readLink(production: Production, channel: ChannelRef, text: string): Link {
  if (text.length > MAX_FORMULA) throw new FormulaError(`A formula has at most ${MAX_FORMULA} letters and signs.`);
  const names = thingNames(production);
  const refs: Link['refs'] = [];
  const formula = text.trim().replace(NAMED, (_whole, thing: string, bare: string | undefined, told: string | undefined) => {
    const [called, label] = [unquoted(thing), bare ?? told ?? ''];
    const owner = names.get(called);
    if (!owner) throw new FormulaError(`Nothing here is called “${called}”.`);
    const name = Object.keys(owner.channels).find((each) => valueLabel(owner, each).toLowerCase() === label.toLowerCase());
    if (!name) throw new FormulaError(`“${called}” has no value “${label}”.`);
    const known = refs.findIndex((ref) => ref.owner === owner.path && ref.name === name);
    return refName(known >= 0 ? known : refs.push({ owner: owner.path, name }) - 1);
  });
  const link = { formula, refs };
  checkUnit(production, channel, link);
  checkCircle(production, channel, link);
  return link;
}

function checkUnit(production: Production, { owner: path, name }: ChannelRef, link: Link): void {
  const owner = ownerAt(production, path);
  if (!owner) throw new FormulaError('What was to follow is gone.');
  const meta = channelMeta(owner, name);
  if (meta.of === 'colour') {
    if (!linkedColour(production, link)) throw new FormulaError('A colour follows another colour, by nothing but its name.');
    return;
  }
  const { unit } = compileLink(production, link);
  const wanted = measureOf(meta).unit;
  if (unit === '' || unit === wanted) return;
  throw new FormulaError(`It gives ${unitWords(unit)}, and “${meta.label}” is ${unitWords(wanted)}.`);
}

/** A production in which a channel follows a link; all else is as it was. */
function withLink(production: Production, { owner: path, name }: ChannelRef, link: Link): Production {
  const copy = plainCopy(production);
  const channel = ownerAt(copy, path)?.channels[name];
  if (channel) channel.link = link;
  return copy;
}

function checkCircle(production: Production, channel: ChannelRef, link: Link): void {
  const next = withLink(production, channel, link);
  try {
    new Resolver(next).check(channel.owner, channel.name, 0);
  } catch (error) {
    if (error instanceof NoValueError) return;
    if (!(error instanceof CircleError)) throw error;
    const called = error.channels.map((each) => {
      const [owner = '', name = ''] = each.split(' ');
      return nameInFormula(production, { owner, name }) ?? each;
    });
    throw new FormulaError(`These would follow one another in a circle: ${called.join(' → ')}.`);
  }
}

/** What is wrong with a link that stands in a document; null where it does what it says. */
export function linkTrouble(production: Production, { owner, name }: ChannelRef): string | null {
  const link = ownerAt(production, owner)?.channels[name]?.link;
  if (!link) return null;
  try {
    if (!linkedColour(production, link)) compileLink(production, link);
    new Resolver(production).check(owner, name, 0);
    return null;
  } catch (error) {
    if (error instanceof CircleError) return 'It follows itself in a circle, and stands by its keys until that is let go.';
    if (error instanceof FormulaError || error instanceof NoValueError) return `${error.message} It stands by its keys.`;
    throw error;
  }
}

/** Lets a channel follow a link, or (null) nothing any more. */
export function setLink(draft: Production, { owner, name }: ChannelRef, link: Link | null): void {
  const channel = ownerAt(draft, owner)?.channels[name];
  if (!channel) return;
  if (link) channel.link = link;
  else delete channel.link;
}
