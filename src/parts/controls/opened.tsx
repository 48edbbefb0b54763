'use client';

import { useContext, useSyncExternalStore } from 'react';
import { OverlayTriggerStateContext, Popover, type PopoverProps } from 'react-aria-components';
import { POPOVERS } from './popovers';

const never = () => () => undefined;

/** The landmark, unless a dialog has shut off all of the page outside itself. */
function landmark(): HTMLElement | null {
  const found = document.getElementById(POPOVERS);
  return found?.inert ? null : found;
}

/** A popover within the page's landmark for them; over a dialog, or where a page has none, it stands by itself. */
export function Opened(props: PopoverProps) {
  // What is shut off is known when it opens, not when it is made: so it is looked at anew then.
  useContext(OverlayTriggerStateContext);
  const container = useSyncExternalStore(never, landmark, () => null);
  return <Popover {...props} {...(container ? { UNSTABLE_portalContainer: container } : {})} />;
}
