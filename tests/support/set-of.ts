import type { Production } from '@/core/production/production';
import { ofKind } from '@/core/schema/owner-kind';

/** Channels of what stands round the marks in a production with one light. Throws when something of it is missing. */
export function setOf({ lights, set, finish }: Pick<Production, 'lights' | 'set' | 'finish'>) {
  const [sun, display] = [ofKind(lights, 'sun'), ofKind(finish, 'display')];
  const [dome, floor, haze] = [ofKind(set, 'dome'), ofKind(set, 'floor'), ofKind(set, 'haze')];
  const [wall, sweep] = [ofKind(set, 'wall'), ofKind(set, 'sweep')];
  if (!sun || !dome || !floor || !haze || !wall || !sweep || !display) throw new Error('Not the production that was meant.');
  return {
    sun: sun.channels,
    dome: dome.channels,
    floor: floor.channels,
    wall: wall.channels,
    sweep: sweep.channels,
    haze: haze.channels,
    display: display.channels,
  };
}
