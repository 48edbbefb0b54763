'use client';

import { styled } from 'styled-components';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

const Notice = styled.div`
  position: absolute;
  left: 10px;
  bottom: 8px;
  padding: 2px 8px;
  border-radius: 3px;
  background: rgb(0 0 0 / 0.6);
  color: #ddd;
  font: 500 12px var(--label);
  button {
    margin-left: 10px;
    padding: 0 6px;
    border: 1px solid #777;
    border-radius: 3px;
    background: none;
    color: inherit;
    font: inherit;
  }
`;

/** How far a mark is built, and a way to stop. */
function Building({ markId, done, of }: { markId: string; done: number; of: number }) {
  const { picture } = useWorkspace();
  const name = useProduction((p) => p.marks.find(({ id }) => id === markId)?.name ?? 'a mark');
  return (
    <Notice role="status">
      Building {name}, {done} of {of}
      <button type="button" onClick={() => picture?.stopBuilding(markId)}>
        Stop
      </button>
    </Notice>
  );
}

/** What is to be said over the picture: the weightiest of it. */
export function LensNotices() {
  const marks = useProduction((p) => p.marks);
  const facts = useView((s) => s.facts);
  const isOther = useView((s) => s.otherCurve);
  const waits = marks.filter(({ id }) => !(id in facts)).length;
  const { lost, trouble, building, progress, flying, walks, drawn } = useView((s) => ({
    lost: s.lost,
    trouble: Object.values(s.troubles)[0] ?? s.pictureTrouble,
    building: Object.keys(s.building)[0] ?? null,
    progress: Object.values(s.building)[0] ?? null,
    flying: s.flight !== null,
    walks: s.walk !== null,
    drawn: s.drawn.samples > 0,
  }));
  const said = lost ?? trouble;
  if (said) return <Notice role="alert">{said}</Notice>;
  if (building && progress) return <Building markId={building} {...progress} />;
  if (waits > 0 && !flying) return <Notice role="status">{waits === 1 ? 'One mark' : `${waits} marks`} still to be built</Notice>;
  if (!drawn && !flying) return <Notice role="status">Drawing the first picture</Notice>;
  if (marks.length === 0 && walks)
    return <Notice role="status">Nothing stands here yet. Add words, an outline or a plain form at the left.</Notice>;
  if (isOther && !flying) return <Notice role="status">By the other curve of the display · Shift Y goes back</Notice>;
  return flying ? <Notice>Flying freely · Enter lands here, Escape goes back</Notice> : null;
}
