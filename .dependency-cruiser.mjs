// The walls between the rooms: who may import whom. One general rule; only the short list of shared ground has names.
const packages = '(core|contract|server|web)';
/** Ground that every room of a package stands on, and that knows no room. */
const SHARED =
  '^(core/src/(units|nutrition|random)|contract/src/(common|problems|rights|route)\\.ts|server/src/platform|web/src/(ui|data|workers))';
/** Where the rooms meet: entry points, the frame of the web, the demo, and what the tests share. */
const MEETING =
  '^(contract/src/[^/]+\\.ts|server/src/([^/]+\\.ts|demo/|testing/)|web/src/([^/]+\\.tsx?|app/|testing/)|core/src/testing/)';
export default {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-imports-nothing',
      severity: 'error',
      comment: 'The core computes: no interface, no Node, no database, no package.',
      from: { path: '^core/src' },
      to: { pathNot: '^core/src' },
    },
    {
      name: 'contract-imports-core-and-zod',
      severity: 'error',
      from: { path: '^contract/src' },
      to: { pathNot: ['^contract/src', '^core/src', 'node_modules/zod'] },
    },
    {
      name: 'server-and-web-stay-apart',
      severity: 'error',
      from: { path: '^(server|web)/src' },
      to: { path: '^(server|web)/src', pathNot: '^$1/src' },
    },
    {
      name: 'packages-through-an-index',
      severity: 'error',
      comment: 'Another package is used through the index of one of its rooms.',
      from: { path: '^(contract|server|web|e2e)/' },
      to: {
        path: '^(core|contract)/src/.+',
        pathNot: [
          '^$1/src',
          '/index\\.ts$',
          '^contract/src/(common|problems|rights|route|routes|openapi)\\.ts$',
        ],
      },
    },
    {
      name: 'rooms-through-their-index',
      severity: 'error',
      comment: 'A room uses another only through its index. Shared ground is open to all.',
      from: { path: `^${packages}/src/([^/]+)/`, pathNot: MEETING },
      to: {
        path: '^$1/src/[^/]+/.+',
        pathNot: ['^$1/src/$2/', SHARED, `^${packages}/src/[^/]+/index\\.ts$`],
      },
    },
    {
      name: 'meeting-points-use-indexes-too',
      severity: 'error',
      from: { path: MEETING, pathNot: '^(server/src/(demo|testing)|web/src/testing|core/src/testing/)' },
      to: {
        path: `^${packages}/src/[^/]+/.+`,
        pathNot: [
          SHARED,
          `^${packages}/src/[^/]+/index\\.ts$`,
          '^web/src/app/',
          '^server/src/(demo|testing)/',
        ],
      },
    },
    {
      name: 'shared-ground-knows-no-room',
      severity: 'error',
      from: { path: SHARED },
      to: { path: `^${packages}/src/`, pathNot: [SHARED, '^(core|contract)/src'] },
    },
    {
      name: 'shared-ground-of-core-and-contract-knows-no-room',
      severity: 'error',
      from: {
        path: '^(core/src/(units|nutrition|random)/|contract/src/(common|problems|rights|route)\\.ts)',
      },
      to: { path: '^(core|contract)/src/', pathNot: SHARED },
    },
    {
      name: 'nobody-imports-a-meeting-point',
      severity: 'error',
      comment: 'Rooms do not know where they meet; tests and entry points do.',
      from: { path: `^${packages}/src/`, pathNot: MEETING },
      to: { path: '^(server/src/([^/]+\\.ts|demo/|testing/)|web/src/([^/]+\\.tsx?$|app/|testing/))' },
    },
    {
      name: 'sql-stands-in-a-store',
      severity: 'error',
      comment: 'A room keeps its queries in store.ts or store/; types of rows may be named anywhere.',
      from: {
        path: '^server/src/',
        pathNot: ['/store(\\.ts$|/)', '^server/src/(platform|demo|testing)/', '^server/src/prepare\\.ts$'],
      },
      to: { path: 'node_modules/(kysely|pg)/', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'not-to-unresolvable',
      severity: 'error',
      from: {},
      to: { couldNotResolve: true, pathNot: ['^virtual:', '\\?url$'] },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '\\.test\\.tsx?$' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: true,
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'node', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js', '.json', '.d.ts'],
    },
  },
};
