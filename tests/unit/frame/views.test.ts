import { evaluate } from '@/core/frame/evaluate';
import { freeCamera, wholeView } from '@/core/frame/free-view';
import { safeFit, TITLE_SAFE } from '@/core/frame/safe-fit';
import { projected } from '@/core/optics/project';
import { emptyProduction } from '@/core/production/production';
import { multiply, panTiltRoll, product, transformPoint, translation } from '@/core/space/matrix';
import { boxCorners, type Box } from '@/core/space/vector';

const production = emptyProduction('Views', { width: 1920, height: 1080, rate: '25', length: 100 });
const WIDE: Box = { min: [-6, -0.5, -0.2], max: [6, 0.5, 0.2] };
const TALL: Box = { min: [-0.4, -3, -0.1], max: [0.4, 2, 0.1] };

describe('a view that sees marks whole', () => {
  const boxes = [
    { box: WIDE, pose: translation(2, 1, -4) },
    { box: TALL, pose: product(translation(-3, 0, 2), panTiltRoll(40, 10, 5)) },
  ];
  test.each([
    ['from the front', panTiltRoll(0, 0, 0)],
    ['from aside and above', panTiltRoll(35, -20, 0)],
    ['from behind', panTiltRoll(180, 0, 10)],
  ])('%s: all of them are in the frame, and one of them reaches its edge', (_name, turn) => {
    const whole = wholeView(boxes, turn, production);
    if (!whole) throw new Error('nothing to see');
    const pose = multiply(translation(...whole.target), multiply(turn, translation(0, 0, whole.distance)));
    const camera = freeCamera(production, { pose, distance: whole.distance });
    const reaches = boxes
      .flatMap((each) => boxCorners(each.box).map((corner) => projected(camera, transformPoint(each.pose, corner))))
      .map((point) => (point ? Math.max(Math.abs(point[0]), Math.abs(point[1])) : Infinity));
    // A little room is left all round.
    expect(Math.max(...reaches)).toBeLessThan(0.83);
    expect(Math.max(...reaches)).toBeGreaterThan(0.8);
  });

  test('nothing to see gives no view', () => expect(wholeView([], panTiltRoll(0, 0, 0), production)).toBeNull());

  test('it takes the place of the camera, sharp all through', () => {
    const free = { pose: translation(1, 2, 3), distance: 4 };
    const { camera } = evaluate(production, 0, () => null, { free });
    expect(camera.pose).toEqual(free.pose);
    expect(camera.focusDistance).toBe(4);
    // The opening is narrower than a hair.
    expect(camera.focalLengthMm / camera.fStop).toBeLessThan(0.001);
  });
});

describe('words that are put into the title-safe area', () => {
  const camera = freeCamera(production, { pose: translation(0, 0, 8), distance: 8 });
  const seen = (box: Box, pose: ReturnType<typeof translation>, { size, x, y }: { size: number; x: number; y: number }) =>
    boxCorners(box).map(([cx, cy, cz]) =>
      projected(camera, transformPoint(multiply(translation(x, y, 0), pose), [cx * size, cy * size, cz])),
    );

  test.each([
    ['too wide', WIDE, translation(0, 0, 0)],
    ['aside', { min: [-1, -0.5, -0.1], max: [1, 0.5, 0.1] } as const, translation(4, -3, 1)],
    ['wide and below', WIDE, translation(1, -2.5, 0)],
  ])('%s', (_name, box, pose) => {
    const fit = safeFit(box, pose, camera);
    if (!fit) throw new Error('no fit');
    for (const point of seen(box, pose, fit)) expect(Math.max(...(point ?? [9]).map(Math.abs))).toBeLessThan(TITLE_SAFE + 0.005);
  });

  test('what stands within it is left alone; what is behind the lens cannot be fitted', () => {
    const small: Box = { min: [-1, -0.5, -0.1], max: [1, 0.5, 0.1] };
    expect(safeFit(small, translation(0, 0, 0), camera)).toEqual({ size: 1, x: 0, y: 0 });
    expect(safeFit(small, translation(0, 0, 20), camera)).toBeNull();
  });
});
