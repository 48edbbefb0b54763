import { z } from 'zod';
import { intField, numberField } from '../schema/fields';

/**
 * Plain forms as parametric outlines. Each is drawn about the origin, 2 units tall, Y down as in SVG. A new form is one schema and one
 * entry in FORMS.
 */

const share = { unit: '%', shown: 100, step: 0.01, digits: 0 } as const;
const ratio = numberField({ label: 'Width', unit: '× height', min: 0.05, max: 20, rest: 1.6, step: 0.05 });
const corner = numberField({ label: 'Corners', ...share, min: 0, max: 1, rest: 0.25 });
const thickness = (rest: number) => numberField({ label: 'Thickness', ...share, min: 0.01, max: 0.99, rest });

export const formShapeSchema = z.discriminatedUnion('form', [
  z.object({ form: z.literal('disc') }),
  z.object({ form: z.literal('ring'), thickness: thickness(0.25) }),
  z.object({ form: z.literal('plate'), ratio, corner }),
  z.object({ form: z.literal('frame'), ratio, corner, thickness: thickness(0.2) }),
  z.object({
    form: z.literal('arrow'),
    ratio,
    head: numberField({ label: 'Head', ...share, min: 0.05, max: 1, rest: 0.4 }),
    shaft: numberField({ label: 'Shaft', ...share, min: 0.02, max: 1, rest: 0.4 }),
  }),
  z.object({
    form: z.literal('chevrons'),
    count: intField({ label: 'Count', min: 1, max: 40, rest: 3 }),
    thickness: thickness(0.35),
    gap: numberField({ label: 'Gap', ...share, min: 0.02, max: 4, rest: 0.3 }),
  }),
  z.object({
    form: z.literal('star'),
    points: intField({ label: 'Points', min: 3, max: 60, rest: 5 }),
    inner: numberField({ label: 'Inner radius', ...share, min: 0.05, max: 1, rest: 0.45 }),
  }),
  z.object({ form: z.literal('polygon'), sides: intField({ label: 'Sides', min: 3, max: 60, rest: 6 }) }),
]);
export type FormShape = z.infer<typeof formShapeSchema>;
export type FormKind = FormShape['form'];

const polygon = (points: readonly (readonly [number, number])[]) => `M${points.map(([x, y]) => `${x} ${y}`).join('L')}Z`;
const circle = (r: number) => `M${-r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

/** A rectangle about the origin; `r` is the radius of its corners. */
function roundedRectangle(w: number, h: number, r: number): string {
  const radius = Math.max(0, Math.min(r, w / 2, h / 2));
  if (radius === 0)
    return polygon([
      [-w / 2, -h / 2],
      [w / 2, -h / 2],
      [w / 2, h / 2],
      [-w / 2, h / 2],
    ]);
  const arc = (dx: number, dy: number) => `a${radius} ${radius} 0 0 1 ${dx} ${dy}`;
  const [across, down] = [w - 2 * radius, h - 2 * radius];
  return (
    `M${-w / 2 + radius} ${-h / 2}h${across}${arc(radius, radius)}v${down}${arc(-radius, radius)}h${-across}` +
    `${arc(-radius, -radius)}v${-down}${arc(radius, -radius)}Z`
  );
}

/** Points on circles of alternating radii, the first one straight up. */
const spikes = (count: number, radii: readonly number[]) =>
  Array.from({ length: count * radii.length }, (_, i): [number, number] => {
    const angle = (2 * Math.PI * i) / (count * radii.length) - Math.PI / 2;
    const r = radii[i % radii.length] as number;
    return [r * Math.cos(angle), r * Math.sin(angle)];
  });

type Draw<K extends FormKind> = (shape: Extract<FormShape, { form: K }>) => string;

/** Path data of each form, for the even-odd rule. */
export const FORMS: { readonly [K in FormKind]: { label: string; draw: Draw<K> } } = {
  disc: { label: 'Disc', draw: () => circle(1) },
  ring: { label: 'Ring', draw: (s) => circle(1) + circle(1 - s.thickness) },
  plate: { label: 'Plate', draw: (s) => roundedRectangle(2 * s.ratio, 2, s.corner) },
  frame: {
    label: 'Frame',
    draw: (s) => {
      const wall = s.thickness * Math.min(1, s.ratio);
      return roundedRectangle(2 * s.ratio, 2, s.corner) + roundedRectangle(2 * (s.ratio - wall), 2 * (1 - wall), s.corner - wall);
    },
  },
  arrow: {
    label: 'Arrow',
    draw: ({ ratio: width, head, shaft }) => {
      const neck = width - 2 * width * head;
      return polygon([
        [-width, -shaft],
        [neck, -shaft],
        [neck, -1],
        [width, 0],
        [neck, 1],
        [neck, shaft],
        [-width, shaft],
      ]);
    },
  },
  chevrons: {
    label: 'Chevrons',
    draw: ({ count, thickness: wide, gap }) => {
      const step = 2 * wide + gap;
      return Array.from({ length: count }, (_, i) => {
        const x = i * step;
        return polygon([
          [x, -1],
          [x + 2 * wide, -1],
          [x + 2 * wide + 1, 0],
          [x + 2 * wide, 1],
          [x, 1],
          [x + 1, 0],
        ]);
      }).join('');
    },
  },
  star: { label: 'Star', draw: (s) => polygon(spikes(s.points, [1, s.inner])) },
  polygon: { label: 'Polygon', draw: (s) => polygon(spikes(s.sides, [1])) },
};

export const FORM_KINDS = Object.keys(FORMS) as FormKind[];

/** Path data of a form. */
export const formPath = <K extends FormKind>(shape: Extract<FormShape, { form: K }>): string =>
  (FORMS[shape.form as K].draw as Draw<K>)(shape);

/** Fields of a form's schema beside its kind, for the bench. */
export function formFields(kind: FormKind): Record<string, z.ZodType> {
  const option = formShapeSchema.options.find((each) => each.shape.form.value === kind);
  return Object.fromEntries(Object.entries(option?.shape ?? {}).filter(([name]) => name !== 'form'));
}
