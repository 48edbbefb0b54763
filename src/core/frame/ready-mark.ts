import { readAll, type Readers } from '../motion/readers';
import type { Setting } from '../outline/setting';
import { isSwept, isWithin, type Mark } from '../production/mark';
import { isPartMoved, ownParts, type OwnPart } from '../production/own-parts';
import type { Trail } from '../production/owners/trail';
import { copyPoses } from '../production/pattern';
import type { Production } from '../production/production';
import type { Resolver } from '../production/resolver';
import { depthsOf, type Shell } from '../production/shell';
import type { Surface } from '../production/surface';
import type { RigContext } from '../rig/carrier';
import { rigPose } from '../rig/rig';
import { REGIONS, type Region } from '../solid/mesh';
import type { Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';
import type { Around } from './cascades/away';
import { cascadeGround } from './cascades/units';
import { readyCascades, type ReadyCascades } from './cascades/ready-cascades';
import type { BoundsOf, MarkExtent, MarkState, PartState, PatternState, RegionOwnerState, ShellState, SurfaceState } from './frame-state';
import { readyFall, withFallen, type ReadyFall } from './fall-state';
import { regionState, type RegionGround } from './region-state';
import { readyLine, type ReadyLine } from './ready-line';
import { isSteadyOwner, ownerStates } from './owner-states';
import { readyPanel, type ReadyPanel } from './panel-state';
import { pivotOf } from './pivot';
import { partStates } from './part-places';
import { readyReveal, type ReadyReveal } from './ready-reveal';

/** Something that is read at a frame, and costs nothing where it does not change. */
type At<T> = (frame: number) => T;

const always =
  <T>(value: T): At<T> =>
  () =>
    value;

type Contents = Pick<MarkState, 'shells' | 'ownSurfaces' | 'parts' | 'copyStates' | 'shards'>;

/** All of a mark that does not change with time, and its channels made ready for many instants. */
export interface ReadyMark {
  id: string;
  place: Readers<Mark['channels']>;
  /** Whether it is there at a frame. */
  isThere: At<boolean>;
  pivot: Vec3;
  /** What carries it about its place; null where nothing does. */
  rig: At<Mat4> | null;
  copies: MarkState['copies'];
  /** What its shells, its own surfaces and its parts are; at hand where none of them changes, which is so for most marks. */
  contents: (frame: number, around: Around | null) => Contents;
  still: Contents | null;
  /** What its letters travel along; null for a straight line, and where there are no letters. */
  travelled: Setting | null;
  inflates: boolean;
  /** Whether any of its parts goes by the frame of the picture. */
  asksFrame: boolean;
  extent: MarkExtent | null | undefined;
  /** What carries it; null where nothing does. */
  carried: { by: ReadyMark; turns: boolean; backOff: number | null; tip: boolean } | null;
  /** How it falls as a whole, in its own frame, at a frame; null where it does not. */
  falls: At<Mat4 | null>;
  /** Parts of space that show or hide it, at a frame and pose of the mark. */
  regions: (frame: number, ground: RegionGround) => MarkState['regions'];
  /** What comes after it; null where nothing does. */
  trail: { read: Readers<Trail['channels']>; settings: Trail['settings'] } | null;
  /** What it is cut by in the picture, and whether it is only there to cut others. */
  matte: MarkState['matte'];
  cutsOnly: boolean;
  /** How far it is drawn; null where it is no line. */
  line: ReadyLine | null;
  /** What lies on it as a picture; null where nothing does. */
  panel: ReadyPanel | null;
  /** What is thrown on it as a picture; null where nothing is. */
  reveal: ReadyReveal | null;
}

/** Marks by the resolver that read them; those that keys alone say are the same in every production. */
const byKeys = new WeakMap<Mark, ReadyMark>();
const byResolver = new WeakMap<Resolver, WeakMap<Mark, ReadyMark>>();

function keptFor(resolver: Resolver, mark: Mark): WeakMap<Mark, ReadyMark> {
  if (resolver.isPlainIn(`marks/${mark.id}`)) return byKeys;
  let kept = byResolver.get(resolver);
  if (!kept) byResolver.set(resolver, (kept = new WeakMap()));
  return kept;
}

/** A mark made ready; kept for one that cannot change any more, which is what an edit leaves behind. */
export function readyMark(resolver: Resolver, mark: Mark, extent: MarkExtent | null | undefined): ReadyMark {
  const kept = keptFor(resolver, mark);
  const known = kept.get(mark);
  if (known && known.extent === extent) return known;
  const made = makeReady(resolver, mark, extent);
  if (Object.isFrozen(mark)) kept.set(mark, made);
  return made;
}

const lists = new WeakMap<Production['marks'], ReadyMark[]>();

/** All marks of a production made ready, in their order. */
export function readyMarks({ marks }: Production, resolver: Resolver, boundsOf: BoundsOf): readonly ReadyMark[] {
  const known = resolver.isPlain ? lists.get(marks) : undefined;
  if (known?.every(({ extent }, i) => extent === boundsOf((marks[i] as Mark).id))) return known;
  const ready = marks.map((mark) => linked(marks, resolver, mark, boundsOf));
  if (resolver.isPlain && Object.isFrozen(marks)) lists.set(marks, ready);
  return ready;
}

/** A mark of a production made ready, with what carries it. */
export const readyAmong = ({ marks }: Production, resolver: Resolver, mark: Mark, boundsOf: BoundsOf): ReadyMark =>
  linked(marks, resolver, mark, boundsOf);

/** Marks with what carries them, by both: whoever gets an equal one knows that nothing of either has changed. */
const carriedMarks = new WeakMap<ReadyMark, WeakMap<ReadyMark, ReadyMark>>();

function linked(marks: Production['marks'], resolver: Resolver, mark: Mark, boundsOf: BoundsOf, below: readonly string[] = []): ReadyMark {
  const own = readyMark(resolver, mark, boundsOf(mark.id));
  const { carrierId, turns, behind, tip } = mark.settings;
  const bearer = carrierId === null || below.includes(carrierId) ? undefined : marks.find(({ id }) => id === carrierId);
  if (!bearer || bearer === mark) return own;
  const by = linked(marks, resolver, bearer, boundsOf, [...below, mark.id]);
  let known = carriedMarks.get(own);
  if (!known) carriedMarks.set(own, (known = new WeakMap()));
  let made = known.get(by);
  if (!made) known.set(by, (made = { ...own, carried: { by, turns, backOff: behind ? backOff(bearer, mark, boundsOf) : null, tip } }));
  return made;
}

/** How far a mark is moved so that its front lies in the plane of the back of another one, metres along the depth of that. */
function backOff(bearer: Mark, mark: Mark, boundsOf: BoundsOf): number {
  const depths = (of: Mark) => of.shells.map(depthsOf);
  const back = boundsOf(bearer.id)?.min[2] ?? Math.min(...depths(bearer).map(({ from }) => from));
  const front = boundsOf(mark.id)?.max[2] ?? Math.max(...depths(mark).map(({ to }) => to));
  return back - front;
}

function makeReady(resolver: Resolver, mark: Mark, extent: MarkExtent | null | undefined): ReadyMark {
  const { body, skin, pattern } = mark;
  const path = `marks/${mark.id}`;
  const shells = mark.shells.map((shell) => readyShell(resolver, `${path}/shells/${shell.id}`, shell, extent));
  const { list: own, place } = ownParts(body);
  const surfaces = own.map(({ id, surface }) => (surface ? readySurface(resolver, `${path}/${place}/${id}/surface`, surface) : null));
  const channels = resolver.of(path, mark.channels);
  const pivot = pivotOf(mark, extent);
  const copies = copyPoses(pattern, extent);
  const cascades = extent ? readyCascades(resolver, mark, cascadeGround(mark, extent, pivot, copies)) : null;
  const parts = readyParts(resolver, `${path}/${place}`, own, extent);
  const fall = readyFall(resolver, mark);
  const contents = contentsOf(listed(shells), listed(surfaces), parts, cascades, fall);
  return {
    id: mark.id,
    place: channels,
    isThere: (frame) => isWithin(mark.settings, frame) && channels.on.at(frame),
    pivot,
    rig: readyRig(resolver, path, mark),
    copies,
    contents: contents.at,
    still: contents.isSteady ? contents.at(0, null) : null,
    travelled: body.kind === 'words' && body.setting.along !== 'line' ? body.setting : null,
    inflates: skin.on && isSwept(body),
    asksFrame: (cascades?.asksFrame ?? false) || mark.regions.some(({ settings }) => settings.space === 'frame'),
    extent,
    carried: null,
    falls: fall?.of === 'mark' ? (frame) => fall.at(frame)?.[0] ?? null : always(null),
    regions: readyRegions(resolver, path, mark),
    trail:
      mark.trail.settings.count > 0 ? { read: resolver.of(`${path}/trail`, mark.trail.channels), settings: mark.trail.settings } : null,
    matte: mark.settings.matteId === null ? null : { markId: mark.settings.matteId, isOutside: mark.settings.matteOutside },
    cutsOnly: mark.settings.cutsOnly,
    line: body.kind === 'line' ? readyLine(resolver, path, body) : null,
    panel: body.kind === 'panel' ? readyPanel(resolver, path, body, mark.mirror) : null,
    reveal: readyReveal(resolver, mark),
  };
}

const NO_REGIONS: MarkState['regions'] = [];

/** The regions of a mark that show or hide it. */
function readyRegions(resolver: Resolver, path: string, { regions, shells }: Mark): ReadyMark['regions'] {
  const acting = regions.filter(({ settings }) => settings.acts !== 'none');
  if (acting.length === 0) return () => NO_REGIONS;
  const ids = shells.map(({ id }) => id);
  return (frame, ground) =>
    ownerStates<RegionOwnerState>(resolver, `${path}/regions`, acting, frame)
      .filter(({ settings }) => settings.space !== 'frame' || ground.camera !== null)
      .map((state) => regionState(state, ids, ground));
}

/** The carriers of a mark as one transform. */
function readyRig(resolver: Resolver, path: string, { carriers }: Mark): At<Mat4> | null {
  if (carriers.length === 0) return null;
  const context: RigContext = {
    framesPerSecond: resolver.framesPerSecond,
    read: (id, channels) => resolver.of(`${path}/carriers/${id}`, channels),
  };
  return (frame) => rigPose(carriers, frame, context);
}

function contentsOf(
  shells: Ready<MarkState['shells']>,
  ownSurfaces: Ready<MarkState['ownSurfaces']>,
  own: Ready<OwnPlaces>,
  cascades: ReadyCascades | null,
  fall: ReadyFall | null,
): { at: ReadyMark['contents']; isSteady: boolean } {
  const at: ReadyMark['contents'] = (frame, around) => {
    const looks = { shells: shells.at(frame), ownSurfaces: ownSurfaces.at(frame) };
    const places = own.at(frame);
    const turns = cascades?.at(frame, places, around) ?? { parts: places && looks.shells.map(() => places), copies: null };
    const moving = { parts: turns.parts, copyStates: turns.copies, shards: null };
    return { ...looks, ...(fall ? withFallen(moving, fall, frame, looks.shells.length) : moving) };
  };
  const isPerforming = fall !== null || (cascades !== null && !(cascades.isSteady && !cascades.asksFrame));
  const isSteady = shells.isSteady && ownSurfaces.isSteady && own.isSteady && !isPerforming;
  if (!isSteady) return { at, isSteady };
  const still = at(0, null);
  return { at: () => still, isSteady };
}

/** Where parts are that channels of their own move; null where none is. */
type OwnPlaces = (PartState | null)[] | null;

/** Something that may change, and its value where it does not. */
interface Ready<T> {
  at: At<T>;
  isSteady: boolean;
}

/** A list of things: made once where none of them changes. */
function listed<T>(ready: readonly Ready<T>[]): Ready<T[]>;
function listed<T>(ready: readonly (Ready<T> | null)[]): Ready<(T | null)[]>;
function listed<T>(ready: readonly (Ready<T> | null)[]): Ready<(T | null)[]> {
  const at: At<(T | null)[]> = (frame) => ready.map((each) => each && each.at(frame));
  return once(
    at,
    ready.every((each) => each === null || each.isSteady),
  );
}

const once = <T>(at: At<T>, isSteady: boolean): Ready<T> => ({ at: isSteady ? always(at(0)) : at, isSteady });

/** Parts of the mark that move by themselves; known once its outlines stand. */
function readyParts(resolver: Resolver, path: string, own: readonly OwnPart[], extent: MarkExtent | null | undefined): Ready<OwnPlaces> {
  const parts = extent?.parts;
  if (!parts || !own.some(isPartMoved)) return once<OwnPlaces>(() => null, true);
  const readers = own.map(({ id, channels }) => resolver.of(`${path}/${id}`, channels));
  const at: At<OwnPlaces> = (frame) =>
    partStates(
      parts,
      readers.map((reader) => readAll<OwnPart['channels']>(reader, frame)),
    );
  return once(
    at,
    own.every(({ channels }) => isSteadyOwner(channels)),
  );
}

function readySurface(resolver: Resolver, path: string, { channels, settings: { material }, patterns }: Surface): Ready<SurfaceState> {
  const readers = resolver.of(path, channels);
  const at = (frame: number): SurfaceState => ({
    material,
    ...readAll<Surface['channels']>(readers, frame),
    patterns: patterns.length > 0 ? ownerStates<PatternState>(resolver, `${path}/patterns`, patterns, frame) : NO_PATTERNS,
  });
  return once(at, isSteadyOwner(channels) && patterns.every((pattern) => isSteadyOwner(pattern.channels)));
}

const NO_PATTERNS: readonly PatternState[] = [];

function readyShell(resolver: Resolver, path: string, shell: Shell, extent: MarkExtent | null | undefined): Ready<ShellState> {
  const readers = resolver.of(path, shell.channels);
  const { fade } = shell;
  const fading = extent && (fade.start < 1 || fade.end < 1) ? { ...fade, extent } : null;
  const surfaces = REGIONS.map((region): [Region, Ready<SurfaceState>] => [
    region,
    readySurface(resolver, `${path}/surfaces/${region}`, shell.surfaces[region]),
  ]);
  const looks = listed(surfaces.map(([, surface]) => surface));
  const at = (frame: number): ShellState => {
    const states = looks.at(frame);
    const byRegion = Object.fromEntries(surfaces.map(([region], i) => [region, states[i]])) as Record<Region, SurfaceState>;
    return { on: readers.on.at(frame), from: readers.from.at(frame), to: readers.to.at(frame), surfaces: byRegion, fade: fading };
  };
  return once(at, isSteadyOwner(shell.channels) && surfaces.every(([, surface]) => surface.isSteady));
}
