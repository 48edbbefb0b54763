import type { Carrier } from '@/core/rig/rig';

/** An edit of one carrier of a kind. */
export type Change<K extends Carrier['kind']> = (recipe: (carrier: Extract<Carrier, { kind: K }>) => void, gesture?: string | null) => void;
