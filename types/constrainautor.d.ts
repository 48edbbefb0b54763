/** The package ships its sources as types, which do not pass our stricter compiler settings; this is what we use of it. */
import type Delaunator from 'delaunator';

export default class Constrainautor {
  constructor(delaunator: Delaunator<ArrayLike<number>>, edges?: readonly [number, number][]);
  constrainAll(edges: readonly [number, number][]): this;
}
