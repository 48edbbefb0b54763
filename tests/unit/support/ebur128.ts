import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';

/** The library ebur128-wasm as a judge of loudness. Its glue is for bundlers: here its module is started by hand. */

interface Exports {
  memory: WebAssembly.Memory;
  __wbindgen_malloc(bytes: number): number;
  ebur128_integrated_stereo(rate: number, left: number, leftCount: number, right: number, rightCount: number): number;
  ebur128_true_peak_mono(rate: number, at: number, count: number): number;
}

const file = path.join(path.dirname(createRequire(import.meta.url).resolve('ebur128-wasm/package.json')), 'ebur128_wasm_bg.wasm');
const compiled = new WebAssembly.Module(readFileSync(file));

/** A fresh one each time: its memory is not given back. */
function started(): Exports {
  const imports = Object.fromEntries(WebAssembly.Module.imports(compiled).map(({ name }) => [name, () => 0]));
  return new WebAssembly.Instance(compiled, { './ebur128_wasm_bg.js': imports }).exports as unknown as Exports;
}

function given(wasm: Exports, signal: Float32Array): number {
  const at = wasm.__wbindgen_malloc(4 * signal.length);
  new Float32Array(wasm.memory.buffer).set(signal, at / 4);
  return at;
}

/** Integrated loudness of two channels, LUFS. */
export function integratedBy(rate: number, left: Float32Array, right: Float32Array): number {
  const wasm = started();
  const [a, b] = [given(wasm, left), given(wasm, right)];
  return wasm.ebur128_integrated_stereo(rate, a, left.length, b, right.length);
}

/** True peak of one channel, as it tells it. */
export function truePeakBy(rate: number, signal: Float32Array): number {
  const wasm = started();
  return wasm.ebur128_true_peak_mono(rate, given(wasm, signal), signal.length);
}
