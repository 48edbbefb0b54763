#!/usr/bin/env node
// Makes src/core/sky/bright-stars.json anew from a catalogue of stars as GeoJSON: the 5,044 stars to magnitude 6 of d3-celestial 0.7.35
// (data/stars.6.json, after the Hipparcos catalogue). Installed it would take 49 MB for this one list.
// Usage: node scripts/stars.mjs path/to/stars.6.json
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './lib.mjs';

const { features } = JSON.parse(readFileSync(process.argv[2], 'utf8'));
// Right ascension and declination in degrees, magnitude, B-V.
const stars = features.map(({ properties: { mag, bv }, geometry: { coordinates } }) => {
  const [longitude, latitude] = coordinates;
  return [Number(((longitude + 360) % 360).toFixed(3)), Number(latitude.toFixed(3)), mag, Number(Number(bv || 0.6).toFixed(2))];
});
const file = path.join(ROOT, 'src/core/sky/bright-stars.json');
writeFileSync(file, `${JSON.stringify({ source: 'd3-celestial 0.7.35, data/stars.6.json', stars })}\n`);
