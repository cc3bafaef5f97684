/** Who may import whom: the third column of the table of folders in docs/architecture.md. */

const OURS = '^(app|core|db|devices|features|formats|scripts|server|solver|tests|ui|workers)/';

/** A folder's files, tests beside them aside, may import only themselves and these. */
const mayImport = (folder, ...others) => ({
  name: `${folder}-imports`,
  severity: 'error',
  from: { path: `^${folder}/`, pathNot: '\\.test\\.tsx?$' },
  to: { path: OURS, pathNot: `^(${[folder, ...others].join('|')})/` },
});

/** The rooms of a floor, from the ground up: each may import those before it, so that no two lean on each other. */
const ROOMS = {
  core: [
    'common',
    'counting',
    'trouble',
    'yarn',
    'bench',
    'twist',
    'winding',
    'days',
    'projects',
    'market',
    'exchange',
    'minis',
    'dyeing',
    'logbook',
  ],
  db: [
    'common',
    'yarn',
    'bench',
    'winding',
    'twist',
    'minis',
    'dyeing',
    'projects',
    'market',
    'days',
    'logbook',
    'exchange',
  ],
  server: [
    ...['common', 'bench', 'yarn', 'projects', 'twist', 'winding', 'minis', 'dyeing', 'logbook', 'days', 'market'],
    ...['exchange', 'api'],
  ],
};

const roomByRoom = Object.entries(ROOMS).flatMap(([floor, rooms]) =>
  rooms.slice(0, -1).map((room, i) => ({
    name: `${floor}-${room}-is-below`,
    severity: 'error',
    from: { path: `^${floor}/${room}/`, pathNot: '\\.test\\.tsx?$' },
    to: { path: `^${floor}/(${rooms.slice(i + 1).join('|')})/` },
  })),
);

module.exports = {
  forbidden: [
    ...roomByRoom,
    mayImport('core'),
    mayImport('db', 'core'),
    mayImport('formats', 'core'),
    mayImport('devices', 'core'),
    mayImport('solver', 'core'),
    mayImport('workers', 'core', 'solver'),
    mayImport('server', 'core', 'db', 'formats', 'devices', 'solver'),
    mayImport('ui', 'core'),
    mayImport('features', 'core', 'server', 'ui', 'workers', 'solver'),
    mayImport('app', 'core', 'features', 'server', 'ui', 'formats'),
    {
      name: 'features-call-the-server-in-actions-only',
      comment: 'Elsewhere a feature may know the shape of what the server sends, but not call it.',
      severity: 'error',
      from: { path: '^features/', pathNot: '(/actions\\.ts|\\.test\\.tsx?)$' },
      to: { path: '^server/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'features-stand-alone',
      comment: 'One place of the app does not reach into another; a page may put two together.',
      severity: 'error',
      from: { path: '^features/([^/]+)/' },
      to: { path: '^features/([^/]+)/', pathNot: '^features/$1/' },
    },
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core', 'npm', 'npm-dev'] },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    { name: 'resolvable', severity: 'error', from: {}, to: { couldNotResolve: true } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '^(\\.next|\\.stryker|data)/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default', 'style'],
    },
  },
};
