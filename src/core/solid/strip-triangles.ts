/** Plan coordinates by node. */
export interface Plan {
  x: Float64Array;
  y: Float64Array;
}

type Emit = (a: number, b: number, c: number) => void;

/**
 * Triangulates one piece of a strip: always n - 2 triangles on exactly its own nodes, so neighbouring pieces share
 * their edges whatever happens. Ears are judged by shape; of ears touched by another node within `tolerance` the
 * smallest is taken.
 */
export function triangulatePiece(nodes: readonly number[], plan: Plan, tolerance: number, emit: Emit): void {
  if (nodes.length === 3) emit(nodes[0] as number, nodes[1] as number, nodes[2] as number);
  else if (nodes.length === 4) triangulateQuad(nodes, plan, emit);
  else clipEars(nodes.slice(), plan, tolerance, emit);
}

/** Twice the signed area of a triangle of nodes. */
export function crossOf({ x, y }: Plan, a: number, b: number, c: number): number {
  const ax = x[a] as number;
  const ay = y[a] as number;
  return ((x[b] as number) - ax) * ((y[c] as number) - ay) - ((y[b] as number) - ay) * ((x[c] as number) - ax);
}

export function planDistance({ x, y }: Plan, a: number, b: number): number {
  const dx = (x[a] as number) - (x[b] as number);
  const dy = (y[a] as number) - (y[b] as number);
  return Math.sqrt(dx * dx + dy * dy);
}

function triangulateQuad(nodes: readonly number[], plan: Plan, emit: Emit): void {
  const [a, b, c, d] = nodes as [number, number, number, number];
  const diagonalAC = Math.min(crossOf(plan, a, b, c), crossOf(plan, a, c, d));
  const diagonalBD = Math.min(crossOf(plan, b, c, d), crossOf(plan, b, d, a));
  if (diagonalAC >= diagonalBD) {
    emit(a, b, c);
    emit(a, c, d);
  } else {
    emit(b, c, d);
    emit(b, d, a);
  }
}

/** Height over longest side: positive for a sound triangle, near zero for a sliver. */
function quality(plan: Plan, a: number, b: number, c: number): number {
  const longest = Math.max(planDistance(plan, a, b), planDistance(plan, b, c), planDistance(plan, c, a));
  return longest > 0 ? crossOf(plan, a, b, c) / (longest * longest) : 0;
}

const enum Blocked {
  No = 0,
  Touched = 1,
  Yes = 2,
}

function blockedBy(left: readonly number[], i: number, plan: Plan, tolerance: number): Blocked {
  const n = left.length;
  const a = left[(i + n - 1) % n] as number;
  const b = left[i] as number;
  const c = left[(i + 1) % n] as number;
  const ab = tolerance * planDistance(plan, a, b);
  const bc = tolerance * planDistance(plan, b, c);
  const ca = tolerance * planDistance(plan, c, a);
  let blocked = Blocked.No;
  for (let j = 2; j < n - 1; j++) {
    const p = left[(i + j) % n] as number;
    const s = crossOf(plan, a, b, p);
    if (s < -ab) continue;
    const t = crossOf(plan, b, c, p);
    if (t < -bc) continue;
    const u = crossOf(plan, c, a, p);
    if (u < -ca) continue;
    if (s > ab && t > bc && u > ca) return Blocked.Yes;
    blocked = Blocked.Touched;
  }
  return blocked;
}

function earScore(left: readonly number[], i: number, plan: Plan, tolerance: number): number {
  const n = left.length;
  const a = left[(i + n - 1) % n] as number;
  const b = left[i] as number;
  const c = left[(i + 1) % n] as number;
  const cross = crossOf(plan, a, b, c);
  let shape = quality(plan, a, b, c);
  if (n === 4) shape = Math.min(shape, quality(plan, a, c, left[(i + 2) % n] as number));
  const blocked = blockedBy(left, i, plan, tolerance);
  const area = Math.abs(cross);
  let score = 0;
  if (blocked === Blocked.No) score = 4 + Math.max(-1, Math.min(1, shape));
  else if (blocked === Blocked.Touched) score = 3 - area / (area + 1);
  return cross < -tolerance * planDistance(plan, a, c) ? score - 3 : score;
}

function clipEars(left: number[], plan: Plan, tolerance: number, emit: Emit): void {
  while (left.length > 3) {
    const n = left.length;
    let best = -1;
    let bestScore = -Infinity;
    for (let i = 0; i < n; i++) {
      const score = earScore(left, i, plan, tolerance);
      if (score > bestScore) {
        bestScore = score;
        best = i;
      }
    }
    emit(left[(best + n - 1) % n] as number, left[best] as number, left[(best + 1) % n] as number);
    left.splice(best, 1);
  }
  emit(left[0] as number, left[1] as number, left[2] as number);
}
