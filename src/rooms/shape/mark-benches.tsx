'use client';

import { Download, PenLine } from 'lucide-react';
import { removeBearer } from '@/core/frame/carry-mark';
import { addBacking } from '@/core/production/edits/backing';
import { addOutlineLine } from '@/core/production/edits/line-edits';
import { duplicateMark } from '@/core/production/edits/mark-edits';
import { heightOf, isSwept, type Mark } from '@/core/production/mark';
import type { Production } from '@/core/production/production';
import { Button, Hint } from '@/parts/controls';
import { download } from '@/parts/download';
import { CascadesBench } from '../benches/cascades-bench';
import { MarkCarriers } from '../benches/mark-carriers';
import { CoverBench } from '../benches/cover-bench';
import { FallBench } from '../benches/fall-bench';
import { MatteBench } from '../benches/matte-bench';
import { RevealBench } from '../benches/reveal-bench';
import { TrailBench } from '../benches/trail-bench';
import { RegionsBench } from '../benches/regions-bench';
import { PlacementBench } from '../benches/placement-bench';
import { Bench } from '../layout/panes';
import { useSceneFrame } from '../looking/seen';
import { boundsIn } from '../workspace/view-store';
import { useTrouble } from '../workspace/use-trouble';
import { useEdit, useView, useWorkspace } from '../workspace/workspace';
import { FormBench } from './form-bench';
import { KitBench } from './kit-bench';
import { LineBench } from './line-bench';
import { ModelBench } from './model-bench';
import { OutlineBench } from './outline-bench';
import { PanelBench } from './panel-bench';
import { PatternBench } from './pattern-bench';
import { ShellBench } from './shell-bench';
import { ShellList } from './shell-list';
import { SkinBench } from './skin-bench';
import { SplitBench } from './split-bench';
import { WordsBench } from './words-bench';

/** The benches of a mark: its words, drawing or form and where it stands in one, the shell at hand in the other. */
export function MarkBenches({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const { view, picture } = useWorkspace();
  const [trouble, setTrouble] = useTrouble();
  const facts = useView((s) => s.facts);
  const frame = useSceneFrame();
  const { body } = mark;
  const add = (put: (draft: Production) => string | null) =>
    edit((draft) => {
      const id = put(draft);
      if (id) view.setState({ selection: { kind: 'mark', id }, also: [] });
    });
  const drawLine = async () => {
    const d = await picture?.outline(mark.id).catch(() => null);
    setTrouble(d ? null : 'The outlines of this mark cannot be had yet.');
    if (d) add((draft) => addOutlineLine(draft, mark.id, d));
  };
  const exportGlb = async () => {
    const bytes = await picture?.glb(mark.id);
    setTrouble(bytes ? null : 'There is nothing of this mark to write yet.');
    if (bytes) download(bytes, `${mark.name}.glb`, 'model/gltf-binary');
  };
  return (
    <>
      <Bench $share={224} aria-label={`Words and place of ${mark.name}`}>
        {body.kind === 'words' ? (
          <WordsBench key={mark.id} mark={mark} words={body} />
        ) : body.kind === 'outline' ? (
          <OutlineBench key={mark.id} mark={mark} outline={body} />
        ) : body.kind === 'model' ? (
          <ModelBench key={mark.id} mark={mark} model={body} />
        ) : body.kind === 'line' ? (
          <LineBench key={mark.id} mark={mark} line={body} />
        ) : body.kind === 'panel' ? (
          <PanelBench key={mark.id} mark={mark} panel={body} />
        ) : (
          <FormBench key={mark.id} mark={mark} body={body} />
        )}
        <ShellList mark={mark} />
        <PlacementBench markId={mark.id} />
        {body.kind === 'words' ? <SplitBench key={`split-${mark.id}`} mark={mark} words={body} /> : null}
        {!isSwept(body) ? null : <SkinBench key={`skin-${mark.id}`} mark={mark} />}
        <PatternBench key={`pattern-${mark.id}`} mark={mark} />
        <CascadesBench key={`cascades-${mark.id}`} mark={mark} />
        <MarkCarriers mark={mark} />
        <RegionsBench key={`regions-${mark.id}`} mark={mark} />
        <MatteBench key={`matte-${mark.id}`} mark={mark} />
        <TrailBench key={`trail-${mark.id}`} mark={mark} />
        <FallBench key={`fall-${mark.id}`} mark={mark} />
        <RevealBench key={`reveal-${mark.id}`} mark={mark} />
        <CoverBench key={`cover-${mark.id}`} mark={mark} />
        <KitBench key={`kit-${mark.id}`} mark={mark} />
        <div style={{ display: 'flex', flexWrap: 'wrap', gap: 6, marginTop: 14 }}>
          <Button onPress={() => add((draft) => duplicateMark(draft, mark.id))}>Duplicate</Button>
          <Button onPress={() => add((draft) => addBacking(draft, mark.id, heightOf(mark)))}>Backing</Button>
          {isSwept(body) ? (
            <Button $tone="quiet" onPress={() => void drawLine()}>
              <PenLine size={13} /> Line along it
            </Button>
          ) : null}
          <Button
            onPress={() => {
              edit((draft) => removeBearer(draft, mark.id, frame, boundsIn(facts)));
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
      <Bench $share={248} aria-label={`Shell of ${mark.name}`}>
        <ShellBench mark={mark} />
      </Bench>
    </>
  );
}
