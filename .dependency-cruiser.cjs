/** The arrows of the tree: what may import what. */
const LADDER = [
  'kernel',
  'pitch',
  'harmony',
  'fretboard',
  'shapes',
  'rhythm',
  'song',
  'arrange',
  'rehearse',
  'words',
  'page',
  'formats',
];
/** The rooms of the large ones, the lowest first; what lies beside the rooms is above them. */
const ROOMS = {
  song: ['document', 'chart', 'played', 'attachments', 'map', 'part'],
  arrange: [
    'ornaments',
    'performance',
    'time',
    'problem',
    'choice',
    'setup',
    'shapes',
    'capo',
    'ornament-advice',
    'form',
    'recogniser',
    'levels',
  ],
  page: ['drawing', 'handout', 'layout'],
};
const TESTS = '\\.test\\.tsx?$';

const ladderRules = LADDER.slice(0, -1).map((name, index) => ({
  name: `core-${name}-looks-down`,
  severity: 'error',
  from: { path: `^src/core/${name}/`, pathNot: TESTS },
  to: { path: `^src/core/(${LADDER.slice(index + 1).join('|')})/` },
}));

const roomRules = Object.entries(ROOMS).flatMap(([house, rooms]) =>
  rooms.map((room, index) => ({
    name: `${house}-${room}-looks-down`,
    severity: 'error',
    from: { path: `^src/core/${house}/${room}/`, pathNot: TESTS },
    to: { path: `^src/core/${house}/(${[...rooms.slice(index + 1).map((above) => `${above}/`), '[^/]+$'].join('|')})` },
  })),
);

const only = (name, from, allowed) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: TESTS },
  to: { path: '^src/', pathNot: allowed },
});

module.exports = {
  forbidden: [
    ...ladderRules,
    ...roomRules,
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^src/core/', pathNot: TESTS },
      to: { pathNot: '^src/core/' },
    },
    only('contract-knows-core', '^src/contract/', '^src/(core|contract)/'),
    {
      name: 'contract-needs-only-zod',
      severity: 'error',
      from: { path: '^src/contract/', pathNot: TESTS },
      to: { dependencyTypes: ['npm', 'npm-dev', 'core'], pathNot: 'node_modules/zod/' },
    },
    only('exchange-knows-core-and-contract', '^src/exchange/', '^src/(core|contract|exchange)/'),
    only('worker-knows-core-contract-exchange', '^src/worker/', '^src/(core|contract|exchange|worker)/'),
    only('cli-knows-core-contract-exchange', '^src/cli/', '^src/(core|contract|exchange|cli)/'),
    only('server-knows-core-contract-exchange', '^src/server/', '^src/(core|contract|exchange|server)/'),
    only('web-knows-core-contract-messages', '^src/web/', '^src/(core|contract|exchange|web)/|^src/worker/messages'),
    {
      name: 'web-loads-exchange-late',
      severity: 'error',
      from: { path: '^src/web/' },
      to: { path: '^src/exchange/', dependencyTypesNot: ['dynamic-import'] },
    },
    {
      name: 'ui-knows-nothing-of-music',
      severity: 'error',
      from: { path: '^src/web/ui/' },
      to: { path: '^src/', pathNot: '^src/web/(ui|theme)/' },
    },
    {
      name: 'features-are-siblings',
      severity: 'error',
      from: { path: '^src/web/features/([^/]+)/' },
      to: { path: '^src/web/(features/([^/]+)|app)/', pathNot: '^src/web/features/$1/' },
    },
    {
      name: 'only-repositories-see-sql',
      severity: 'error',
      from: { path: '^src/', pathNot: `${TESTS}|^src/server/(db/|.+/repository\\.ts$)` },
      to: { path: 'node_modules/(drizzle-orm|@electric-sql)|^src/server/db/schema' },
    },
    {
      name: 'tests-are-leaves',
      severity: 'error',
      from: { pathNot: `${TESTS}|^src/test-support/|^e2e/` },
      to: { path: `${TESTS}|^src/test-support/|^e2e/` },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'no-missing-modules',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: '\\?|^(virtual:|@fontsource|pdfkit$|@electric-sql/pglite/nodefs$)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json'],
      conditionNames: ['import', 'node', 'default'],
    },
  },
};
