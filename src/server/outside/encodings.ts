import 'server-only';
import type { OutputName } from '@/core/delivery/outputs/outputs';

const shared = globalThis as typeof globalThis & { ironskyEncodings?: Map<string, { kind: OutputName; done: number }> };

/** Videos that the server makes at the moment, by their renders: how many frames are in them. Loaded twice; there once. */
export const encodings = (shared.ironskyEncodings ??= new Map());
