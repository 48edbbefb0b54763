import { z } from 'zod';
import { CURVE_PLACES, CURVES_OF, isStraight, type CurveOf, type ToneCurves } from '../../../colour/tone-curves';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { effect, ON } from './effect';

const PLACE_WORDS = ['blacks', 'darks', 'mids', 'lights', 'whites'] as const;
const OF_WORDS: Readonly<Record<CurveOf, string>> = { all: 'All', red: 'Red', green: 'Green', blue: 'Blue' };

type PointName = `${CurveOf}${0 | 1 | 2 | 3 | 4}`;

/** Name of the channel that holds a point of a curve. */
export const pointName = (of: CurveOf, i: number): PointName => `${of}${i}` as PointName;

const points = Object.fromEntries(
  CURVES_OF.flatMap((of) =>
    CURVE_PLACES.map((place, i) => [
      pointName(of, i),
      channelField({
        label: `${OF_WORDS[of]}, ${PLACE_WORDS[i] as string}`,
        unit: '%',
        min: 0,
        max: 1,
        rest: place,
        step: 0.01,
        digits: 1,
        shown: 100,
      }),
    ]),
  ),
) as Record<PointName, ReturnType<typeof channelField>>;

/** The points of all curves among the values of an effect. */
export const curvesIn = (values: Readonly<Record<PointName, number>>): ToneCurves =>
  Object.fromEntries(CURVES_OF.map((of) => [of, CURVE_PLACES.map((_, i) => values[pointName(of, i)])])) as unknown as ToneCurves;

/** Curves of what the display shows: of all three colours together, then of each. */
export const curves = effect({
  kind: 'curves',
  label: 'Curves',
  space: 'display',
  channels: z.object({ ...ON, ...points }),
  settings: NO_SETTINGS,
  isNeutral: (values) => Object.values(curvesIn(values)).every(isStraight),
});
