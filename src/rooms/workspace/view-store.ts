import type { ColourReading } from '@/core/finish/colour-reading';
import { createStore } from 'zustand/vanilla';
import type { Kit } from '@/core/production/kits';
import type { KeyClip } from '@/core/production/key-clip';
import type { KeyRef } from '@/core/production/edits/key-edits';
import type { Surface } from '@/core/production/surface';
import type { CarrierValues } from '@/core/rig/carrier';
import type { CutLine } from '@/core/solid/section';
import type { BoundsOf } from '@/core/frame/frame-state';
import type { FreeView } from '@/core/frame/free-view';
import type { Soloed } from '@/core/frame/soloed';
import type { LightShare } from '@/picture/light-shares';
import type { Mat4 } from '@/core/space/matrix';
import type { Vec3 } from '@/core/space/vector';
import type { DecodedSound } from '@/parts/sound-client';
import type { PlanFrom } from '@/parts/plan-view/plan-geometry';
import type { MarkFacts } from '@/workers/picture-messages';
import type { Quality } from '@/picture/quality';
import type { VersionChoice } from '@/core/versions/version-of';
import { ITSELF } from './shown';

export type Selection =
  | { kind: 'mark' | 'camera' | 'shot' | 'cue' | 'sound'; id: string }
  /** Any other owner, by its path. */
  | { kind: 'owner'; id: string };

/** A station or a move picked in the timeline: a lane, and one or two of its key frames. */
export type TimelinePick = { kind: 'station'; owner: string; frame: number } | { kind: 'move'; owner: string; from: number; to: number };

/** A pose that the camera has been flown to and that is not landed yet. */
export interface Flight {
  pose: Mat4;
  /** Values of the carrier that was flown, to stay near to when landing. */
  values: CarrierValues;
}

/** Going round the marks: a view that is no camera's. */
export interface Walk extends FreeView {
  values: CarrierValues;
  /** Nobody has moved it yet: it keeps the marks in sight whole as they change. */
  fits: boolean;
}

const extents = new WeakMap<ViewState['facts'], BoundsOf>();

/** Extents of marks by what is known of them: the same function for the same facts. */
export function boundsIn(facts: ViewState['facts']): BoundsOf {
  let known = extents.get(facts);
  if (!known) extents.set(facts, (known = (id) => facts[id]?.bounds));
  return known;
}

/** What is looked at, not what is made: never saved, never undone. */
export interface ViewState {
  selection: Selection | null;
  /** More marks that are selected with it, for what is done to several. */
  also: readonly string[];
  /** Letters that are selected in the words on the bench; where both are the same, the caret. */
  letters: { markId: string; from: number; to: number } | null;
  /** The focus target whose point the next press in the lens view sets. */
  pickFocus: 'focus' | 'rack' | null;
  /** Where the caret was asked for by a press in the lens view. */
  askCaret: { markId: string; from: number; to: number } | null;
  /** A surface that was copied. */
  surface: Surface | null;
  /** A look that was copied. */
  look: Pick<Kit, 'shells' | 'skin'> | null;
  /** Presses in the lens view put points of the line at hand; and the one of them that is worked on. */
  penDraws: boolean;
  penPoint: number;
  /** Shows the line of the cut in the lens view. */
  cutShown: boolean;
  pick: TimelinePick | null;
  /** Keys that are selected together, for what is done to several. */
  keys: readonly KeyRef[];
  /** Keys that were copied. */
  clip: KeyClip | null;
  /** A camera to look through instead of the shots' own. */
  through: string | null;
  /** What the timeline shows: lanes of moves, or the curves of the channels of one lane. */
  timelineAs: 'lanes' | 'curves';
  /** The channel whose curve is edited, by its name in the lane. */
  curve: string | null;
  /** Both handles of a key keep one speed. */
  handlesJoined: boolean;
  contactSheet: boolean;
  /** The version that is looked at. */
  shown: VersionChoice;
  /** Rows and formats that are rendered together; null among either is the production as it is itself. */
  chosenRows: readonly (string | null)[];
  chosenFormats: readonly (string | null)[];
  /** The list of versions is open. */
  versions: boolean;
  /** Keys, shots and marks fall on cues that they come near to. */
  snap: boolean;
  /** Keys and shots that stand on a cue go with it. */
  cuesCarry: boolean;
  carrierId: string | null;
  /** Shell whose numbers are on the bench, by its id. */
  shellId: string | null;
  /** Counts how often the section was asked to show its shell whole again. */
  sectionFits: number;
  /** Where the selected mark is cut for its section. */
  cut: CutLine;
  playhead: number;
  playing: boolean;
  /** How many times as fast as it is delivered it plays; below 0 it plays back. */
  speed: number;
  quality: Quality;
  flight: Flight | null;
  /** Where Shape looks from; null where it looks through a camera, and in the other rooms. */
  walk: Walk | null;
  /** While something is dragged the picture stays quick. */
  dragging: boolean;
  /** While the playhead is dragged the sound is heard in small pieces. */
  scrubbing: boolean;
  /** The bench of Choreograph keeps the camera, whatever else is selected. */
  cameraPinned: boolean;
  /** The production's sound, decoded. */
  sound: DecodedSound | null;
  soundTrouble: string | null;
  planFrom: PlanFrom;
  safeAreas: boolean;
  /** Lines at the thirds of the frame. */
  thirds: boolean;
  /** The stations before and after the playhead, drawn as outlines. */
  ghosts: boolean;
  /** Marks what lies within the depth of field. */
  /** The picture is looked at by the other curve of the display. */
  otherCurve: boolean;
  sharpness: boolean;
  /** What a press in the lens view of Light does: it flies, moves a highlight there, or asks what lights the spot. */
  lightHand: 'fly' | 'highlight' | 'ask';
  /** A light alone, or all but it, for a look. */
  soloed: Soloed | null;
  /** An effect that is looked at alone. */
  onlyEffect: string | null;
  /** As much of the frame from its left is shown before all effects, 0 to 1; null for the picture as it is. */
  before: number | null;
  /** The colour that was read last in the picture, and where: -1 to 1 both ways. */
  reading: { x: number; y: number; colour: ColourReading } | null;
  /** What lights the spot that was asked for last; null where none was. */
  shares: { x: number; y: number; shares: readonly LightShare[] } | null;
  /** The lens view fills the screen. */
  lensFills: boolean;
  facts: Record<string, MarkFacts>;
  building: Record<string, { done: number; of: number }>;
  troubles: Record<string, string>;
  /** What the picture on the screen shows, and how far it is on its way to full. */
  drawn: { samples: number; of: number; seconds: number; focus: number };
  lost: string | null;
  /** Frame of something that is played for a look in the place of what is at the playhead; null for nothing. */
  trialFrame: number | null;
  /** What is being written for a value to follow: whose and which it is, the text so far, and where the caret stands in it. */
  formula: { owner: string; name: string; label: string; text: string; caret: number; trouble: string | null } | null;
  /** Places of a visit that is planned, to be seen before it is taken. */
  visit: readonly Vec3[] | null;
  /** Why a picture that is wanted cannot be shown. */
  pictureTrouble: string | null;
  /** Why a command could not be done. */
  trouble: string | null;
  /** What draws the picture, in words. */
  drawnBy: string | null;
}

export function createViewStore() {
  return createStore<ViewState>()(() => ({
    selection: null,
    also: [],
    letters: null,
    pickFocus: null,
    askCaret: null,
    look: null,
    surface: null,
    penDraws: false,
    penPoint: 0,
    cutShown: true,
    pick: null,
    keys: [],
    clip: null,
    through: null,
    timelineAs: 'lanes',
    curve: null,
    handlesJoined: true,
    contactSheet: false,
    shown: ITSELF,
    chosenRows: [null],
    chosenFormats: [null],
    versions: false,
    snap: true,
    cuesCarry: true,
    carrierId: null,
    shellId: null,
    sectionFits: 0,
    cut: { x: 0, y: 0, angleDeg: 0 },
    playhead: 0,
    playing: false,
    speed: 1,
    quality: 'lit',
    flight: null,
    walk: null,
    dragging: false,
    scrubbing: false,
    cameraPinned: false,
    sound: null,
    soundTrouble: null,
    planFrom: 'above',
    safeAreas: true,
    thirds: false,
    ghosts: false,
    otherCurve: false,
    sharpness: false,
    lightHand: 'fly',
    soloed: null,
    onlyEffect: null,
    before: null,
    reading: null,
    shares: null,
    lensFills: false,
    facts: {},
    building: {},
    troubles: {},
    drawn: { samples: 0, of: 1, seconds: 0, focus: NaN },
    lost: null,
    trialFrame: null,
    formula: null,
    visit: null,
    pictureTrouble: null,
    trouble: null,
    drawnBy: null,
  }));
}

export type ViewStore = ReturnType<typeof createViewStore>;
