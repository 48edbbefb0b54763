/** Cells of a side of the table of what rough surfaces send. */
export const SHARES_SIZE = 32;

/** Two axes about a normal. */
export const BASIS_GLSL = /* glsl */ `
void basis(vec3 n, out vec3 x, out vec3 y) {
  // T. Duff and others, 2017.
  float s = n.z >= 0.0 ? 1.0 : -1.0;
  float a = -1.0 / (s + n.z);
  float b = n.x * n.y * a;
  x = vec3(1.0 + s * n.x * n.x * a, s * b, -s * n.x);
  y = vec3(b, s + n.y * n.y * a, -n.y);
}
`;

/** What is said of light in most programs. */
export const MEASURES_GLSL = /* glsl */ `
const float PI_ = 3.14159265358979;
float brightness(vec3 c) { return dot(c, vec3(0.2126, 0.7152, 0.0722)); }
`;

/**
 * What a surface sends toward the eye of light from a direction, and directions drawn from that. Metal and gloss: GGX (B. Walter and
 * others, 2007), what is lost between facets given back (E. Turquin, 2019); under them matte with what they leave; over them a coat.
 */
export const SURFACE_GLSL = /* glsl */ `
${BASIS_GLSL}${MEASURES_GLSL}uniform sampler2D facetShares;

struct Surface {
  vec3 matte;
  vec3 f0;
  /** By how much more than one bounce sends. */
  vec3 given;
  /** What gloss sends of light from everywhere. */
  vec3 glossy;
  /** Roughness of the facets, squared: even to all sides, and along and across the brushing, whose axes x and y are. */
  float alpha;
  vec2 alphas;
  vec3 x;
  vec3 y;
  float coat;
  float coatAlpha;
  /** What the coat sends of light from everywhere, and what it lets through. */
  float over;
  float under;
  vec3 glow;
  /** Share of what goes in that goes through, the index by which it mirrors, and by which it bends. */
  float clear;
  float index;
  float bent;
  /** Chances that a direction is drawn for matte, gloss, coat and through. */
  vec4 lobes;
};
vec2 sharesOf(float cosine, float roughness) { return texture(facetShares, vec2(cosine, roughness)).xy; }
vec3 schlick(vec3 f0, float c) {
  float m = 1.0 - clamp(c, 0.0, 1.0);
  float m2 = m * m;
  return f0 + (1.0 - f0) * m2 * m2 * m;
}
/** Share that a smooth boundary reflects of unpolarised light that comes from outside (Fresnel's equations). */
float fresnelOf(float c, float index) {
  float t = sqrt(max(0.0, 1.0 - (1.0 - c * c) / (index * index)));
  float across = (c - index * t) / (c + index * t);
  float along = (index * c - t) / (index * c + t);
  return 0.5 * (across * across + along * along);
}
/** Axes about a normal, x along a direction as far as it lies in the surface. */
void brushedBasis(vec3 n, vec3 along, out vec3 x, out vec3 y) {
  vec3 t = along - n * dot(n, along);
  float far = length(t);
  if (far < 1e-3) basis(n, x, y);
  else {
    x = t / far;
    y = cross(n, x);
  }
}
/**
 * A surface by its rows of the table.
 * @param a colour, roughness
 * @param b metalness, coat, glow
 * @param c roughness of the coat, reflectance of what is no metal
 * @param g how much goes through, index, index by which it bends
 * @param stretch how far facets lean across the brushing more than along it
 */
Surface surfaceOf(vec4 a, vec4 b, vec4 c, vec4 g, float stretch, vec3 n, vec3 along, float cosine) {
  Surface s;
  s.alpha = max(a.w * a.w, 0.0012);
  s.alphas = vec2(s.alpha);
  if (stretch > 0.0) {
    float aspect = sqrt(1.0 - 0.95 * stretch);
    s.alphas = clamp(vec2(s.alpha * aspect, s.alpha / aspect), vec2(0.0012), vec2(1.0));
    brushedBasis(n, along, s.x, s.y);
  } else basis(n, s.x, s.y);
  s.coat = b.y;
  s.coatAlpha = max(c.x * c.x, 0.0012);
  s.f0 = mix(vec3(c.y), a.rgb, b.x);
  vec2 share = sharesOf(cosine, a.w);
  s.given = 1.0 + s.f0 * (1.0 / max(share.x + share.y, 1e-3) - 1.0);
  s.glossy = (s.f0 * share.x + share.y) * s.given;
  vec2 coated = sharesOf(cosine, c.x);
  float over = b.y * (0.04 * coated.x + coated.y);
  s.over = over;
  s.under = 1.0 - over;
  s.clear = g.x * (1.0 - b.x);
  s.index = g.y;
  s.bent = g.z;
  // Glass goes by the equations: Schlick's rise is too far off for it.
  if (s.clear > 0.0) s.glossy += s.clear * (share.x + share.y) * (vec3(fresnelOf(cosine, s.index)) - schlick(s.f0, cosine));
  s.matte = a.rgb * (1.0 - b.x) * (1.0 - s.clear) * (1.0 - s.glossy);
  s.glow = a.rgb * b.z;
  float mirrored = brightness(s.glossy);
  s.lobes = vec4(brightness(s.matte) * s.under, mirrored * s.under, over, s.clear * (1.0 - mirrored) * s.under);
  s.lobes /= max(dot(s.lobes, vec4(1.0)), 1e-6);
  return s;
}
vec2 discOf(vec2 u) {
  float r = sqrt(u.x);
  float turn = 6.28318530718 * u.y;
  return r * vec2(cos(turn), sin(turn));
}
vec3 cosineAbout(vec3 n, vec2 u) {
  vec3 x;
  vec3 y;
  basis(n, x, y);
  vec2 p = discOf(u);
  return normalize(x * p.x + y * p.y + n * sqrt(max(0.0, 1.0 - u.x)));
}
/** A facet's normal, drawn as often as it is seen (E. Heitz, 2018). */
vec3 facetAbout(vec3 n, vec3 x, vec3 y, vec3 v, vec2 alphas, vec2 u) {
  vec3 e = vec3(dot(v, x), dot(v, y), max(dot(v, n), 1e-4));
  vec3 h = normalize(vec3(alphas * e.xy, e.z));
  float flat_ = dot(h.xy, h.xy);
  vec3 t1 = flat_ > 1e-9 ? vec3(-h.y, h.x, 0.0) * inversesqrt(flat_) : vec3(1.0, 0.0, 0.0);
  vec3 t2 = cross(h, t1);
  vec2 p = discOf(u);
  float s = 0.5 * (1.0 + h.z);
  p.y = (1.0 - s) * sqrt(max(0.0, 1.0 - p.x * p.x)) + s * p.y;
  vec3 k = p.x * t1 + p.y * t2 + sqrt(max(0.0, 1.0 - dot(p, p))) * h;
  k = normalize(vec3(alphas * k.xy, max(1e-6, k.z)));
  return normalize(x * k.x + y * k.y + n * k.z);
}
/** How densely facets face a way that leans by hx and hy along both axes (B. Burley, 2012, for both roughnesses). */
float facetDensity(float hx, float hy, float nh, vec2 alphas) {
  vec2 lean = vec2(hx, hy) / alphas;
  float d = dot(lean, lean) + nh * nh;
  return 1.0 / (PI_ * alphas.x * alphas.y * d * d);
}
/** Share sent times the cosine of the light, and how densely that direction is drawn, of one layer of facets. */
float facetsSend(vec3 n, vec3 x, vec3 y, vec3 v, vec3 l, vec3 h, vec2 alphas, out float density) {
  float nl = dot(n, l);
  float nv = max(dot(n, v), 1e-3);
  float d = facetDensity(dot(h, x), dot(h, y), clamp(dot(n, h), 0.0, 1.0), alphas);
  float rv = length(vec3(alphas * vec2(dot(v, x), dot(v, y)), nv));
  float rl = length(vec3(alphas * vec2(dot(l, x), dot(l, y)), nl));
  density = d / (2.0 * (nv + rv));
  return d * 0.5 * nl / max(nl * rv + nv * rl, 1e-7);
}
/** Share that a facet mirrors of light that meets it so. */
vec3 facetMirrors(Surface s, float vh) {
  vec3 f = schlick(s.f0, vh);
  return s.clear > 0.0 ? mix(f, vec3(fresnelOf(vh, s.index)), s.clear) : f;
}
/** Share of light from l that goes to v, times its cosine; and how densely l is drawn. */
vec3 sends(Surface s, vec3 n, vec3 facet, vec3 v, vec3 l, out float density) {
  density = 0.0;
  float nl = dot(n, l);
  float gl = dot(facet, l);
  if (nl <= 0.0 || gl <= 0.0) return vec3(0.0);
  vec3 h = normalize(l + v);
  float vh = clamp(dot(v, h), 0.0, 1.0);
  float glossDensity;
  float gloss = facetsSend(n, s.x, s.y, v, l, h, s.alphas, glossDensity);
  density = s.lobes.x * nl / PI_ + s.lobes.y * glossDensity;
  vec3 sent = s.under * (s.matte * nl / PI_ + s.given * facetMirrors(s, vh) * gloss);
  if (s.coat > 0.0) {
    float coatDensity;
    float coat = facetsSend(n, s.x, s.y, v, l, h, vec2(s.coatAlpha), coatDensity);
    density += s.lobes.z * coatDensity;
    sent += s.coat * schlick(vec3(0.04), vh) * coat;
  }
  // Where smooth normals meet flat facets, light ends softly (M. Chiang and others, 2019).
  float g = min(1.0, gl / max(nl * dot(facet, n), 1e-4));
  return sent * (-g * g * g + g * g + g);
}
const int MATTE = 0;
const int GLOSS = 1;
const int COAT = 2;
const int THROUGH = 3;
int chosenLobe(Surface s, float choice) {
  float gloss = s.lobes.x + s.lobes.y;
  return choice < s.lobes.x ? MATTE : choice < gloss ? GLOSS : choice < gloss + s.lobes.z ? COAT : THROUGH;
}
/** A direction drawn as a lobe of the surface sends. */
vec3 drawnFrom(Surface s, int lobe, vec3 n, vec3 v, vec2 u) {
  if (lobe == MATTE) return cosineAbout(n, u);
  vec3 h = facetAbout(n, s.x, s.y, v, lobe == GLOSS ? s.alphas : vec2(s.coatAlpha), u);
  return reflect(-v, h);
}
`;
