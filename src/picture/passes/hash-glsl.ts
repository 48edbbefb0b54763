/** Bits of chance by three whole numbers; the same everywhere. */
export const HASH_GLSL = /* glsl */ `
uint hashed(uvec3 q) {
  uint h = q.x * 0x9E3779B1u ^ (q.y * 0x85EBCA77u) ^ (q.z * 0xC2B2AE3Du);
  h = (h ^ (h >> 15)) * 0x2C1B3C6Du;
  h = (h ^ (h >> 12)) * 0x297A2D39u;
  return h ^ (h >> 15);
}
`;
