import { removeStation } from '@/core/production/edits/channel-edits';
import { addCue, removeCue } from '@/core/production/edits/cue-edits';
import { closeTheLoop } from '@/core/production/edits/key-edits';
import { removeShot } from '@/core/production/edits/shot-edits';
import { removeBearer } from '@/core/frame/carry-mark';
import { duplicateMark } from '@/core/production/edits/mark-edits';
import { saveProductionFile } from '@/parts/save-production';
import { switchTheme } from '@/parts/theme';
import type { RoomId } from '../workspace/rooms';
import { endFlight, landHere } from '../looking/flight';
import { addWords } from './add-words';
import { copySelected, pasteCopied } from './carry-over';
import { copySelectedKeys, pasteCopiedKeys, removeSelectedKeys, selectedKeys, shiftSelectedKeys } from './key-commands';
import { sceneFrame, seenCamera } from '../looking/seen';
import { LIGHT_COMMANDS } from './light-commands';
import { constantThroughCuts, joinAll, splitAtCues, splitAtPlayhead } from './shot-commands';
import { seeWhole } from '../looking/walk';
import { seek, shuttle, stepBy, stepKey, stop, togglePlay } from '../looking/transport';
import { boundsIn } from '../workspace/view-store';
import type { Workspace } from '../workspace/workspace';

export interface CommandContext {
  workspace: Workspace;
  goTo: (room: RoomId | 'desk') => void;
  openFinder: () => void;
}

/** Everything that can be done by name or by key. The finder lists them all. */
export interface Command {
  id: string;
  label: string;
  /** Key as the browser names it, with `mod+` for Control or Command and `shift+`. */
  keys?: string;
  /** Works while typing in a field too. */
  always?: boolean;
  run: (context: CommandContext) => void;
}

const onSelectedMark = ({ workspace }: CommandContext, act: (id: string) => void) => {
  const { selection } = workspace.view.getState();
  if (selection?.kind === 'mark') act(selection.id);
};

function removePicked(context: CommandContext): void {
  const { view, documents } = context.workspace;
  const { pick, selection, facts, playhead } = view.getState();
  if (removeSelectedKeys(context.workspace)) return;
  if (selection?.kind === 'shot' || selection?.kind === 'cue') {
    documents.edit((draft) => (selection.kind === 'shot' ? removeShot : removeCue)(draft, selection.id));
    view.setState({ selection: null });
  } else if (pick?.kind === 'station') {
    documents.edit((draft) => removeStation(draft, pick.owner, pick.frame));
    view.setState({ pick: null });
  } else if (!pick) {
    onSelectedMark(context, (id) => {
      documents.edit((draft) => removeBearer(draft, id, sceneFrame(draft, playhead), boundsIn(facts)));
      view.setState({ selection: null });
    });
  }
}

/** Gives up the nearest thing in hand: the whole screen, a pose that was flown to, keys and moves that are picked, or what is selected. */
function letGo(workspace: Workspace): void {
  const { flight, pick, keys, pickFocus, penDraws, lensFills } = workspace.view.getState();
  if (lensFills) workspace.view.setState({ lensFills: false });
  else if (flight) endFlight(workspace);
  else if (penDraws) workspace.view.setState({ penDraws: false });
  else if (pickFocus) workspace.view.setState({ pickFocus: null });
  else if (pick || keys.length > 0) workspace.view.setState({ pick: null, keys: [] });
  else workspace.view.setState({ selection: null, also: [] });
}

export const COMMANDS: readonly Command[] = [
  { id: 'play', label: 'Play or stop', keys: 'Space', run: ({ workspace }) => togglePlay(workspace) },
  { id: 'shuttle-on', label: 'Play on, faster with each press', keys: 'l', run: ({ workspace }) => shuttle(workspace, 1) },
  { id: 'shuttle-back', label: 'Play back, faster with each press', keys: 'j', run: ({ workspace }) => shuttle(workspace, -1) },
  { id: 'shuttle-stop', label: 'Stop', keys: 'k', run: ({ workspace }) => stop(workspace) },
  { id: 'next-frame', label: 'One frame on', keys: 'ArrowRight', run: ({ workspace }) => stepBy(workspace, 1) },
  { id: 'previous-frame', label: 'One frame back', keys: 'ArrowLeft', run: ({ workspace }) => stepBy(workspace, -1) },
  { id: 'ten-on', label: 'Ten frames on', keys: 'shift+ArrowRight', run: ({ workspace }) => stepBy(workspace, 10) },
  { id: 'ten-back', label: 'Ten frames back', keys: 'shift+ArrowLeft', run: ({ workspace }) => stepBy(workspace, -10) },
  { id: 'next-key', label: 'Next key', keys: 'PageDown', run: ({ workspace }) => stepKey(workspace, 1) },
  { id: 'previous-key', label: 'Previous key', keys: 'PageUp', run: ({ workspace }) => stepKey(workspace, -1) },
  { id: 'start', label: 'First frame', keys: 'Home', run: ({ workspace }) => seek(workspace, 0) },
  { id: 'end', label: 'Last frame', keys: 'End', run: ({ workspace }) => seek(workspace, Infinity) },
  { id: 'land', label: 'Land here', keys: 'Enter', run: ({ workspace }) => landHere(workspace) },
  {
    id: 'end-flight',
    label: 'Back to the camera’s own pose, or let go of what is picked',
    keys: 'Escape',
    run: ({ workspace }) => letGo(workspace),
  },
  {
    id: 'fill-screen',
    label: 'Lens view over the whole screen',
    keys: 'shift+Enter',
    run: ({ workspace }) => workspace.view.setState(({ lensFills }) => ({ lensFills: !lensFills })),
  },
  { id: 'see-whole', label: 'See the marks whole', keys: 'w', run: ({ workspace }) => seeWhole(workspace) },
  {
    id: 'see-section',
    label: 'See the section whole',
    keys: 'shift+w',
    run: ({ workspace }) => workspace.view.setState(({ sectionFits }) => ({ sectionFits: sectionFits + 1 })),
  },
  { id: 'undo', label: 'Undo', keys: 'mod+z', always: true, run: ({ workspace }) => workspace.documents.undo() },
  { id: 'redo', label: 'Redo', keys: 'mod+shift+z', always: true, run: ({ workspace }) => workspace.documents.redo() },
  {
    id: 'add-words',
    label: 'Add words',
    run: ({ workspace, goTo }) => {
      addWords(workspace);
      goTo('shape');
    },
  },
  {
    id: 'duplicate-mark',
    label: 'Duplicate the mark',
    keys: 'mod+d',
    run: (context) =>
      onSelectedMark(context, (id) =>
        context.workspace.documents.edit((draft) => {
          const copy = duplicateMark(draft, id);
          if (copy) context.workspace.view.setState({ selection: { kind: 'mark', id: copy } });
        }),
      ),
  },
  {
    id: 'copy-keys',
    label: 'Copy the selected keys, or what is selected',
    keys: 'mod+c',
    run: ({ workspace }) => (selectedKeys(workspace).length > 0 ? copySelectedKeys : copySelected)(workspace),
  },
  {
    id: 'paste-keys',
    label: 'Paste keys at the playhead, or what was copied',
    keys: 'mod+v',
    run: ({ workspace }) => (workspace.view.getState().clip ? pasteCopiedKeys(workspace, 'values') : pasteCopied(workspace)),
  },
  {
    id: 'paste-shape',
    label: 'Paste keys as a shape, from the present value',
    keys: 'mod+shift+v',
    run: ({ workspace }) => pasteCopiedKeys(workspace, 'shape'),
  },
  {
    id: 'keys-on',
    label: 'Selected keys one frame on',
    keys: 'mod+ArrowRight',
    run: ({ workspace }) => shiftSelectedKeys(workspace, 1, 'nudge'),
  },
  {
    id: 'keys-back',
    label: 'Selected keys one frame back',
    keys: 'mod+ArrowLeft',
    run: ({ workspace }) => shiftSelectedKeys(workspace, -1, 'nudge'),
  },
  { id: 'split-shot', label: 'Split the shot, with a new camera', keys: '\\', run: ({ workspace }) => splitAtPlayhead(workspace, true) },
  { id: 'split-same', label: 'Split the shot, with the same camera', run: ({ workspace }) => splitAtPlayhead(workspace, false) },
  {
    id: 'add-cue',
    label: 'Set a cue at the playhead',
    keys: 'q',
    run: ({ workspace }) => workspace.documents.edit((draft) => void addCue(draft, Math.round(workspace.view.getState().playhead))),
  },
  { id: 'split-cues', label: 'Split at all cues, with new cameras', run: ({ workspace }) => splitAtCues(workspace) },
  { id: 'all-carries', label: 'All cuts to carries', run: ({ workspace }) => joinAll(workspace, 'carry') },
  { id: 'all-cuts', label: 'All carries to cuts', run: ({ workspace }) => joinAll(workspace, 'cut') },
  {
    id: 'constant',
    label: 'Constant through cuts',
    run: ({ workspace }) => constantThroughCuts(workspace),
  },
  {
    id: 'close-loop',
    label: 'Close the loop',
    run: ({ workspace }) => workspace.documents.edit((draft) => void closeTheLoop(draft, draft.format.length)),
  },
  { id: 'versions', label: 'Versions of this production', run: ({ workspace }) => workspace.view.setState({ versions: true }) },
  {
    id: 'save-file',
    label: 'Save this production as a file',
    run: ({ workspace }) =>
      void workspace.autosave
        .flush()
        .then(() => saveProductionFile(workspace.id))
        .catch((error: Error) => workspace.view.setState({ trouble: error.message })),
  },
  { id: 'contact-sheet', label: 'Contact sheet of the shots', run: ({ workspace }) => workspace.view.setState({ contactSheet: true }) },
  {
    id: 'curves',
    label: 'Timeline: lanes or curves',
    run: ({ workspace }) => workspace.view.setState(({ timelineAs }) => ({ timelineAs: timelineAs === 'lanes' ? 'curves' : 'lanes' })),
  },
  {
    id: 'thirds',
    label: 'Show or hide the thirds of the frame',
    run: ({ workspace }) => workspace.view.setState(({ thirds }) => ({ thirds: !thirds })),
  },
  {
    id: 'ghosts',
    label: 'Show or hide the stations before and after',
    run: ({ workspace }) => workspace.view.setState(({ ghosts }) => ({ ghosts: !ghosts })),
  },
  {
    id: 'sharpness',
    label: 'Show or hide what is sharp',
    run: ({ workspace }) => workspace.view.setState(({ sharpness }) => ({ sharpness: !sharpness })),
  },
  {
    id: 'other-curve',
    label: 'Look at the picture by the other curve of the display',
    keys: 'shift+y',
    run: ({ workspace }) => workspace.view.setState(({ otherCurve }) => ({ otherCurve: !otherCurve })),
  },
  { id: 'remove', label: 'Remove what is picked', keys: 'Delete', run: removePicked },
  {
    id: 'safe-areas',
    label: 'Show or hide safe areas',
    run: ({ workspace }) => workspace.view.setState((state) => ({ safeAreas: !state.safeAreas })),
  },
  { id: 'theme', label: 'Pale or dark surroundings', run: switchTheme },
  { id: 'sketch', label: 'Picture: sketch', run: ({ workspace }) => workspace.view.setState({ quality: 'sketch' }) },
  { id: 'lit', label: 'Picture: lit', run: ({ workspace }) => workspace.view.setState({ quality: 'lit' }) },
  { id: 'full', label: 'Picture: full', run: ({ workspace }) => workspace.view.setState({ quality: 'full' }) },
  {
    id: 'select-camera',
    label: 'Select the camera',
    run: ({ workspace }) => {
      const { id } = seenCamera(workspace.documents.store.getState().production, workspace.view.getState());
      workspace.view.setState({ selection: { kind: 'camera', id } });
    },
  },
  ...LIGHT_COMMANDS,
  { id: 'go-shape', label: 'Go to Shape', keys: 'mod+1', always: true, run: ({ goTo }) => goTo('shape') },
  { id: 'go-light', label: 'Go to Light', keys: 'mod+2', always: true, run: ({ goTo }) => goTo('light') },
  { id: 'go-choreograph', label: 'Go to Choreograph', keys: 'mod+3', always: true, run: ({ goTo }) => goTo('choreograph') },
  { id: 'go-finish', label: 'Go to Finish', keys: 'mod+4', always: true, run: ({ goTo }) => goTo('finish') },
  { id: 'go-master', label: 'Go to Master', keys: 'mod+5', always: true, run: ({ goTo }) => goTo('master') },
  { id: 'go-desk', label: 'Go to the desk', run: ({ goTo }) => goTo('desk') },
  { id: 'finder', label: 'Find a command', keys: 'mod+k', always: true, run: ({ openFinder }) => openFinder() },
];

function pressed(event: KeyboardEvent): string {
  const key = event.key === ' ' ? 'Space' : event.key.length === 1 ? event.key.toLowerCase() : event.key;
  return `${event.ctrlKey || event.metaKey ? 'mod+' : ''}${event.shiftKey ? 'shift+' : ''}${key}`;
}

/** Fields in which text is typed; those that are only pressed or ticked are none. */
const TEXT = 'textarea, select, input:not([type=checkbox], [type=radio], [type=button], [type=range], [type=file])';
const takesText = (target: EventTarget | null) => target instanceof HTMLElement && (target.isContentEditable || target.matches(TEXT));
const takesKeys = (target: EventTarget | null) =>
  target instanceof Element &&
  target.closest('button, input, a, [role="option"], [role="menuitem"], [role="radio"], [role="dialog"]') !== null;

/** A field in which nothing is being typed: there is nothing of its own to undo. */
const isIdle = (target: EventTarget | null) => target instanceof HTMLElement && target.dataset.idle !== undefined;
const isUndoing = ({ id }: Command) => id === 'undo' || id === 'redo';

const isSearched = (target: EventTarget | null) =>
  target instanceof Element && target.closest('[role="dialog"], [role="listbox"], [role="menu"]') !== null;

/** Keys that go on meaning what they mean everywhere after a button was pressed with the mouse, which leaves the focus on it. */
const ELSEWHERE = ['Space', 'Home', 'End', 'PageUp', 'PageDown'];
/** The button that the mouse has pressed last, as long as the focus has not been moved by keys since. */
let pressedLast: Element | null = null;

/** Told of every press of the mouse. */
export const notePress = ({ target }: PointerEvent): void =>
  void (pressedLast = target instanceof Element ? target.closest('button') : null);

const isPressedByMouse = (target: EventTarget | null) => target instanceof HTMLButtonElement && target === pressedLast;

/** The command a key press means here, if any. Fields keep their own keys, and so does whatever has the focus. */
export function commandFor(event: KeyboardEvent): Command | undefined {
  if (event.key === 'Tab') pressedLast = null;
  if (event.defaultPrevented) return undefined;
  const name = pressed(event) === 'mod+y' ? 'mod+shift+z' : pressed(event);
  const command = COMMANDS.find(({ keys }) => keys === name);
  if (!command) return undefined;
  if (takesText(event.target)) return command.always && (isIdle(event.target) || !isUndoing(command)) ? command : undefined;
  // Lists and dialogs are searched by letters.
  if (!command.always && isSearched(event.target)) return undefined;
  if (ELSEWHERE.includes(name) && isPressedByMouse(event.target)) return command;
  const plain = ['Space', 'Enter', 'ArrowLeft', 'ArrowRight', 'Home', 'End', 'Escape', 'PageUp', 'PageDown'].includes(
    name.replace('shift+', ''),
  );
  return plain && takesKeys(event.target) ? undefined : command;
}
