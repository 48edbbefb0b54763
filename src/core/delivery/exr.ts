import { zlibSync } from 'fflate';
import { halfOf } from './half';
import type { LayerChannel } from './layers';

export interface ExrPicture {
  width: number;
  height: number;
  channels: readonly LayerChannel[];
  isPacked: boolean;
  /** Frames a second. */
  rate: { num: number; den: number };
  /** Hours, minutes, seconds, frames, and whether numbers are dropped; of this frame. */
  timecode: { hours: number; minutes: number; seconds: number; frames: number; isDrop: boolean };
}

/** OpenEXR file layout: magic number; version 2 of one part in scan lines, with names of up to 255 letters. */
const MAGIC = [0x76, 0x2f, 0x31, 0x01];
const VERSION = 2;
const LONG_NAMES = 0x400;
const HALF = 1;
const FLOAT = 2;
const NO_COMPRESSION = 0;
const ZIP = 3;
/** Rows that are packed together by ZIP. */
const ZIP_ROWS = 16;
/** BT.709: red, green, blue, white. */
const CHROMATICITIES = [0.64, 0.33, 0.3, 0.6, 0.15, 0.06, 0.3127, 0.329];

/** Bytes that grow, little end first. */
class Bytes {
  private view = new DataView(new ArrayBuffer(4096));
  length = 0;

  private room(count: number): number {
    const at = this.length;
    this.length += count;
    if (this.length > this.view.byteLength) {
      const wider = new Uint8Array(Math.max(this.length, 2 * this.view.byteLength));
      wider.set(new Uint8Array(this.view.buffer));
      this.view = new DataView(wider.buffer);
    }
    return at;
  }
  /** Room may come with another view: it is made first. */
  private put(count: number, write: (view: DataView, at: number) => void): void {
    const at = this.room(count);
    write(this.view, at);
  }
  u8(...values: number[]): this {
    for (const value of values) this.put(1, (view, at) => view.setUint8(at, value));
    return this;
  }
  i32(...values: number[]): this {
    for (const value of values) this.put(4, (view, at) => view.setInt32(at, value, true));
    return this;
  }
  u32(...values: number[]): this {
    for (const value of values) this.put(4, (view, at) => view.setUint32(at, value, true));
    return this;
  }
  f32(...values: number[]): this {
    for (const value of values) this.put(4, (view, at) => view.setFloat32(at, value, true));
    return this;
  }
  text(value: string): this {
    return this.u8(...[...value].map((letter) => letter.charCodeAt(0)), 0);
  }
  bytes(data: Uint8Array): this {
    const at = this.room(data.length);
    new Uint8Array(this.view.buffer).set(data, at);
    return this;
  }
  get data(): Uint8Array {
    return new Uint8Array(this.view.buffer, 0, this.length);
  }
}

function attribute(to: Bytes, name: string, type: string, write: (to: Bytes) => void): void {
  const value = new Bytes();
  write(value);
  to.text(name).text(type).i32(value.length).bytes(value.data);
}

/** SMPTE ST 12-1, packed as for television of 60 fields: two digits each, with a bit where numbers are dropped. */
function packedTimecode({ hours, minutes, seconds, frames, isDrop }: ExrPicture['timecode']): number {
  const digits = (value: number) => ((Math.floor(value / 10) % 10) << 4) | (value % 10);
  return (digits(frames) | (isDrop ? 0x40 : 0) | (digits(seconds) << 8) | (digits(minutes) << 16) | (digits(hours) << 24)) >>> 0;
}

function header(picture: ExrPicture, channels: readonly LayerChannel[]): Bytes {
  const { width, height, isPacked, rate } = picture;
  const isLong = channels.some(({ name }) => name.length > 31);
  const out = new Bytes().u8(...MAGIC).u32(VERSION | (isLong ? LONG_NAMES : 0));
  attribute(out, 'channels', 'chlist', (to) => {
    for (const { name, isFull } of channels)
      to.text(name)
        .i32(isFull ? FLOAT : HALF)
        .u8(0, 0, 0, 0)
        .i32(1, 1);
    to.u8(0);
  });
  attribute(out, 'chromaticities', 'chromaticities', (to) => to.f32(...CHROMATICITIES));
  attribute(out, 'compression', 'compression', (to) => to.u8(isPacked ? ZIP : NO_COMPRESSION));
  attribute(out, 'dataWindow', 'box2i', (to) => to.i32(0, 0, width - 1, height - 1));
  attribute(out, 'displayWindow', 'box2i', (to) => to.i32(0, 0, width - 1, height - 1));
  attribute(out, 'framesPerSecond', 'rational', (to) => to.i32(rate.num).u32(rate.den));
  attribute(out, 'lineOrder', 'lineOrder', (to) => to.u8(0));
  attribute(out, 'pixelAspectRatio', 'float', (to) => to.f32(1));
  attribute(out, 'screenWindowCenter', 'v2f', (to) => to.f32(0, 0));
  attribute(out, 'screenWindowWidth', 'float', (to) => to.f32(1));
  attribute(out, 'timeCode', 'timecode', (to) => to.u32(packedTimecode(picture.timecode), 0));
  return out.u8(0);
}

/** Rows from one to another as a file has them: for each row, each channel's numbers. */
function rows({ width }: ExrPicture, channels: readonly LayerChannel[], from: number, to: number): Uint8Array {
  const each = channels.reduce((sum, { isFull }) => sum + (isFull ? 4 : 2) * width, 0);
  const out = new DataView(new ArrayBuffer(each * (to - from)));
  let at = 0;
  for (let y = from; y < to; y++) {
    for (const { values, isFull } of channels) {
      for (let i = y * width; i < (y + 1) * width; i++) {
        const value = values[i] as number;
        if (isFull) out.setFloat32(at, value, true);
        else out.setUint16(at, halfOf(value), true);
        at += isFull ? 4 : 2;
      }
    }
  }
  return new Uint8Array(out.buffer);
}

/**
 * What ZIP packs: first bytes of all numbers, then second ones, each as what differs from the one before; packed only where that is
 * smaller.
 */
function packed(raw: Uint8Array): Uint8Array {
  const apart = new Uint8Array(raw.length);
  const half = (raw.length + 1) >> 1;
  for (let i = 0; i < raw.length; i++) apart[(i & 1 ? half : 0) + (i >> 1)] = raw[i] as number;
  for (let i = raw.length - 1; i > 0; i--) apart[i] = (apart[i] as number) - (apart[i - 1] as number) + 128;
  const smaller = zlibSync(apart, { level: 4 });
  return smaller.length < raw.length ? smaller : raw;
}

/**
 * A picture of any number of channels as an OpenEXR file: one part in scan lines, halves or floats, layers by their names (Technical
 * introduction to OpenEXR; OpenEXR file layout, 2013).
 * @throws RangeError when a channel has not as many numbers as there are pixels, or two have one name
 */
export function writeExr(picture: ExrPicture): Uint8Array {
  const { width, height, isPacked } = picture;
  // Channels lie in the order of their names, by their bytes.
  const channels = [...picture.channels].sort((a, b) => (a.name < b.name ? -1 : 1));
  if (new Set(channels.map(({ name }) => name)).size < channels.length) throw new RangeError('Two channels have one name.');
  if (channels.some(({ values }) => values.length !== width * height)) throw new RangeError('A channel has another size than the picture.');
  const out = header(picture, channels);
  const step = isPacked ? ZIP_ROWS : 1;
  const blocks: { y: number; data: Uint8Array }[] = [];
  for (let y = 0; y < height; y += step) {
    const raw = rows(picture, channels, y, Math.min(height, y + step));
    blocks.push({ y, data: isPacked ? packed(raw) : raw });
  }
  // A table of where each block begins, then the blocks: the row it begins at, its size, its bytes.
  let at = out.length + 8 * blocks.length;
  for (const { data } of blocks) {
    out.u32(at % 2 ** 32, Math.floor(at / 2 ** 32));
    at += 8 + data.length;
  }
  for (const { y, data } of blocks) out.i32(y, data.length).bytes(data);
  return out.data;
}
