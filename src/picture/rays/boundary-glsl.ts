/** Most boundaries of clear things that one path goes through. */
export const MOST_BOUNDARIES = 6;

/** Where rays go on at the boundary of something clear: mirrored or bent, by chance, as often as light does either. */
export const BOUNDARY_GLSL = /* glsl */ `
/** A ray on its way from what is seen first. */
struct Way {
  vec3 o;
  vec3 d;
  /** What of the light that it meets comes back to the eye. */
  vec3 weight;
  bool isWithin;
  /** What the clear thing that it is within takes on each metre. */
  vec3 takes;
  int boundaries;
};
/** Into something clear, or out of it. */
void bend(inout Way way, vec3 d, vec3 place, vec3 facet, bool goesIn, int row) {
  way.d = d;
  way.o = place - facet * liftAt(place);
  way.isWithin = goesIn;
  way.takes = SURFACE(row, 6).rgb;
}
/** At what is met: the normals face the ray. */
void meetBoundary(inout Way way, vec3 place, vec3 facet, vec3 n, float roughness, int row, bool isWithin) {
  uint thing = 0x10000000u + uint(way.boundaries) * 4u;
  vec4 g = SURFACE(row, 5);
  vec3 h = n;
  if (roughness > 0.035) {
    vec3 x;
    vec3 y;
    basis(n, x, y);
    h = facetAbout(n, x, y, -way.d, vec2(roughness * roughness), vec2(chance(thing), chance(thing + 1u)));
  }
  vec3 bent = refract(way.d, h, isWithin ? g.z : 1.0 / g.z);
  way.boundaries++;
  // Told by the angle outside, which is the same from both sides.
  float mirrored = bent == vec3(0.0) ? 1.0 : fresnelOf(abs(dot(isWithin ? bent : way.d, h)), g.y);
  if (chance(thing + 2u) < mirrored || dot(bent, facet) >= 0.0) {
    way.d = reflect(way.d, h);
    // A facet may send it into the surface: then it goes on as off the surface itself.
    if (dot(way.d, facet) <= 0.0) way.d = reflect(way.d, facet);
    way.o = place + facet * liftAt(place);
  } else bend(way, bent, place, facet, !isWithin, row);
}
`;
