import { scaleLinear, type ScaleLinear } from 'd3-scale';
import type { Channel } from '@/core/motion/channel';
import { speedAt } from '@/core/motion/channel-speed';
import type { Reader } from '@/core/motion/readers';
import { handleEnd } from '@/core/motion/handle-edit';

/** A curve as points of frames and values. */
export type CurvePoint = readonly [frame: number, value: number];

/** Points of a channel's value and of its speed (units a second) over a span, close enough that a pixel is no more than two steps. */
export function curvesOf(
  channel: Channel,
  reader: Reader<number>,
  from: number,
  to: number,
  pixels: number,
  framesPerSecond: number,
): { value: CurvePoint[]; speed: CurvePoint[] } {
  const count = Math.max(2, Math.min(1200, Math.round(pixels / 1.5)));
  const frames = new Set(Array.from({ length: count + 1 }, (_, i) => from + ((to - from) * i) / count));
  // Corners and steps are drawn where they are.
  for (const { frame } of channel.keys) if (frame >= from && frame <= to) frames.add(frame).add(frame - 1e-6);
  const sorted = [...frames].sort((a, b) => a - b);
  return {
    value: sorted.map((frame) => [frame, reader.at(frame)]),
    speed: sorted.map((frame) => {
      const speed = speedAt(channel, frame) * framesPerSecond;
      return [frame, Number.isFinite(speed) ? speed : 0];
    }),
  };
}

/** Where a channel's values lie, with its handles. */
export function valueScale(channel: Channel, value: readonly CurvePoint[], height: number): ScaleLinear<number, number> {
  const values = value.map(([, v]) => v);
  channel.keys.forEach((key, i) => {
    values.push(key.value);
    for (const side of ['arrive', 'leave'] as const) {
      const end = handleEnd(channel.keys, i, side);
      if (end) values.push(end.value);
    }
  });
  return padded(Math.min(...values), Math.max(...values), height);
}

export function speedScale(speed: readonly CurvePoint[], height: number): ScaleLinear<number, number> {
  const sorted = speed.map(([, v]) => v).sort((a, b) => a - b);
  // A curve that begins upright has no end to its speed: the last few are let go over the edge.
  const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))] ?? 0;
  return padded(Math.min(0, at(0.005)), Math.max(0, at(0.995)), height);
}

function padded(low: number, high: number, height: number): ScaleLinear<number, number> {
  const room = high - low < 1e-9 ? Math.max(0.5, Math.abs(high) * 0.1) : (high - low) * 0.06;
  return scaleLinear([low - room, high + room], [height - 10, 10]);
}
