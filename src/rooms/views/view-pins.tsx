'use client';

import { Pin, PinOff } from 'lucide-react';
import { styled } from 'styled-components';
import { MAX_PINS } from '@/core/production/production';
import { freshId } from '@/core/production/edits/fresh-id';
import { orbit } from '@/core/rig/carriers/orbit';
import { IconButton } from '@/parts/controls';
import { seenState } from '../looking/use-frame-state';
import { STILL } from '../looking/flight';
import { seek } from '../looking/transport';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const Pins = styled.div`
  display: flex;
  align-items: center;
  gap: 2px;
  margin-left: auto;
  button[data-pin] {
    min-width: 20px;
    height: 20px;
    border: 1px solid var(--line);
    border-radius: 3px;
    background: none;
    color: var(--dim);
    font: 12px var(--mono);
    &:hover {
      border-color: var(--line-strong);
      color: var(--text);
    }
    &[aria-pressed='true'] {
      border-color: var(--brass);
      color: var(--brass);
    }
  }
`;

/** Views that were pinned: a frame and where it was looked at from. A press goes back to one. */
export function ViewPins() {
  const workspace = useWorkspace();
  const { view } = workspace;
  const edit = useEdit();
  const pins = useProduction((p) => p.pins);
  const { playhead, flight } = useView((s) => ({ playhead: Math.round(s.playhead), flight: s.flight }));
  const here = pins.find(
    (pin) =>
      pin.frame === playhead &&
      (pin.pose === null ? flight === null : flight !== null && pin.pose.every((v, i) => Math.abs(v - (flight.pose[i] as number)) < 1e-9)),
  );
  const goTo = (pin: (typeof pins)[number]) => {
    const { focusDistance } = seenState(workspace).camera;
    view.setState({ playing: false });
    seek(workspace, pin.frame);
    view.setState({
      flight: pin.pose
        ? { pose: pin.pose, values: orbit.land(pin.pose, { azimuth: 0, height: 0, roll: 0, radius: focusDistance }, STILL) }
        : null,
    });
  };
  return (
    <Pins role="group" aria-label="Pinned views">
      {pins.map((pin, i) => (
        <button
          key={pin.id}
          type="button"
          data-pin
          aria-pressed={here === pin}
          aria-label={`Pinned view ${i + 1}, frame ${pin.frame}`}
          title={`Frame ${pin.frame}${pin.pose ? ', flown to' : ''}`}
          onClick={() => goTo(pin)}
        >
          {i + 1}
        </button>
      ))}
      {here ? (
        <IconButton
          label="Unpin this view"
          $tone="quiet"
          onPress={() => edit((draft) => void (draft.pins = draft.pins.filter(({ id }) => id !== here.id)))}
        >
          <PinOff size={13} />
        </IconButton>
      ) : (
        <IconButton
          label="Pin this view"
          $tone="quiet"
          isDisabled={pins.length >= MAX_PINS}
          onPress={() =>
            edit(
              (draft) => void draft.pins.push({ id: freshId(draft.pins, 'pin'), frame: playhead, pose: flight ? [...flight.pose] : null }),
            )
          }
        >
          <Pin size={13} />
        </IconButton>
      )}
    </Pins>
  );
}
