import { cameraState } from '@/core/frame/camera-state';
import { buildMark } from '@/core/frame/solids/build-mark';
import { markPose } from '@/core/frame/mark-pose';
import { projected } from '@/core/optics/project';
import { firstProduction } from '@/core/production/edits/first-production';
import { readProduction } from '@/core/production/migrate';
import { transformPoint } from '@/core/space/matrix';
import { boxCorners } from '@/core/space/vector';
import { packagedTypeface } from '../support/fonts';

const HD = { width: 1920, height: 1080, rate: '25', length: 100 } as const;

describe('a production from one line of words', () => {
  test.each([
    ['LANTERN DEEP', HD],
    ['MW', HD],
    ['illicit filling', HD],
    ['A whole sentence of quite some words in one line', HD],
    ['UPRIGHT', { ...HD, width: 1080, height: 1920 }],
  ] as const)('“%s” comes to rest whole within the title-safe area, and not small', async (line, format) => {
    const production = firstProduction(line, 'gold', format);
    expect(JSON.stringify(readProduction(JSON.parse(JSON.stringify(production))))).toBe(JSON.stringify(production));
    const [mark] = production.marks;
    const [camera] = production.cameras;
    if (!mark || !camera) throw new Error('nothing was made');
    const { bounds } = buildMark(mark, [await packagedTypeface('archivo-black')]);
    const boundsOf = () => bounds;
    const state = cameraState(production, camera, format.length - 1, boundsOf);
    const pose = markPose(production, mark, format.length - 1, boundsOf);
    const points = bounds ? boxCorners(bounds).map((corner) => projected(state, transformPoint(pose, corner)) ?? [9, 9]) : [];
    const reach = Math.max(...points.flat().map(Math.abs));
    // SMPTE ST 2046-1: titles are safe within nine tenths of the frame.
    expect(reach).toBeLessThan(0.9);
    expect(reach).toBeGreaterThan(0.3);
  });

  test('of no words it is still a title, and one frame is enough', () => {
    expect(firstProduction('  \n ', 'glow', { ...HD, length: 1 }).marks[0]?.body).toMatchObject({ text: 'TITLE' });
  });
});
