#!/usr/bin/env node
// Makes src/core/sky/bright-stars.json anew from a catalogue of stars as GeoJSON: the 5,044 stars to magnitude 6 of d3-celestial 0.7.35
// (data/stars.6.json, after the Hipparcos catalogue). Installed it would take 49 MB for this one list.
// Usage: node scripts/stars.mjs path/to/stars.6.json
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './lib.mjs';

const { features } = JSON.parse(readFileSync(process.argv[2], 'utf8'));
// Right ascension and declination in 65536ths of a turn and of half a turn, magnitude from -2 and B-V from -0.5 in 30ths and 80ths.
const BYTES = 6;
const packed = Buffer.alloc(BYTES * features.length);
const bounded = (value, most) => Math.min(most, Math.max(0, Math.round(value)));
features.forEach(({ properties: { mag, bv }, geometry: { coordinates } }, i) => {
  const [longitude, latitude] = coordinates;
  packed.writeUInt16LE(Math.round(((longitude + 360) % 360) * (65536 / 360)) % 65536, BYTES * i);
  packed.writeUInt16LE(bounded((latitude + 90) * (65535 / 180), 65535), BYTES * i + 2);
  packed.writeUInt8(bounded((mag + 2) * 30, 255), BYTES * i + 4);
  packed.writeUInt8(bounded((Number(bv || 0.6) + 0.5) * 80, 255), BYTES * i + 5);
});
const file = path.join(ROOT, 'src/core/sky/bright-stars.json');
writeFileSync(file, `${JSON.stringify({ source: 'd3-celestial 0.7.35, data/stars.6.json', stars: packed.toString('base64') }, null, 2)}\n`);
