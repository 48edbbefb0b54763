import { mayChange } from '../motion/channel';
import type { Readers } from '../motion/readers';
import type { Mark } from '../production/mark';
import type { Panel } from '../production/panel';
import { pictureFrameAt, type Clip, type Picture } from '../production/picture';
import type { Production } from '../production/production';
import type { Resolver } from '../production/resolver';
import { ofKind } from '../schema/owner-kind';
import type { MarkState, PanelState, PatternState, PictureRef, PlateState, SurroundingsState } from './frame-state';

/** The frame of the scene whose picture it is, and how many of those there are a second. */
export interface ShownTime {
  frame: number;
  rate: number;
}

/** A panel made ready for many instants. */
export interface ReadyPanel {
  read: Readers<Panel['channels']>;
  panel: Panel;
  mirror: Mark['mirror'];
}

export const readyPanel = (resolver: Resolver, markPath: string, panel: Panel, mirror: Mark['mirror']): ReadyPanel => ({
  read: resolver.of(`${markPath}/body`, panel.channels),
  panel,
  mirror,
});

/** The frame of a picture that is seen; null where nothing is. */
export function refAt(picture: Picture, clip: Clip, bent: number | null, { frame, rate }: ShownTime): PictureRef | null {
  const at = pictureFrameAt(picture, clip, bent, frame, rate);
  const { hash, holds } = picture;
  return at === null ? null : { hash, holds, frame: at };
}

/** What lies on a panel at a frame. */
export function panelState({ read, panel, mirror }: ReadyPanel, frame: number, shown: ShownTime): PanelState {
  const { picture, settings, size, channels } = panel;
  return {
    ref: refAt(picture, settings, mayChange(channels.time) ? read.time.at(shown.frame) : null, shown),
    width: (size * picture.width) / picture.height,
    height: size,
    mirror,
    own: Math.max(0, Math.min(1, read.own.at(frame))),
    isOnBack: settings.faces === 'both',
    isClear: settings.through === 'clear',
  };
}

/** The picture behind everything at a frame; null where there is none. */
export function plateState(resolver: Resolver, { set }: Production, frame: number, shown: ShownTime): PlateState | null {
  const plate = ofKind(set, 'plate');
  const picture = plate?.settings.picture;
  if (!plate || !picture) return null;
  const read = resolver.of(`set/${plate.id}`, plate.channels);
  if (!read.on.at(frame)) return null;
  const { fit, delivered } = plate.settings;
  const ref = refAt(picture, plate.settings, mayChange(plate.channels.time) ? read.time.at(shown.frame) : null, shown);
  const opacity = Math.max(0, Math.min(1, read.opacity.at(frame)));
  return ref && { ref, ratio: picture.width / picture.height, opacity, fit, isDelivered: delivered };
}

/** A picture that does not move. */
const stillRef = ({ hash, holds }: Picture): PictureRef => ({ hash, holds, frame: 0 });

/** The picture that a pattern lays on a surface; null where it has none. */
export const patternPicture = (pattern: PatternState): PictureRef | null =>
  pattern.kind === 'picture' && pattern.settings.picture ? stillRef(pattern.settings.picture) : null;

function patternPictures({ shells, ownSurfaces }: Pick<MarkState, 'shells' | 'ownSurfaces'>): PictureRef[] {
  const surfaces = [...shells.flatMap((shell) => Object.values(shell.surfaces)), ...ownSurfaces];
  return surfaces.flatMap((surface) => surface?.patterns.flatMap((pattern) => patternPicture(pattern) ?? []) ?? []);
}

/** What lies on a mark as a picture, or is thrown on it. */
const ownPictures = ({ picture, reveal }: Pick<MarkState, 'picture' | 'reveal'>): PictureRef[] =>
  [picture?.ref, reveal?.ref].flatMap((ref) => ref ?? []);

interface Showing {
  marks: readonly Pick<MarkState, 'picture' | 'reveal' | 'shells' | 'ownSurfaces'>[];
  plate: PlateState | null;
  domes: readonly Pick<SurroundingsState, 'settings'>[];
}

/** Every picture that a state shows. */
export function picturesIn({ marks, plate, domes }: Showing): PictureRef[] {
  const round = domes.flatMap(({ settings: { picture } }) => (picture ? [stillRef(picture)] : []));
  const refs = [...marks.flatMap((mark) => [...ownPictures(mark), ...patternPictures(mark)]), ...round];
  return plate ? [...refs, plate.ref] : refs;
}
