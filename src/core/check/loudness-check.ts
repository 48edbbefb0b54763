import type { Loudness } from '../sound/loudness';
import type { Verdict } from './verdict';

/** What programmes are delivered at (EBU R 128): LUFS with what it may be off, and dBTP. */
export const TARGET_LUFS = -23;
const MAY_BE_OFF = 0.5;
export const MOST_PEAK = -1;

const spoken = (value: number, unit: string): string => (Number.isFinite(value) ? `${value.toFixed(1)} ${unit}` : `nothing to be heard`);

/** Whether a sound is as loud as programmes are. @param rate frames a second */
export function checkLoudness({ integrated, momentary, shortTerm, truePeak, curve }: Loudness, rate: number): Verdict {
  const off = integrated - TARGET_LUFS;
  const isOff = Number.isFinite(integrated) && Math.abs(off) > MAY_BE_OFF;
  const isPeaking = truePeak > MOST_PEAK;
  const quieter = Math.max(off, truePeak - MOST_PEAK);
  return {
    check: 'loudness',
    label: 'Loudness',
    state: isPeaking ? 'fails' : isOff || !Number.isFinite(integrated) ? 'warns' : 'passes',
    figure:
      `${spoken(integrated, 'LUFS')}; momentary ${spoken(momentary, 'LUFS')}, short-term ${spoken(shortTerm, 'LUFS')}, ` +
      `true peak ${spoken(truePeak, 'dBTP')}. Asked: ${TARGET_LUFS} LUFS ± ${MAY_BE_OFF}, at most ${MOST_PEAK} dBTP (EBU R 128)`,
    findings: [],
    advice: isOff || isPeaking ? `Set the sound’s level ${Math.abs(quieter).toFixed(1)} dB ${quieter > 0 ? 'lower' : 'higher'}.` : '',
    chart: {
      label: 'momentary loudness, LUFS',
      // A block of 400 ms is heard about its middle.
      frames: curve.map((_, i) => Math.round((0.1 * i + 0.2) * rate)),
      values: curve.map((value) => Math.max(-60, value)),
      limit: null,
    },
  };
}
