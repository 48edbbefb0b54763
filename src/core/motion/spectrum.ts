import FFT from 'fft.js';

/** One line of a spectrum. */
export interface SpectrumLine {
  /** Hertz. */
  frequency: number;
  /** Amplitude of the sine at that frequency, in the signal's unit. */
  amplitude: number;
}

/**
 * Amplitudes of a signal by frequency, from one step above 0 to half the rate (discrete Fourier transform by the library fft.js). A bell
 * (Hann) over
 * the signal keeps its lines narrow where they do not fall on a step.
 * @param rate samples a second
 */
export function spectrum(signal: readonly number[], rate: number): SpectrumLine[] {
  let size = 2;
  while (size * 2 <= signal.length) size *= 2;
  const fft = new FFT(size);
  const windowed = Array.from({ length: size }, (_, i) => (signal[i] ?? 0) * (1 - Math.cos((2 * Math.PI * i) / size)));
  const out = fft.createComplexArray();
  fft.realTransform(out, windowed);
  return Array.from({ length: size / 2 - 1 }, (_, i) => {
    const k = i + 1;
    return { frequency: (k * rate) / size, amplitude: (2 * Math.hypot(out[2 * k] as number, out[2 * k + 1] as number)) / size };
  });
}
