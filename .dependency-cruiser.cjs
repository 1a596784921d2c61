/** The walls between rooms: core ← storage, workers, audio ← work ← ui ← features ← app. */
const between = (name, from, to, comment) => ({ name, severity: 'error', comment, from, to });

/** The floors of the core, from the ground: each uses those before it, none those after it. */
const FLOORS = [
  'instrument',
  'time',
  'passage',
  'rhythm',
  'picking',
  'fretting',
  'model',
  'merging',
  'plan',
  'sound',
  'compose',
  'tempo',
  'balance',
  'record',
  'brief',
  'drills',
  'routine',
  'track',
  'take',
  'formats',
];

const floorRules = FLOORS.slice(0, -1).map((floor, at) =>
  between(
    `floor-${floor}`,
    { path: `^src/core/${floor}/`, pathNot: '(\\.test\\.ts|/testing\\.ts)$' },
    { path: `^src/core/(${FLOORS.slice(at + 1).join('|')})/` },
    'The core is floors: arrows point down.',
  ),
);

module.exports = {
  forbidden: [
    ...floorRules,
    between(
      'every-folder-a-floor',
      { path: '^src/core/', pathNot: `^src/core/(index\\.ts$|[^/]+\\.test\\.ts$|(${FLOORS.join('|')})/)` },
      {},
      'A new folder of the core takes its place among the floors.',
    ),
    between(
      'no-cycles',
      {},
      { circular: true },
      'Modules that need each other are one module or need a third.',
    ),
    between(
      'core-alone',
      { path: '^src/core' },
      { path: '^src/(?!core/)' },
      'The core imports nothing outside itself.',
    ),
    between(
      'core-by-its-face',
      { path: '^src/(?!core/)', pathNot: '\\.test\\.ts$' },
      {
        path: '^src/core/',
        pathNot:
          '^src/core/(index\\.ts|formats/index\\.ts|compose/index\\.ts|brief/index\\.ts|drills/index\\.ts|record/index\\.ts|routine/index\\.ts|track/index\\.ts|take/index\\.ts|fretting/index\\.ts)$',
      },
      'Others use the core through its public face.',
    ),
    between(
      'addresses-alone',
      { path: '^src/addresses\\.ts$' },
      { path: '^src/' },
      'Pages, the proxy and the worker without a network share them.',
    ),
    between(
      'offline-alone',
      { path: '^src/offline/', pathNot: '\\.test\\.ts$' },
      { path: '^src/(?!offline/|addresses\\.ts$)' },
      'The worker without a network holds nothing of the application.',
    ),
    between(
      'storage-below-ui',
      { path: '^src/(storage|workers|audio)/' },
      { path: '^src/(work|ui|features|app|demo)/' },
    ),
    between(
      'work-below-ui',
      { path: '^src/work/' },
      { path: '^src/(ui|features|app|demo)/' },
      'What the user does is told without a screen.',
    ),
    between('work-without-react', { path: '^src/work/' }, { path: 'node_modules/(react|next)' }),
    between('ui-below-features', { path: '^src/ui/' }, { path: '^src/(features|app|demo)/' }),
    between(
      'features-below-app',
      { path: '^src/features/', pathNot: '\\.test\\.ts$' },
      { path: '^src/(app|demo)/' },
    ),
    between(
      'features-apart',
      { path: '^src/features/([^/]+)/' },
      { path: '^src/features/', pathNot: '^src/features/$1/' },
      'Features do not import each other.',
    ),
    between('demo-below-app', { path: '^src/demo/' }, { path: '^src/(app|ui|features)/' }),
    between(
      'one-database',
      { path: '^src/', pathNot: '^src/storage/' },
      { path: 'node_modules/dexie' },
      'Only storage knows IndexedDB.',
    ),
    between(
      'storage-by-its-doors',
      { path: '^src/(?!storage/)', pathNot: '\\.test\\.ts$' },
      { path: '^src/storage/(database|handle|indexed|kept|meta|versions)\\.ts$' },
      'Outside, the database is a handle, and what is asked of it has a name.',
    ),
    between(
      'no-tests-in-use',
      { pathNot: '(\\.test\\.tsx?|/testing\\.ts)$' },
      { path: '(\\.test\\.tsx?|/testing\\.ts)$' },
    ),
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
