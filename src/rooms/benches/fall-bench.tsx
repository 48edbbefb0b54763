'use client';

import { useMemo } from 'react';
import { fallSource } from '@/core/frame/fall-order';
import { RELEASES, type Release } from '@/core/fall/fall-settings';
import { fallSeconds } from '@/core/fall/fall-motion';
import { unpackFall } from '@/core/fall/packed-fall';
import { runFall, setFallOf, type FallRun } from '@/core/production/edits/fall-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { fallKind, type Fall, type FallOf } from '@/core/production/owners/fall';
import { Button, Heading, Hint, Pick, Tick, Trouble } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { Working } from '@/parts/working';
import { useSceneFrame } from '../looking/seen';
import { boundsIn } from '../workspace/view-store';
import { useEdit, useProduction, useView } from '../workspace/workspace';
import { ChannelField } from './channel-field';
import { MarkTicks } from './mark-ticks';
import { SettingChoice } from './setting-choice';
import { useFall } from './use-fall';

type Name = keyof Fall['settings'] & string;

const OF: Readonly<Record<FallOf, string>> = {
  nothing: 'nothing',
  mark: 'the mark as it is',
  letters: 'its letters',
  pieces: 'pieces of it',
  copies: 'its copies',
};
const RELEASE_WORDS: Readonly<Record<Release, string>> = {
  together: 'all at once',
  left: 'from the left',
  right: 'from the right',
  top: 'from the top',
  bottom: 'from below',
  middle: 'from the middle',
  chance: 'by chance',
};
const PUSHES: Name[] = ['pushX', 'pushY', 'pushZ', 'burst', 'stray', 'spin'];
const AIR: Name[] = ['drag', 'windX', 'windY', 'windZ', 'home'];

/** How a mark falls, or its letters, or the pieces that it breaks into. */
export function FallBench({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const frame = useSceneFrame();
  const { settings } = mark.fall;
  const owner = `marks/${mark.id}/fall`;
  const change = (recipe: (fall: Fall) => void, gesture?: string) =>
    edit((draft) => changeMark(draft, mark.id, (found) => recipe(found.fall)), gesture);
  const fields = (names: readonly Name[]) => (
    <SchemaFields
      shape={fallKind.settings.shape}
      names={names}
      values={settings}
      onChange={(name, value, gesture) => change((fall) => void Object.assign(fall.settings, { [name]: value }), gesture)}
    />
  );
  const falls = settings.of !== 'nothing';
  return (
    <Fold title="Fall" note={falls ? OF[settings.of] : ''} lazy>
      <Pick
        label="What falls"
        value={settings.of}
        onChange={(of) => edit((draft) => changeMark(draft, mark.id, (found) => setFallOf(draft, found, of, frame)))}
        options={(Object.keys(OF) as FallOf[]).map((id) => ({ id, label: OF[id] }))}
      />

      {!falls ? (
        <Hint>It drops, breaks up or is blown about under gravity. Run back, what lies about comes together.</Hint>
      ) : (
        <>
          {settings.of === 'pieces' ? (
            <>
              {fields(['pieces', 'cutSeed'])}
              <SettingChoice
                owner={owner}
                name="cut"
                row="Where cut"
                label="How pieces look where they are cut"
                words={{ plain: 'plain', bevelled: 'bevelled' }}
              />
            </>
          ) : null}
          {fields(['frame', 'seconds', 'gravity', 'bounce', 'friction'])}
          <Pick
            label="Let go"
            value={settings.release}
            onChange={(release) => change((fall) => void (fall.settings.release = release))}
            options={RELEASES.map((id) => ({ id, label: RELEASE_WORDS[id] }))}
          />

          {settings.release === 'together' ? null : fields(['over'])}
          <Fold title="Pushes" note="" lazy>
            {fields([...PUSHES, 'seed'])}
          </Fold>
          <Fold title="Air and way home" note="" lazy>
            {fields(AIR)}
          </Fold>
          <InTheWay mark={mark} change={change} fields={fields} />
          <Solving mark={mark} />
          {(['time', 'home', 'on'] as const).map((name) => (
            <ChannelField key={name} owner={owner} name={name} />
          ))}
        </>
      )}
    </Fold>
  );
}

/** What a fall meets: planes that are not seen, and other marks. */
function InTheWay({
  mark,
  change,
  fields,
}: {
  mark: Mark;
  change: (recipe: (fall: Fall) => void) => void;
  fields: (names: readonly Name[]) => React.ReactNode;
}) {
  const marks = useProduction((p) => p.marks);
  const { floor, wall, obstacles } = mark.fall.settings;
  const others = marks.filter(({ id }) => id !== mark.id);
  return (
    <Fold title="In the way" note={obstacles.length > 0 ? String(obstacles.length) : ''} lazy>
      <Tick isSelected={floor} onChange={(on) => change((fall) => void (fall.settings.floor = on))}>
        A floor that is not seen
      </Tick>
      {floor ? fields(['floorY']) : null}
      <Tick isSelected={wall} onChange={(on) => change((fall) => void (fall.settings.wall = on))}>
        A wall behind that is not seen
      </Tick>
      {wall ? fields(['wallZ']) : null}
      {others.length > 0 ? <Heading>Marks in the way</Heading> : null}
      <MarkTicks marks={others} listed={obstacles} onChange={(listed) => change(({ settings }) => void (settings.obstacles = listed))} />
    </Fold>
  );
}

const RUNS: readonly { id: FallRun; label: string }[] = [
  { id: 'falls', label: 'Falls from here' },
  { id: 'gathers', label: 'Comes together here' },
];

/** Solves a fall, says how it stands, and lets it run. */
function Solving({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const frame = useSceneFrame();
  const facts = useView((s) => s.facts);
  const production = useProduction((p) => p);
  const { solve, stop, share, trouble } = useFall(mark.id);
  const { solved } = mark.fall;
  const source = useMemo(() => (solved ? fallSource(production, mark, boundsIn(facts)) : ''), [solved, production, mark, facts]);
  const motion = solved && unpackFall(solved);
  const run = (way: FallRun) => edit((draft) => changeMark(draft, mark.id, (found) => runFall(draft, found, way, Math.round(frame))));
  return (
    <>
      {share !== null ? (
        <Working label="Solving the fall" share={share} onStop={stop} />
      ) : (
        <div style={{ display: 'flex', flexWrap: 'wrap', gap: 6, margin: '6px 0' }}>
          <Button onPress={() => void solve()}>{solved ? 'Solve again' : 'Solve'}</Button>
          {motion
            ? RUNS.map(({ id, label }) => (
                <Button key={id} $tone="quiet" onPress={() => run(id)}>
                  {label}
                </Button>
              ))
            : null}
        </div>
      )}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
      {motion ? (
        <Hint role="status">
          {solved.from === source
            ? `Solved: ${motion.bodies} ${motion.bodies === 1 ? 'body' : 'bodies'}, ${fallSeconds(motion).toFixed(2)} s.`
            : 'Something has changed since this was solved: what runs is the fall as it was. Solve it again.'}
        </Hint>
      ) : (
        <Hint role="status">{solved ? 'What was solved cannot be read. Solve it again.' : 'Not solved yet: nothing falls.'}</Hint>
      )}
    </>
  );
}
