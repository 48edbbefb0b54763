'use client';

import { Fragment, useLayoutEffect, useRef, type ReactNode } from 'react';
import { Group, Panel, Separator, useDefaultLayout, useGroupRef, type Layout } from 'react-resizable-panels';
import { styled } from 'styled-components';

/** One of the views that bars lie between. */
export interface SplitPane {
  id: string;
  /** What it is called, for whoever hears of the bar beside it. */
  label: string;
  content: ReactNode;
  /** Pixels that it has at first, by what there is for all; left out it takes what is left. */
  size?: (total: number) => number;
  /** Fewest pixels that it can be read at. */
  least: number;
  /** Can be folded away. */
  folds?: boolean;
}

const Bar = styled(Separator)`
  flex: none;
  position: relative;
  background: var(--line);
  outline: none;
  &[aria-orientation='vertical'] {
    width: 1px;
  }
  &[aria-orientation='horizontal'] {
    height: 1px;
  }
  &:hover,
  &[data-separator='hover'],
  &[data-separator='active'],
  &:focus-visible {
    background: var(--verdigris);
    box-shadow: 0 0 0 1px var(--verdigris);
    z-index: 2;
  }
`;
/** The library gives each view a box of its own; what is in it fills that, as in any other row or column. */
const View = styled(Panel)<{ $along: 'row' | 'column' }>`
  display: flex;
  flex-direction: ${({ $along }) => $along};
`;

/** What there is, before it is known: the smallest window that is worked in. */
const FIRST_TOTAL = { row: 1280, column: 756 } as const;

/** The library writes ids into the page, where other things have theirs. */
const paneId = (id: string) => `pane-${id}`;

const NOWHERE = { getItem: () => null, setItem: () => undefined };

/** Sizes at first, as shares of all in percent. */
function firstLayout(panes: readonly SplitPane[], total: number): Layout {
  const bars = panes.length - 1;
  const pixels = panes.map(({ size }) => size?.(total) ?? null);
  const left = total - bars - pixels.reduce<number>((sum, each) => sum + (each ?? 0), 0);
  const open = pixels.filter((each) => each === null).length;
  return Object.fromEntries(panes.map(({ id }, i) => [paneId(id), (100 * (pixels[i] ?? left / open)) / (total - bars)]));
}

/**
 * Views side by side or one over another, with bars between them that are dragged, or moved with the arrow keys. Enter on a bar folds the
 * view before it where that can be, a double press brings first sizes back. Sizes are kept in the browser.
 */
export function Split({ name, along, panes }: { name: string; along: 'row' | 'column'; panes: readonly SplitPane[] }) {
  const group = useGroupRef();
  const box = useRef<HTMLDivElement>(null);
  const ids = panes.map(({ id }) => paneId(id));
  const { defaultLayout, onLayoutChanged } = useDefaultLayout({
    id: `ironsky ${name}`,
    panelIds: ids,
    onlySaveAfterUserInteractions: true,
    storage: typeof localStorage === 'undefined' ? NOWHERE : localStorage,
  });
  const kept = useRef(defaultLayout);
  const first = useRef(panes);
  useLayoutEffect(() => {
    const total = along === 'row' ? box.current?.clientWidth : box.current?.clientHeight;
    if (!kept.current && total) group.current?.setLayout(firstLayout(first.current, total));
  }, [along, group]);
  return (
    <Group
      id={name.replaceAll(' ', '-')}
      groupRef={group}
      elementRef={box}
      orientation={along === 'row' ? 'horizontal' : 'vertical'}
      defaultLayout={defaultLayout}
      onLayoutChanged={onLayoutChanged}
      style={{ flex: 1, minWidth: 0, minHeight: 0 }}
    >
      {panes.map(({ id, label, content, size, least, folds }, i) => (
        <Fragment key={id}>
          {i > 0 ? <Bar aria-label={`Between ${panes[i - 1]?.label} and ${label}`} /> : null}
          <View
            id={paneId(id)}
            $along={along}
            minSize={least}
            collapsible={folds ?? false}
            style={{ overflow: 'hidden' }}
            groupResizeBehavior={size ? 'preserve-pixel-size' : 'preserve-relative-size'}
            {...(size ? { defaultSize: size(FIRST_TOTAL[along]) } : {})}
          >
            {content}
          </View>
        </Fragment>
      ))}
    </Group>
  );
}
