import svgpath from 'svgpath';
import { drawingExtent } from '../../outline/drawing';
import { anglesOf, invertRigid, multiply, positionOf, type Mat4 } from '../../space/matrix';
import type { Vec3 } from '../../space/vector';
import type { Mark, Outline } from '../mark';
import type { Production } from '../production';
import { retarget } from './references';
import { shiftBody } from './shift-body';
import { plainCopy } from '../../schema/plain-copy';

const FLAT = 1e-3;

/** Why outlines cannot become one, in words; null when they can. They must lie in one plane: what stands before another is another mark. */
export function cannotUnite(poses: readonly Mat4[]): string | null {
  const home = invertRigid(poses[0] as Mat4);
  for (const pose of poses.slice(1)) {
    const relative = multiply(home, pose);
    const { panDeg, tiltDeg } = anglesOf(relative);
    if (Math.abs(panDeg) > FLAT || Math.abs(tiltDeg) > FLAT || Math.abs(positionOf(relative)[2]) > FLAT)
      return 'These marks do not stand in one plane. Put them at the same place toward, and turn and tip them alike.';
  }
  return null;
}

/**
 * Makes several outlines one mark of several parts, which the first one's shells and moves hold for. Each part stays where it stands at
 * the poses given.
 * @param pivot what the first mark turns about, in its own frame
 */
export function uniteOutlines(draft: Production, ids: readonly string[], poses: readonly Mat4[], pivot: Vec3): boolean {
  const marks = ids.map((id) => draft.marks.find((mark) => mark.id === id));
  const bodies = marks.map((mark) => mark?.body);
  if (ids.length < 2 || !bodies.every((body): body is Outline => body?.kind === 'outline') || cannotUnite(poses)) return false;
  const first = marks[0] as Mark;
  const home = invertRigid(poses[0] as Mat4);
  const paths = bodies.flatMap((body, i) => {
    const extent = drawingExtent(body.paths);
    if (!extent || extent.y1 === extent.y0) return [];
    const unit = body.size / (extent.y1 - extent.y0);
    const relative = multiply(home, poses[i] as Mat4);
    const [tx, ty] = positionOf(relative);
    // Drawings have Y down, so turns run the other way.
    const look = marks[i]?.shells[0]?.surfaces.face;
    const isOther = i > 0 && look && JSON.stringify(look) !== JSON.stringify(first.shells[0]?.surfaces.face);
    return body.paths.map((path) => ({
      ...path,
      // What looks otherwise than the first keeps its look.
      ...(isOther && !path.surface ? { surface: plainCopy(look) } : {}),
      d: svgpath(path.d)
        .abs()
        .unshort()
        .translate(-(extent.x0 + extent.x1) / 2, -(extent.y0 + extent.y1) / 2)
        .scale(unit)
        .rotate(-anglesOf(relative).rollDeg)
        .translate(tx, -ty)
        .toString(),
    }));
  });
  paths.forEach((path, i) => (path.id = `part-${i + 1}`));
  const whole = drawingExtent(paths);
  if (!whole) return false;
  first.body = { kind: 'outline', paths, size: whole.y1 - whole.y0 };
  shiftBody(first, pivot, [(whole.x0 + whole.x1) / 2, -(whole.y0 + whole.y1) / 2]);
  const gone = new Set(ids.slice(1));
  draft.marks = draft.marks.filter((mark) => !gone.has(mark.id));
  retarget(draft, 'marks', (markId) => (gone.has(markId) ? first.id : markId));
  return true;
}
