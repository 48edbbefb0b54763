import { polygonHull } from 'd3-polygon';
import type { CameraState } from '@/core/frame/frame-state';
import { shortText } from '@/core/schema/text';
import { multiply, rotationX, rotationY, transformDirection, transformPoint, type Mat4 } from '@/core/space/matrix';
import { boxCorners, type Box, type Vec3 } from '@/core/space/vector';

export type PlanFrom = 'above' | 'side' | 'outside';
/** A point of the plan in metres: across the page, and down it. */
export type PlanPoint = [number, number];

/** From where a plan is seen: how points of the world lie on the page, and what a shift on the page is in the world. */
export interface Projection {
  from: PlanFrom;
  point(p: Vec3): PlanPoint;
  shift(across: number, down: number): Vec3;
}

/** Direction of a free outside view, degrees. */
export interface Outside {
  azimuth: number;
  height: number;
}

/**
 * From above, depth runs down the page with the audience below; from the side, the audience is on the right and up is up; from outside,
 * the set
 * is seen from any direction, without perspective, so that lengths along one direction compare.
 */
export function projection(from: PlanFrom, { azimuth, height }: Outside = { azimuth: 35, height: 30 }): Projection {
  if (from === 'above') return { from, point: ([x, , z]) => [x, z], shift: (across, down) => [across, 0, down] };
  if (from === 'side') return { from, point: ([, y, z]) => [z, -y], shift: (across, down) => [0, -down, across] };
  const turn = multiply(rotationX(height), rotationY(-azimuth));
  const back = multiply(rotationY(azimuth), rotationX(-height));
  return {
    from,
    point: (p) => {
      const [x, y] = transformDirection(turn, p);
      return [x, -y];
    },
    shift: (across, down) => transformDirection(back, [across, -down, 0]),
  };
}

/** Outline of points in the plan: their convex hull, or the points themselves where they lie on a line. */
export function planHull(plane: Projection, points: readonly Vec3[]): PlanPoint[] {
  const flat = points.map((p) => plane.point(p));
  return polygonHull(flat) ?? flat;
}

export function boxHull(plane: Projection, pose: Mat4, box: Box): PlanPoint[] {
  return planHull(
    plane,
    boxCorners(box).map((corner) => transformPoint(pose, corner)),
  );
}

/** The four corners of what the camera sees at a distance along its axis. */
export function frameCorners(camera: CameraState, distance: number): Vec3[] {
  const x = (camera.sensorWidthMm / (2 * camera.focalLengthMm)) * distance;
  const y = (camera.sensorHeightMm / (2 * camera.focalLengthMm)) * distance;
  return [
    [-x, -y, -distance],
    [x, -y, -distance],
    [x, y, -distance],
    [-x, y, -distance],
  ].map((p) => transformPoint(camera.pose, p as unknown as Vec3));
}

/** The window of the plan: metres at the middle of the page, and pixels a metre. */
export interface PlanWindow {
  centre: PlanPoint;
  scale: number;
}

/** The window that shows all points with some room around them. */
export function fitting(points: readonly PlanPoint[], width: number, height: number): PlanWindow {
  const room = 18;
  // Names stand over what lies farthest up the page.
  const above = Math.min(34, height / 6);
  const xs = points.map((p) => p[0]);
  const ys = points.map((p) => p[1]);
  const [x0, x1] = [Math.min(-1, ...xs), Math.max(1, ...xs)];
  const [y0, y1] = [Math.min(-0.5, ...ys), Math.max(0.5, ...ys)];
  const scale = Math.max(1, Math.min((width - 2 * room) / (x1 - x0), (height - 2 * room - above) / (y1 - y0)));
  return { centre: [(x0 + x1) / 2, (y0 + y1) / 2 - above / 2 / scale], scale };
}

/** Whether a window that was fitted once still shows all points, and none of them lost in too much room. */
export function stillFits({ centre, scale }: PlanWindow, points: readonly PlanPoint[], width: number, height: number): boolean {
  const [halfWidth, halfHeight] = [width / 2 / scale, height / 2 / scale];
  const isInside = points.every(([x, y]) => Math.abs(x - centre[0]) <= halfWidth && Math.abs(y - centre[1]) <= halfHeight);
  return isInside && fitting(points, width, height).scale < 1.6 * scale;
}

/** Metres between grid lines, so that they are at least 22 pixels apart. */
export function gridStep(scale: number): number {
  return [0.05, 0.1, 0.25, 0.5, 1, 2, 5, 10, 25, 50, 100, 250].find((step) => step * scale >= 22) ?? 1000;
}

const LABEL_HEIGHT = 12;
const LETTER_WIDTH = 5.4;
/** Longer names are cut: the plan is narrow. */
const MOST_LETTERS = 28;

interface Label {
  name: string;
  x: number;
  y: number;
}

/** Labels that stand already, by rows as high as one of them: only those of a row and beside it can be covered. */
class PlacedLabels {
  private readonly rows = new Map<number, (Label & { half: number })[]>();

  covers({ x, y }: Label, half: number): boolean {
    const row = Math.floor(y / LABEL_HEIGHT);
    for (let r = row - 1; r <= row + 1; r++)
      for (const other of this.rows.get(r) ?? [])
        if (Math.abs(other.y - y) < LABEL_HEIGHT && Math.abs(other.x - x) < other.half + half) return true;
    return false;
  }

  add(label: Label, half: number): void {
    const row = Math.floor(label.y / LABEL_HEIGHT);
    const own = this.rows.get(row);
    if (own) own.push({ ...label, half });
    else this.rows.set(row, [{ ...label, half }]);
  }
}

/** Places for labels over outlines, each moved up until it covers no other. Pixels. */
export function placedLabels(items: readonly { name: string; outline: readonly PlanPoint[] }[]): Label[] {
  const wanted = items.map(({ name, outline }): Label => {
    let [left, right, top] = [Infinity, -Infinity, Infinity];
    for (const [x, y] of outline) [left, right, top] = [Math.min(left, x), Math.max(right, x), Math.min(top, y)];
    return { name: shortText(name, MOST_LETTERS), x: (left + right) / 2, y: top - 4 };
  });
  const placed = new PlacedLabels();
  return wanted
    .sort((a, b) => b.y - a.y)
    .map((label) => {
      const half = (label.name.length * LETTER_WIDTH) / 2;
      while (placed.covers(label, half)) label.y -= LABEL_HEIGHT / 2;
      placed.add(label, half);
      return label;
    });
}
