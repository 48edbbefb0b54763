import type { ChannelRef } from '@/core/production/owners/owners';
import { nameInFormula } from '@/core/production/links';
import type { Workspace } from '../workspace/workspace';

/** Begins to write what a value follows, in the bar over the rooms. */
export function writeFormula({ view }: Workspace, channel: ChannelRef, label: string, text = ''): void {
  view.setState({ formula: { ...channel, label, text, caret: text.length, trouble: null } });
}

/** Puts the name of a value where the caret stands in the formula that is being written. */
export function putName({ view, documents }: Workspace, channel: ChannelRef): void {
  const { formula } = view.getState();
  const name = formula && nameInFormula(documents.store.getState().production, channel);
  if (!formula || !name) return;
  const { text, caret } = formula;
  view.setState({
    formula: { ...formula, text: `${text.slice(0, caret)}${name}${text.slice(caret)}`, caret: caret + name.length, trouble: null },
  });
}
