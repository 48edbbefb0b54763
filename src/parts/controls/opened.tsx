'use client';

import { useSyncExternalStore } from 'react';
import { Popover, type PopoverProps } from 'react-aria-components';
import { POPOVERS } from './popovers';

const never = () => () => undefined;

/** A popover within the page's landmark for them; where a page has none, it stands by itself. */
export function Opened(props: PopoverProps) {
  const container = useSyncExternalStore(
    never,
    () => document.getElementById(POPOVERS),
    () => null,
  );
  return <Popover {...props} {...(container ? { UNSTABLE_portalContainer: container } : {})} />;
}
