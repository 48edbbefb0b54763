'use client';

import type { ReactNode } from 'react';
import { Bench, RoomBody } from './panes';
import { Split, type SplitPane } from './split';

interface RoomOfViewsProps {
  /** Names its bars, and keeps their places. */
  name: string;
  /** Side by side: the call sheet, the lens view, a plan. */
  looks: SplitPane[];
  /** How high those are, of some height. */
  looksHeight: (total: number) => number;
  /** Under them. */
  below: Omit<SplitPane, 'size'>;
  bench: ReactNode;
  /** Over everything, where it is open. */
  children?: ReactNode;
}

/** A room of views side by side, something under them, and the bench at full height; all apart by bars that are dragged. */
export function RoomOfViews({ name, looks, looksHeight, below, bench, children }: RoomOfViewsProps) {
  const views = (
    <Split
      name={`${name} views`}
      along="column"
      panes={[
        {
          id: 'looks',
          label: 'the views',
          least: 200,
          size: looksHeight,
          content: <Split name={`${name} looks`} along="row" panes={looks} />,
        },
        below,
      ]}
    />
  );
  const panes: SplitPane[] = [
    { id: 'set', label: 'the views', least: 500, content: views },
    {
      id: 'bench',
      label: 'the bench',
      size: () => 247,
      least: 220,
      folds: true,
      content: <Bench aria-label="Bench">{bench}</Bench>,
    },
  ];
  return (
    <RoomBody>
      <Split name={name} along="row" panes={panes} />
      {children}
    </RoomBody>
  );
}
