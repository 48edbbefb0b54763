#!/usr/bin/env node
// Writes down the licences of all that ships, from what is installed: the packages that the application depends on, and what they depend
// on.
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './lib.mjs';

const LICENCE = /^(licen[cs]e|copying|ofl|notice)([-._].*)?$/i;

/** Where a package that another one needs is installed: beside it, or further up. */
function find(name, from) {
  for (let folder = from; folder.startsWith(ROOT); folder = path.dirname(folder)) {
    const place = path.join(folder, 'node_modules', name);
    if (existsSync(path.join(place, 'package.json'))) return place;
  }
  return null;
}

const licenceName = ({ license, licenses }) =>
  typeof license === 'string' ? license : (license?.type ?? licenses?.map(({ type }) => type).join(' or ') ?? 'not said');

const found = new Map();
function visit(name, from) {
  const place = find(name, from);
  if (!place || found.has(place)) return;
  const manifest = JSON.parse(readFileSync(path.join(place, 'package.json'), 'utf8'));
  const text = readdirSync(place).find((file) => LICENCE.test(file));
  found.set(place, {
    name: manifest.name,
    version: manifest.version,
    licence: licenceName(manifest),
    text: text ? readFileSync(path.join(place, text), 'utf8').slice(0, 20_000) : '',
  });
  for (const next of Object.keys({ ...manifest.dependencies, ...manifest.optionalDependencies })) visit(next, place);
}

const { dependencies } = JSON.parse(readFileSync(path.join(ROOT, 'package.json'), 'utf8'));
for (const name of Object.keys(dependencies)) visit(name, ROOT);
// The catalogue of stars is the one thing that ships without its package.
found.set('stars', {
  name: 'd3-celestial (catalogue of stars)',
  version: '0.7.35',
  licence: 'BSD-3-Clause',
  text: readFileSync(path.join(ROOT, 'src/core/sky/bright-stars.LICENCE.txt'), 'utf8'),
});
const list = [...found.values()].sort((a, b) => a.name.localeCompare(b.name) || a.version.localeCompare(b.version));
const file = path.join(ROOT, 'out', 'licences.json');
mkdirSync(path.dirname(file), { recursive: true });
writeFileSync(file, JSON.stringify(list));
console.log(`${list.length} licences written down.`);
