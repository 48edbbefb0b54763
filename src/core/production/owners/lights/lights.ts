import { areaLight } from './area';
import { pointLight } from './point';
import { spotLight } from './spot';
import { stripLight } from './strip';
import { sun } from './sun';

/** What lights the marks, by kind. */
export const LIGHTS = [sun, areaLight, stripLight, spotLight, pointLight] as const;
export type LightKind = (typeof LIGHTS)[number];
export type LightKindName = LightKind['kind'];
