'use client';

import { Maximize } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { changeShell, listByDepth } from '@/core/production/edits/shell-edits';
import { mayChange } from '@/core/motion/channel';
import { withValue } from '@/core/motion/edit-channel';
import { isSwept, type Mark } from '@/core/production/mark';
import { ownParts } from '@/core/production/own-parts';
import { numberMeta } from '@/core/production/owners/owners';
import { resolverOf } from '@/core/production/resolver';
import { bevelSchema, shellKind, shellSchema, type Bevel, type Shell } from '@/core/production/shell';
import { hueFor, UNITS, type Production } from '@/core/production/production';
import { fieldMeta, type FieldMeta } from '@/core/schema/fields';
import { readNumber } from '@/core/schema/arithmetic';
import { useTyped } from '@/parts/fields/use-typed';
import { Hint, IconButton, LinePick } from '@/parts/controls';
import type { SectionPart } from '@/parts/section-view/section-grips';
import { SectionView } from '@/parts/section-view/section-view';
import type { ShellLoop } from '@/workers/picture-messages';
import { PaneTitle } from '../layout/panes';
import { useSceneFrame } from '../looking/seen';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const shape = shellSchema.shape;
const META: Record<Exclude<SectionPart, 'place'>, FieldMeta> = {
  from: numberMeta({ kind: shellKind }, 'from'),
  to: numberMeta({ kind: shellKind }, 'to'),
  offset: fieldMeta(shape, 'offset'),
  bevelSize: fieldMeta(bevelSchema.shape, 'size'),
  bevelHeight: fieldMeta(bevelSchema.shape, 'height'),
};

const restOfDepths = ({ channels: { from, to } }: Shell) => ({ from: from.rest, to: to.rest });

interface Depths {
  from: number;
  to: number;
}

/** Puts a value of the section, in metres, into a shell, within its bounds; depths that are keyed get a key at the frame. */
function putPart(shell: Shell, now: Depths, part: SectionPart, metres: number, frame: number): void {
  const depth = (name: keyof Depths, value: number) => (shell.channels[name] = withValue(shell.channels[name], frame, value));
  if (part === 'place') {
    const thickness = now.to - now.from;
    const to = Math.max(META.to.min + thickness, Math.min(META.to.max, metres));
    depth('to', to);
    depth('from', to - thickness);
    return;
  }
  const { min, max, unit } = META[part];
  const value = Math.max(min, Math.min(max, unit === 'mm' ? metres * 1000 : metres));
  if (part === 'bevelSize') shell.front.size = value;
  else if (part === 'bevelHeight') shell.front.height = value;
  else if (part === 'offset') shell.offset = value;
  else depth(part, value);
}

/** The depths that a shell stands between at a frame. */
function depthsAt(production: Production, markId: string, shell: Shell, frame: number): Depths {
  const { from, to } = resolverOf(production).of(`marks/${markId}/shells/${shell.id}`, shell.channels);
  return { from: from.at(frame), to: to.at(frame) };
}

/** Height of a bevel along the depth, metres. */
const heightOfBevel = ({ profile, size, height }: Bevel) => (profile === 'none' || size === 0 ? 0 : height / 1000);

/** Share of its heights that a shell's bevels have room for between its planes. */
function bevelRoom({ front, back }: Shell, { from, to }: Depths): number {
  const heights = heightOfBevel(front) + heightOfBevel(back);
  return heights > 0 ? Math.min(1, (to - from) / heights) : 1;
}

/** Whether the section through a mark changes with time. */
function isCutByTime({ channels, shells, body }: Mark): boolean {
  const depths = shells.flatMap((shell) => [shell.channels.from, shell.channels.to]);
  const parts = ownParts(body).list.flatMap((part) => Object.values(part.channels));
  return [channels.inflate, ...depths, ...parts].some((channel) => mayChange(channel));
}

/** Cuts the mark anew whenever it or the cut has changed; the last section stays while the next one is on its way. */
function useSection(mark: Mark): ShellLoop[] {
  const { picture } = useWorkspace();
  const cut = useView((s) => s.cut);
  const facts = useView((s) => s.facts[mark.id]);
  // What moves in depth, or is blown up, is cut as it stands at the playhead.
  const frame = useSceneFrame();
  const at = isCutByTime(mark) ? frame : null;
  const [loops, setLoops] = useState<ShellLoop[]>([]);
  useEffect(() => {
    let stale = false;
    picture?.section(mark.id, cut).then(
      (next) => {
        if (!stale) setLoops(next);
      },
      // The picture is being started again: it is asked anew then.
      () => undefined,
    );
    return () => {
      stale = true;
    };
  }, [picture, mark.id, cut, facts, at]);
  return loops;
}

const CUT_AT: FieldMeta = { label: 'Cut up', unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.02, digits: 2, shown: 1 };
const CUT_ACROSS: FieldMeta = { label: 'across', unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.05, digits: 2, shown: 1 };
const CUT_ANGLE: FieldMeta = { label: 'turned', unit: '°', min: -180, max: 180, rest: 0, step: 5, digits: 0, shown: 1 };

/** The section through the selected mark. */
export function MarkSection({ mark }: { mark: Mark }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const { cut, shellId } = useView((s) => ({ cut: s.cut, shellId: s.shellId }));
  const production = useProduction((p) => p);
  const { units } = production;
  const frame = useSceneFrame();
  const loops = useSection(mark);
  const sectionFits = useView((s) => s.sectionFits);
  /** Planes of the shell as they were when it was taken in hand. */
  const begun = useRef<(Depths & { gesture: string }) | null>(null);
  const selected = mark.shells.find((shell) => shell.id === shellId) ?? mark.shells[0];
  const cutAt = (change: Partial<typeof cut>) => view.setState({ cut: { ...cut, ...change } });
  const put = (part: SectionPart, metres: number, gesture: string) => {
    if (!selected) return;
    const now = depthsAt(production, mark.id, selected, frame);
    if (begun.current?.gesture !== gesture) begun.current = { gesture, ...restOfDepths(selected) };
    const { from, to } = begun.current;
    edit((draft) => {
      changeShell(draft, mark.id, selected.id, (shell) => {
        // A plane that was pushed along comes back with the one that pushed it.
        if (part === 'to') shell.channels.from.rest = from;
        if (part === 'from') shell.channels.to.rest = to;
        putPart(shell, now, part, metres, frame);
      });
      if (part === 'place') listByDepth(draft, mark.id, selected.id);
    }, gesture);
  };
  const number = (meta: FieldMeta, name: 'x' | 'y' | 'angleDeg') => (
    <CutField meta={meta} value={cut[name]} onChange={(value) => cutAt({ [name]: value })} />
  );
  return (
    <>
      <PaneTitle>
        <span>
          <b>Section</b>
          {selected?.name}
        </span>
        <span style={{ display: 'flex', gap: 4 }}>
          <IconButton
            label="See the section whole"
            keys="Shift W"
            $tone="quiet"
            onPress={() => view.setState({ sectionFits: sectionFits + 1 })}
          >
            <Maximize size={12} />
          </IconButton>
          <UnitPick value={units} onChange={(next) => edit((draft) => void (draft.units = next))} />
          {number(CUT_AT, 'y')}
          {number(CUT_ACROSS, 'x')}
          {number(CUT_ANGLE, 'angleDeg')}
        </span>
      </PaneTitle>
      {loops.length === 0 ? <Hint style={{ padding: '8px 10px' }}>The cut meets no stroke. Move it over the mark.</Hint> : null}
      <SectionView
        key={sectionFits}
        unit={units}
        shells={mark.shells.map((shell, i) => ({
          id: shell.id,
          name: shell.name,
          hue: hueFor(i),
          ...depthsAt(production, mark.id, shell, frame),
          offset: shell.offset / 1000,
          bevelSize: shell.front.profile === 'none' ? 0 : shell.front.size / 1000,
          bevelHeight: shell.front.profile === 'none' ? 0 : shell.front.height / 1000,
          room: bevelRoom(shell, depthsAt(production, mark.id, shell, frame)),
          inflated: mark.skin.on || !isSwept(mark.body),
        }))}
        loops={loops}
        selected={selected?.id ?? null}
        onSelect={(id) => view.setState({ shellId: id })}
        onChange={put}
      />
    </>
  );
}

/** The production's unit of length, chosen where it is read. */
function UnitPick({ value, onChange }: { value: Production['units']; onChange: (unit: Production['units']) => void }) {
  return (
    <span style={{ font: '11px var(--mono)' }}>
      in{' '}
      <LinePick label="Unit of dimensions" value={value} onChange={onChange} options={UNITS.map((unit) => ({ id: unit, label: unit }))} />
    </span>
  );
}

/** A short field in a line of title: typed or stepped. */
function CutField({ meta, value, onChange }: { meta: FieldMeta; value: number; onChange: (value: number) => void }) {
  const within = (wanted: number) => Math.max(meta.min, Math.min(meta.max, wanted));
  const typed = useTyped(
    value.toFixed(meta.digits),
    (text) => readNumber(text, meta.unit),
    (read) => onChange(within(read)),
  );
  return (
    <label style={{ display: 'flex', gap: 4, alignItems: 'center' }}>
      {meta.label}
      <input
        aria-label={`Cut ${meta.label.replace('Cut ', '')}, ${meta.unit}`}
        style={{
          width: 34,
          height: 18,
          border: `1px solid ${typed.isBad ? 'var(--coral)' : 'transparent'}`,
          background: 'var(--well)',
          borderRadius: 2,
          font: '11px var(--mono)',
          textAlign: 'right',
        }}
        value={typed.text}
        aria-invalid={typed.isBad || undefined}
        title={typed.isBad ? 'This cannot be read as a number. Escape brings the old value back.' : undefined}
        onChange={(event) => typed.type(event.target.value)}
        onFocus={(event) => event.currentTarget.select()}
        onBlur={typed.commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') typed.commit();
          if (event.key === 'Escape' && typed.isTyping) {
            event.stopPropagation();
            typed.drop();
          }
          const direction = event.key === 'ArrowUp' ? 1 : event.key === 'ArrowDown' ? -1 : 0;
          if (direction === 0) return;
          event.preventDefault();
          typed.drop();
          onChange(within(value + direction * meta.step * (event.shiftKey ? 10 : event.altKey ? 0.1 : 1)));
        }}
      />
      {meta.unit}
    </label>
  );
}
