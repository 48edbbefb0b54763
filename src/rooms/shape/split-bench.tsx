'use client';

import { markPose } from '@/core/frame/mark-pose';
import { pivotOf } from '@/core/frame/pivot';
import { gatherWords, joinedWords, splitWords, type SplitBy } from '@/core/production/edits/split-edits';
import type { Mark } from '@/core/production/mark';
import type { Words } from '@/core/production/words';
import { Button, Hint, Trouble } from '@/parts/controls';
import { Fold } from '@/parts/fold';
import { useTrouble } from '../workspace/use-trouble';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

const BY: { id: SplitBy; label: string }[] = [
  { id: 'word', label: 'words' },
  { id: 'letter', label: 'letters' },
  { id: 'line', label: 'lines' },
];

/** Makes words, letters or lines marks of their own, and gathers several marks to one again. */
export function SplitBench({ mark, words }: { mark: Mark; words: Words }) {
  const { view, picture } = useWorkspace();
  const edit = useEdit();
  const [trouble, setTrouble] = useTrouble();
  const production = useProduction((p) => p);
  const { marks } = production;
  const { also, facts, frame } = useView((s) => ({ also: s.also, facts: s.facts, frame: s.playhead }));
  const gathered = marks.filter(({ id, body }) => body.kind === 'words' && (id === mark.id || also.includes(id)));
  const lettersOf = async (asked: Words) => {
    const letters = await picture?.letters(asked).catch(() => null);
    if (!letters) setTrouble('The font of these words is not here any more. Choose another one first.');
    return letters;
  };
  const split = async (by: SplitBy) => {
    setTrouble(null);
    // Asked for, not taken from what was built last: that may be of words before these.
    const letters = await lettersOf(words);
    if (!letters) return;
    edit((draft) => {
      const made = splitWords(draft, mark.id, by, letters, pivotOf(mark, facts[mark.id]?.bounds));
      if (made[0]) view.setState({ selection: { kind: 'mark', id: made[0] }, also: made.slice(1), letters: null, pick: null });
    });
  };
  const gather = async () => {
    setTrouble(null);
    const joined = joinedWords(gathered as (Mark & { body: Words })[]);
    if (!joined) return setTrouble('Together these words are longer than one mark can be.');
    const letters = await lettersOf(joined.words);
    if (!letters) return;
    edit((draft) => {
      gatherWords(draft, {
        ids: gathered.map(({ id }) => id),
        poses: gathered.map((each) => markPose(production, each, frame, boundsIn(facts))),
        letters: gathered.map(({ id }) => facts[id]?.letters ?? []),
        joined: letters,
      });
      view.setState({ selection: { kind: 'mark', id: (gathered[0] as Mark).id }, also: [], letters: null, pick: null });
    });
  };
  const many = words.text.trim().length > 1;
  return (
    <Fold title="Split and gather" open={gathered.length > 1}>
      {many ? (
        <div style={{ display: 'flex', gap: 4 }}>
          {BY.map(({ id, label }) => (
            <Button
              key={id}
              isDisabled={
                !facts[mark.id] || (id === 'word' && !/\S\s+\S/.test(words.text)) || (id === 'line' && !/\S\s*\n\s*\S/.test(words.text))
              }
              onPress={() => void split(id)}
            >
              Into {label}
            </Button>
          ))}
        </div>
      ) : null}
      <div style={{ marginTop: 6 }}>
        <Button isDisabled={gathered.length < 2} onPress={() => void gather()}>
          {gathered.length < 2 ? 'Gather' : `Gather ${gathered.length} marks`}
        </Button>
      </div>
      {gathered.length < 2 ? <Hint>To gather, select more wordmarks in the call sheet with Control held.</Hint> : null}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
    </Fold>
  );
}
