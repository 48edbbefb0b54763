/**
 * Which way imports run: app -> rooms -> parts -> workers -> picture -> core, and app -> server -> core.
 * Within core: schema, motion, time and space lie lowest; production is the document; frame stands on all of them.
 * @type {import('dependency-cruiser').IConfiguration}
 */
const only = (from, allowed) => ({
  name: `${from.replaceAll('/', '-')}-stands-on`,
  severity: 'error',
  from: { path: `^src/${from}/` },
  to: { path: '^src/', pathNot: `^src/(${[from, ...allowed].join('|')})/` },
});

const CORE = [
  'schema',
  'motion',
  'time',
  'space',
  'colour',
  'outline',
  'solid',
  'rig',
  'optics',
  'light',
  'formula',
  'fall',
  'production',
  'frame',
  'finish',
  'check',
  'sound',
  'delivery',
  'interchange',
];
const core = (folder, allowed) =>
  only(
    `core/${folder}`,
    allowed.map((each) => `core/${each}`),
  );

const BELOW_ROOMS = ['parts', 'workers', 'picture', 'core'];
const rooms = (folder, allowed) => only(`rooms/${folder}`, [...allowed.map((each) => `rooms/${each}`), ...BELOW_ROOMS]);

export default {
  forbidden: [
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    only('core', []),
    only('picture', ['core']),
    only('workers', ['picture', 'core']),
    only('parts', ['workers', 'picture', 'core']),
    only('rooms', BELOW_ROOMS),
    rooms('workspace', []),
    rooms('looking', ['workspace']),
    rooms('layout', ['looking', 'workspace']),
    rooms('commands', ['looking', 'workspace']),
    rooms('benches', ['looking', 'workspace']),
    rooms('views', ['layout', 'looking', 'workspace']),
    only('server', ['core', 'demo']),
    only('demo', ['core']),
    only('intake', []),
    {
      name: 'core-is-bare',
      comment: 'The computation knows no interface, no document object model and no drawing library.',
      severity: 'error',
      from: { path: '^src/core/' },
      to: { path: 'node_modules/(react|react-dom|react-aria-components|styled-components|three|next|zustand)/' },
    },
    core('space', []),
    core('keep', []),
    core('time', []),
    core('colour', []),
    core('motion', ['space', 'colour']),
    core('schema', ['motion']),
    core('outline', ['schema', 'space']),
    core('solid', ['outline', 'schema', 'motion', 'space']),
    core('fall', ['schema', 'motion', 'space', 'keep']),
    core('optics', ['space', 'motion', 'keep']),
    core('rig', ['schema', 'motion', 'space', 'keep']),
    core(
      'production',
      CORE.filter((folder) => !['interchange', 'delivery', 'check', 'finish', 'frame', 'production'].includes(folder)),
    ),
    core(
      'frame',
      CORE.filter((folder) => !['interchange', 'delivery', 'check', 'finish', 'frame'].includes(folder)),
    ),
    core('finish', ['production', 'frame', 'colour', 'schema', 'motion', 'space', 'keep']),
    core(
      'check',
      CORE.filter((folder) => !['interchange', 'check'].includes(folder)),
    ),
    core('sound', ['motion', 'keep']),
    core('delivery', ['production', 'schema', 'time', 'colour']),
    core('report', ['check', 'delivery', 'time']),
    core('versions', ['production', 'frame', 'delivery', 'schema', 'space', 'keep']),
    core('formula', ['motion', 'space', 'sound']),
    core(
      'interchange',
      CORE.filter((folder) => folder !== 'interchange'),
    ),
  ],
  options: {
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'require', 'node', 'default', 'types'] },
  },
};
