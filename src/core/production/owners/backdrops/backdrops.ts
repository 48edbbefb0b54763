import { floor } from './floor';
import { sweep } from './sweep';
import { wall } from './wall';

/** What stands behind and under the marks. */
export const BACKDROPS = [floor, wall, sweep] as const;
export type BackdropKind = (typeof BACKDROPS)[number]['kind'];
