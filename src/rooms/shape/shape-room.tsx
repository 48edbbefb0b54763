'use client';

import { Download, FileUp, Type } from 'lucide-react';
import { useEffect, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { duplicateMark, removeMark } from '@/core/production/edits/mark-edits';
import { addOutlineMark } from '@/core/production/edits/outline-edits';
import type { Mark } from '@/core/production/mark';
import { Button, Choices, Heading } from '@/parts/controls';
import { download } from '@/parts/download';
import { CallSheet } from '../layout/call-sheet';
import { CameraBench } from '../camera/camera-bench';
import { COMMANDS } from '../commands/commands';
import { LensPane } from '../views/lens-pane';
import { Band, Bench, Column, Hint, RoomBody } from '../layout/panes';
import { PlacementBench } from '../benches/placement-bench';
import { ScrubStrip } from '../looking/scrub-strip';
import { useSeenCamera } from '../looking/seen';
import { endWalk, keepWhole, startWalk } from '../looking/walk';
import { OwnerBench } from '../benches/owner-bench';
import { SetPlan } from '../views/set-plan';
import { TransportBar } from '../looking/transport-bar';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { AddForm } from './add-form';
import { FormBench } from './form-bench';
import { KitBench } from './kit-bench';
import { MarkOverlay } from './mark-overlay';
import { MarkSection } from './mark-section';
import { OutlineBench } from './outline-bench';
import { PatternBench } from './pattern-bench';
import { ShellBench } from './shell-bench';
import { ShellList } from './shell-list';
import { SkinBench } from './skin-bench';
import { SplitBench } from './split-bench';
import { DrawingNews } from './drawing-news';
import { useDrawing } from './use-drawing';
import { WordsBench } from './words-bench';

const Lens = styled.div`
  display: flex;
  flex: 1 1 380px;
  min-height: 380px;
  min-width: 0;
`;
const Plans = styled(Band)`
  flex: 0 1 36%;
  min-height: 0;
  border-top: 1px solid var(--line);
  > div + div {
    border-left: 1px solid var(--line);
  }
`;
const Adding = styled.div`
  display: flex;
  flex-direction: column;
  align-items: flex-start;
  padding: 6px 8px 0;
`;

function AddMarks() {
  const workspace = useWorkspace();
  const edit = useEdit();
  const { take, state: drawing } = useDrawing();
  const add = (file: File) =>
    take(file, (parts) =>
      edit((draft) => {
        const id = addOutlineMark(draft, file.name.replace(/\.svg$/i, ''), parts);
        workspace.view.setState({ selection: { kind: 'mark', id }, pick: null });
      }),
    );
  return (
    <Adding>
      <Button
        $tone="quiet"
        onPress={() =>
          COMMANDS.find(({ id }) => id === 'add-words')?.run({ workspace, goTo: () => undefined, openFinder: () => undefined })
        }
      >
        <Type size={13} /> Add words
      </Button>
      <FileTrigger acceptedFileTypes={['.svg', 'image/svg+xml']} onSelect={(files) => files?.[0] && void add(files[0])}>
        <Button $tone="quiet">
          <FileUp size={13} /> Outline from a file
        </Button>
      </FileTrigger>
      <AddForm />
      <DrawingNews {...drawing} />
    </Adding>
  );
}

function MarkBenches({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const { view, picture } = useWorkspace();
  const [trouble, setTrouble] = useState<string | null>(null);
  const { body } = mark;
  const exportGlb = async () => {
    const bytes = await picture?.glb(mark.id);
    setTrouble(bytes ? null : 'There is nothing of this mark to write yet.');
    if (bytes) download(bytes, `${mark.name}.glb`, 'model/gltf-binary');
  };
  return (
    <>
      <Bench $width={224} aria-label={`Words and place of ${mark.name}`}>
        {body.kind === 'words' ? (
          <WordsBench key={mark.id} mark={mark} words={body} />
        ) : body.kind === 'outline' ? (
          <OutlineBench key={mark.id} mark={mark} outline={body} />
        ) : (
          <FormBench key={mark.id} mark={mark} body={body} />
        )}
        <ShellList mark={mark} />
        <PlacementBench markId={mark.id} />
        {body.kind === 'words' ? <SplitBench key={`split-${mark.id}`} mark={mark} words={body} /> : null}
        {body.kind === 'body' ? null : <SkinBench key={`skin-${mark.id}`} mark={mark} />}
        <PatternBench key={`pattern-${mark.id}`} mark={mark} />
        <KitBench key={`kit-${mark.id}`} mark={mark} />
        <div style={{ display: 'flex', gap: 6, marginTop: 14 }}>
          <Button
            onPress={() =>
              edit((draft) => {
                const copy = duplicateMark(draft, mark.id);
                if (copy) view.setState({ selection: { kind: 'mark', id: copy } });
              })
            }
          >
            Duplicate
          </Button>
          <Button
            onPress={() => {
              edit((draft) => removeMark(draft, mark.id));
              view.setState({ selection: null });
            }}
          >
            Remove
          </Button>
          <Button $tone="quiet" onPress={() => void exportGlb()}>
            <Download size={13} /> GLB
          </Button>
        </div>
        {trouble ? <Hint role="alert">{trouble}</Hint> : null}
      </Bench>
      <Bench $width={248} aria-label={`Shell of ${mark.name}`}>
        <ShellBench mark={mark} />
      </Bench>
    </>
  );
}

function ShapeBenches() {
  const production = useProduction((p) => p);
  const selection = useView((s) => s.selection);
  const seen = useSeenCamera();
  const mark = selection?.kind === 'mark' ? production.marks.find((m) => m.id === selection.id) : undefined;
  if (mark) return <MarkBenches mark={mark} />;
  const camera = (selection?.kind === 'camera' ? production.cameras.find(({ id }) => id === selection.id) : undefined) ?? seen;
  return (
    <Bench $width={472} aria-label="Bench">
      {selection?.kind === 'owner' ? (
        <OwnerBench path={selection.id} />
      ) : selection?.kind === 'camera' && camera ? (
        <CameraBench camera={camera} />
      ) : (
        <>
          <Heading>Nothing is selected</Heading>
          <Hint>
            {production.marks.length === 0
              ? 'Add words or an outline from the call sheet at the left: they become the first mark.'
              : 'Select a mark in the lens view, in the plan or in the call sheet to shape it.'}
          </Hint>
        </>
      )}
    </Bench>
  );
}

function PlanChoice() {
  const { view } = useWorkspace();
  const planFrom = useView((s) => s.planFrom);
  return (
    <>
      <b>Plan</b>
      <Choices
        label="Plan seen from"
        value={planFrom}
        onChange={(next) => view.setState({ planFrom: next })}
        options={[
          { id: 'above', label: 'above' },
          { id: 'side', label: 'side' },
        ]}
      />
    </>
  );
}

/** In Shape one goes round the marks, unless a camera's view is asked for. */
function useWalk(): (walks: boolean) => void {
  const workspace = useWorkspace();
  const facts = useView((s) => s.facts);
  useEffect(() => {
    startWalk(workspace);
    return () => endWalk(workspace);
  }, [workspace]);
  useEffect(() => keepWhole(workspace), [workspace, facts]);
  return (walks) => (walks ? startWalk : endWalk)(workspace);
}

/** The room where marks are made: the lens view over the plans, words and shell beside them. */
export function ShapeRoom() {
  const planFrom = useView((s) => s.planFrom);
  const marks = useProduction((p) => p.marks);
  const selection = useView((s) => s.selection);
  const mark = selection?.kind === 'mark' ? marks.find((m) => m.id === selection.id) : undefined;
  const onWalk = useWalk();
  return (
    <RoomBody>
      <CallSheet>
        <AddMarks />
      </CallSheet>
      <Column>
        <Lens>
          <LensPane title={mark?.name ?? 'All marks'} onWalk={onWalk} overlay={mark ? <MarkOverlay key={mark.id} mark={mark} /> : null} />
        </Lens>
        <Plans>
          {mark ? (
            <Column style={{ flex: 2 }}>
              <MarkSection key={mark.id} mark={mark} />
            </Column>
          ) : (
            <Column>
              <SetPlan from="side" movable title={<b>Plan from the side</b>} />
            </Column>
          )}
          <Column>
            <SetPlan from={mark ? planFrom : 'above'} movable title={mark ? <PlanChoice /> : <b>Plan from above</b>} />
          </Column>
        </Plans>
        <ScrubStrip />
        <TransportBar />
      </Column>
      <ShapeBenches />
    </RoomBody>
  );
}
