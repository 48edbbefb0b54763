import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import { run } from './lib.mjs';

/** The browser that tests, bench, screenshots and terminal renders use, and what draws in it. */

const QUIET_FLAGS = [
  '--no-sandbox',
  '--disable-dev-shm-usage',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--no-first-run',
  '--disable-quic',
];

/**
 * Draws by the system's OpenGL ES: a graphics card where there is one, else Mesa's llvmpipe, which is several times as fast as the
 * browser's own software drawing. The page itself is still put together in software: by llvmpipe it would be two to four times slower.
 */
const SYSTEM_FLAGS = ['--use-gl=angle', '--use-angle=gl-egl', '--ignore-gpu-blocklist', '--disable-gpu-compositing'];
/** Draws by the browser's own software. */
const OWN_FLAGS = ['--enable-unsafe-swiftshader'];

/** Libraries that drawing by the system takes, each with the Debian package it lies in. */
const SYSTEM_LIBRARIES = { 'libEGL.so.1': 'libegl1', 'libGLESv2.so.2': 'libgles2' };
const DRIVERS = 'libgl1-mesa-dri';

const finds = (command, args = []) => spawnSync(command, args, { encoding: 'utf8' });

function missingForDrawing() {
  if (process.platform !== 'linux') return [];
  const known = finds('ldconfig', ['-p']).stdout || finds('/sbin/ldconfig', ['-p']).stdout || '';
  const missing = Object.entries(SYSTEM_LIBRARIES).flatMap(([library, pack]) => (known.includes(library) ? [] : [pack]));
  const folders = ['/usr/lib', '/usr/lib64', ...['x86_64', 'aarch64'].map((machine) => `/usr/lib/${machine}-linux-gnu`)];
  const drivers = folders.some(
    (folder) => existsSync(`${folder}/dri`) && readdirSync(`${folder}/dri`).some((name) => name.endsWith('.so')),
  );
  return drivers ? missing : [...missing, DRIVERS];
}

/**
 * What the browser is started with: it draws by the system where that can draw, else by itself. IRONSKY_DRAW=browser has it draw by
 * itself.
 */
export function chromiumFlags() {
  const system = process.platform === 'linux' && process.env.IRONSKY_DRAW !== 'browser' && missingForDrawing().length === 0;
  return [...QUIET_FLAGS, ...(system ? SYSTEM_FLAGS : OWN_FLAGS)];
}

const CHROMIUMS = ['/usr/bin/chromium', '/usr/bin/chromium-browser', '/usr/bin/google-chrome'];
export const chromiumPath = () => process.env.IRONSKY_CHROMIUM ?? CHROMIUMS.find(existsSync);

const missingTools = (tools) => Object.entries(tools).flatMap(([tool, pack]) => (finds('which', [tool]).status === 0 ? [] : [pack]));
const canInstall = () => process.getuid?.() === 0 && finds('which', ['apt-get']).status === 0;

/**
 * Finds Chromium, what it draws with and, for tests, the tools that read results back. What is missing is installed from Debian's
 * packages when run as root; otherwise it is named. Drawing can do without the system's libraries, more slowly.
 */
export function ensureBrowser({ tools = {} } = {}) {
  const needed = [...(chromiumPath() ? [] : ['chromium']), ...missingTools(tools)];
  const wanted = missingForDrawing();
  if (needed.length + wanted.length === 0) return;
  if (canInstall()) {
    const packages = [...needed, ...wanted];
    console.log(`Installing ${packages.join(', ')}…`);
    run('apt-get', ['update', '-qq']);
    run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], { DEBIAN_FRONTEND: 'noninteractive' });
    return;
  }
  if (wanted.length > 0) console.error(`Pictures are drawn several times faster with  sudo apt-get install ${wanted.join(' ')}`);
  if (needed.length === 0) return;
  console.error(`Needed: ${needed.join(', ')}. Install with:  sudo apt-get install ${needed.join(' ')}`);
  process.exit(1);
}

/** Tools by which tests read results back, and their packages. */
export const READ_BACK_TOOLS = { pngcheck: 'pngcheck', ffprobe: 'ffmpeg', exrheader: 'openexr' };

/** Starts the browser. */
export async function launchBrowser() {
  const { chromium } = await import('playwright-core');
  return chromium.launch({ executablePath: chromiumPath(), args: chromiumFlags() });
}
