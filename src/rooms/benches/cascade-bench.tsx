'use client';

import { ArrowLeftRight, Trash2 } from 'lucide-react';
import type { CascadeWay, OrderName } from '@/core/motion/cascade';
import { CASCADE_STARTS, cascadeStart, type CascadeStartName } from '@/core/production/cascade-starts';
import { addBackwards, cascadeSpan, moveCascade, removeCascade, setCascadeSpan } from '@/core/production/edits/cascade-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { cascadeKind, partsLetters, type Cascade, type CascadeSettings } from '@/core/production/owners/cascade';
import type { FieldMeta } from '@/core/schema/fields';
import { Button, Heading, Hint, IconButton, Pick, Row, Tick } from '@/parts/controls';
import { Fold } from '@/parts/fold';
import { NumberField } from '@/parts/fields/number-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { hueColour } from '@/parts/theme';
import { useEdit, useProduction, useWorkspace } from '../workspace/workspace';
import { ChannelField } from './channel-field';
import { NameField } from './name-field';
import { PaceFields } from './pace-fields';
import { regionName } from './regions-bench';
import { SettingChoice } from './setting-choice';
import { ShellChoice } from './shell-choice';

const FRAMES = { unit: 'fr', min: -100_000, max: 1_000_000, rest: 0, step: 1, digits: 0, shown: 1 } as const;
const BEGINS: FieldMeta = { label: 'Begins at', ...FRAMES };
const TAKES: FieldMeta = { label: 'Takes', ...FRAMES, min: 1, rest: 25 };

const WAYS: Record<CascadeWay, string> = { arrival: 'arrive', exit: 'leave', wave: 'pass once', swing: 'on and on' };
const ORDERS: Record<OrderName, string> = {
  forward: 'first to last',
  backward: 'last to first',
  middle: 'from the middle',
  edges: 'from the edges',
  along: 'along a direction',
  random: 'by chance',
};
const ANCHORS: Record<CascadeSettings['anchor'], string> = {
  beginning: 'the beginning',
  end: 'the end',
  scaled: 'both, stretched',
  free: 'their frames',
};
const POINTS: Record<CascadeSettings['about'], string> = {
  middle: 'own middle',
  front: 'own front',
  baseline: 'own baseline',
  pivot: 'the mark’s pivot',
};

/** What takes its turn, in the words of what the mark is. */
function unitWords({ body, pattern }: Mark): Partial<Record<CascadeSettings['of'], string>> {
  const copies = pattern.kind === 'none' ? {} : { copies: 'copies' };
  if (body.kind === 'words') return { letters: 'letters', words: 'words', lines: 'lines', shells: 'shells', ...copies };
  if (body.kind === 'outline') return { letters: 'paths', shells: 'shells', ...copies };
  if (body.kind === 'model') return { letters: 'parts', ...copies };
  return { letters: 'the whole', shells: 'shells', ...copies };
}

/** Values by which a cascade is set first: those of the start that it is called after. */
function askedFirst({ name }: Cascade): readonly (keyof Cascade['channels'])[] {
  const start = (Object.keys(CASCADE_STARTS) as CascadeStartName[]).find((id) => name.startsWith(cascadeStart(id).label));
  return start ? cascadeStart(start).asks.filter((each) => each !== 'progress') : ['width'];
}

/** When it begins and how long it takes: its progress from nothing to the whole. */
function Timing({ mark, cascade }: { mark: Mark; cascade: Cascade }) {
  const edit = useEdit();
  const span = cascadeSpan(cascade);
  const put = (from: number, to: number, gesture: string | null) =>
    edit((draft) => changeMark(draft, mark.id, (found) => setCascadeSpan(found, cascade.id, { from, to })), gesture);
  if (!span) return <Hint>Its progress has no keys: key it, and it plays.</Hint>;
  return (
    <>
      <NumberField meta={BEGINS} value={span.from} onChange={(from, gesture) => put(from, from + span.to - span.from, gesture)} />
      <NumberField
        meta={TAKES}
        value={span.to - span.from}
        onChange={(takes, gesture) => put(span.from, span.from + Math.max(1, takes), gesture)}
      />
    </>
  );
}

/** One cascade of a mark: who takes a turn, when, and through what. */
export function CascadeBench({ path }: { path: string }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const [, markId = '', , id = ''] = path.split('/');
  const mark = useProduction((p) => p.marks.find((each) => each.id === markId));
  const index = mark?.cascades.findIndex((each) => each.id === id) ?? -1;
  const cascade = mark?.cascades[index];
  if (!mark || !cascade) return null;
  const { settings } = cascade;
  const change = (recipe: (cascade: Cascade, mark: Mark) => void, gesture: string | null = null) =>
    edit(
      (draft) =>
        changeMark(draft, markId, (found) => {
          const own = found.cascades.find((each) => each.id === id);
          if (own) recipe(own, found);
        }),
      gesture,
    );
  const first = askedFirst(cascade);
  const others = Object.keys(cascadeKind.channels.shape).filter(
    (name) => name !== 'on' && name !== 'progress' && !first.includes(name as (typeof first)[number]),
  );
  const field = (name: string) => <ChannelField key={name} owner={path} name={name} />;
  return (
    <>
      <NameField label="Name of the cascade" value={cascade.name} onChange={(name) => change((own) => void (own.name = name))} />
      <div style={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', gap: 4 }}>
        <Button $tone="quiet" onPress={() => view.setState({ selection: { kind: 'mark', id: markId }, pick: null })}>
          {mark.name}
        </Button>
        <Button
          $tone="quiet"
          isDisabled={cascadeSpan(cascade) === null}
          onPress={() =>
            edit((draft) =>
              changeMark(draft, markId, (found) => {
                const made = addBackwards(draft, found, id);
                if (made) view.setState({ selection: { kind: 'owner', id: `marks/${markId}/cascades/${made}` } });
              }),
            )
          }
        >
          <ArrowLeftRight size={13} /> Backwards at the end
        </Button>
        <IconButton
          label="Remove the cascade"
          $tone="quiet"
          onPress={() => {
            edit((draft) => changeMark(draft, markId, (found) => removeCascade(found, id)));
            view.setState({ selection: { kind: 'mark', id: markId } });
          }}
        >
          <Trash2 size={12} />
        </IconButton>
      </div>
      {field('on')}
      <Timing mark={mark} cascade={cascade} />
      {first.map(field)}
      <Heading>Who takes a turn</Heading>
      <SettingChoice owner={path} name="of" row="Of" label="What takes its turn" words={unitWords(mark)} />
      <SettingChoice owner={path} name="way" row="They" label="What they do" words={WAYS} />
      {mark.regions.length > 0 ? (
        <Pick
          label="Reached by"
          value={settings.regionId ?? 'none'}
          onChange={(region) => change((own) => void (own.settings.regionId = region === 'none' ? null : region))}
          options={[{ id: 'none', label: 'its progress' }, ...mark.regions.map((region) => ({ id: region.id, label: regionName(region) }))]}
        />
      ) : null}
      <Pick
        label="Order"
        value={settings.order}
        onChange={(order) => change((own) => void (own.settings.order = order))}
        options={(Object.keys(ORDERS) as OrderName[]).map((each) => ({ id: each, label: ORDERS[each] }))}
      />
      <SchemaFields
        shape={cascadeKind.settings.shape}
        names={settings.order === 'along' ? ['angle'] : settings.order === 'random' || cascade.channels.scatter.rest > 0 ? ['seed'] : []}
        values={settings}
        onChange={(name, value, gesture) => change((own) => void Object.assign(own.settings, { [name]: value }), gesture)}
      />
      {partsLetters(cascade) ? (
        <ShellChoice
          label="Moves"
          shells={mark.shells}
          value={settings.shellId}
          onChange={(shellId) => change((own) => void (own.settings.shellId = shellId))}
        />
      ) : null}
      <Pick
        label="Keys keep to"
        value={settings.anchor}
        onChange={(anchor) => change((own) => void (own.settings.anchor = anchor))}
        options={(Object.keys(ANCHORS) as CascadeSettings['anchor'][]).map((each) => ({ id: each, label: ANCHORS[each] }))}
      />
      {settings.way === 'arrival' || settings.way === 'exit' ? (
        <Row label="Not there yet">
          <Tick isSelected={settings.hides} onChange={(hides) => change((own) => void (own.settings.hides = hides))}>
            hidden
          </Tick>
        </Row>
      ) : null}
      {settings.way === 'swing' ? null : (
        <Fold title="Pace of each turn">
          <PaceFields
            pace={settings.pace}
            colour={hueColour(mark.hue, 0.6)}
            onChange={(pace, gesture) => change((own) => void (own.settings.pace = pace), gesture)}
          />
        </Fold>
      )}
      <Fold title={settings.way === 'exit' ? 'Where they go to' : 'Where they come from'}>
        <Pick
          label="Turn about"
          value={settings.about}
          onChange={(about) => change((own) => void (own.settings.about = about))}
          options={(Object.keys(POINTS) as CascadeSettings['about'][]).map((each) => ({ id: each, label: POINTS[each] }))}
        />
        {others.map(field)}
      </Fold>
      {mark.cascades.length > 1 ? (
        <div style={{ display: 'flex', gap: 4, marginTop: 8 }}>
          <Button $tone="quiet" isDisabled={index === 0} onPress={() => change((own, found) => moveCascade(found, own.id, index - 1))}>
            Earlier in the list
          </Button>
          <Button
            $tone="quiet"
            isDisabled={index === mark.cascades.length - 1}
            onPress={() => change((own, found) => moveCascade(found, own.id, index + 1))}
          >
            Later
          </Button>
        </div>
      ) : null}
    </>
  );
}
