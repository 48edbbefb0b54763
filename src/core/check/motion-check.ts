import type { FrameMotion } from './strobe';
import { spansOf, type Verdict } from './verdict';

/** Whether motion is seen in steps. */
export function checkStrobe(motion: readonly FrameMotion[]): Verdict {
  const strobing = motion.filter(({ strobes }) => strobes).map(({ frame }) => frame);
  const most = Math.max(0, ...motion.map(({ pixels }) => pixels));
  const step = motion.length > 1 ? (motion[1] as FrameMotion).frame - (motion[0] as FrameMotion).frame : 1;
  return {
    check: 'strobe',
    label: 'Strobing',
    state: strobing.length > 0 ? 'warns' : 'passes',
    figure: `at most ${Math.round(most)} pixels from frame to frame; ${strobing.length} frames would be seen in steps`,
    findings: spansOf(strobing, 'motion is seen in steps', step),
    advice: strobing.length > 0 ? 'Open the shutter further, or move slower or much faster.' : '',
    chart: {
      label: 'largest motion, pixels a frame',
      frames: motion.map(({ frame }) => frame),
      values: motion.map(({ pixels }) => pixels),
      limit: null,
    },
  };
}
