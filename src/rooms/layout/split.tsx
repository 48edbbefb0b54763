'use client';

import { Fragment, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import { Group, Panel, Separator, useGroupRef, type Layout } from 'react-resizable-panels';
import { styled } from 'styled-components';
import { z } from 'zod';

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

const layoutSchema = z.record(z.string(), z.number().min(0).max(100));
const keyOf = (name: string) => `ironsky views ${name}`;

/** Sizes that a person gave the views, as shares of all in percent; null where nobody has, or they are of other views. */
function keptLayout(name: string, panes: readonly SplitPane[]): Layout | null {
  try {
    const kept = layoutSchema.parse(JSON.parse(localStorage.getItem(keyOf(name)) ?? ''));
    return panes.every(({ id }) => paneId(id) in kept) && Object.keys(kept).length === panes.length ? kept : null;
  } catch {
    return null;
  }
}

function keepLayout(name: string, layout: Layout): void {
  try {
    localStorage.setItem(keyOf(name), JSON.stringify(layout));
  } catch {
    // A browser that keeps nothing shows first sizes again.
  }
}

/** The views that are folded away, with one of them folded or not. */
function withFold(known: ReadonlySet<string>, id: string, isFolded: boolean): ReadonlySet<string> {
  if (known.has(id) === isFolded) return known;
  return new Set(isFolded ? [...known, id] : [...known].filter((each) => each !== id));
}

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
  const [folded, setFolded] = useState<ReadonlySet<string>>(new Set());
  const first = useRef(panes);
  // The page comes from the server without them: what a browser keeps is known only here.
  useLayoutEffect(() => {
    const total = along === 'row' ? box.current?.clientWidth : box.current?.clientHeight;
    if (total) group.current?.setLayout(keptLayout(name, first.current) ?? firstLayout(first.current, total));
  }, [along, group, name]);
  return (
    <Group
      id={name.replaceAll(' ', '-')}
      groupRef={group}
      elementRef={box}
      orientation={along === 'row' ? 'horizontal' : 'vertical'}
      onLayoutChanged={(layout, { isUserInteraction }) => isUserInteraction && keepLayout(name, layout)}
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
            // What is folded away is not there for keys and screen readers either.
            onResize={({ inPixels }) => folds && setFolded((known) => withFold(known, id, inPixels < 1))}
            groupResizeBehavior={size ? 'preserve-pixel-size' : 'preserve-relative-size'}
            {...(size ? { defaultSize: size(FIRST_TOTAL[along]) } : {})}
          >
            {folded.has(id) ? null : content}
          </View>
        </Fragment>
      ))}
    </Group>
  );
}
