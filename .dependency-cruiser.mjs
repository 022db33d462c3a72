// The walls between the rooms: who may import whom.
const inside = (room) => `^${room}/src`;
export default {
  forbidden: [
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true } },
    {
      name: 'core-imports-nothing',
      severity: 'error',
      comment:
        'The core computes: no interface, no Node, no database, no package. Tests may use their tools.',
      from: { path: inside('core'), pathNot: '\\.test\\.ts$' },
      to: { pathNot: inside('core') },
    },
    {
      name: 'contract-imports-core-and-zod',
      severity: 'error',
      from: { path: inside('contract'), pathNot: '\\.test\\.ts$' },
      to: { pathNot: ['^contract/src', '^core/src/index\\.ts$', 'node_modules/zod'] },
    },
    {
      name: 'server-and-web-stay-apart',
      severity: 'error',
      from: { path: inside('server') },
      to: { path: inside('web') },
    },
    {
      name: 'web-and-server-stay-apart',
      severity: 'error',
      from: { path: inside('web') },
      to: { path: inside('server') },
    },
    {
      name: 'core-through-its-index',
      severity: 'error',
      from: { path: '^(server|web|e2e)' },
      to: { path: '^(core|contract)/src/.+', pathNot: '^(core|contract)/src/(index|openapi)\\.ts$' },
    },
    {
      name: 'core-folders-through-their-index',
      severity: 'error',
      comment: 'One folder of the core uses another only through its index.',
      from: { path: '^core/src/([^/]+)/' },
      to: { path: '^core/src/[^/]+/.+', pathNot: ['^core/src/$1/', '^core/src/[^/]+/index\\.ts$'] },
    },
    {
      name: 'server-features-through-their-index',
      severity: 'error',
      comment: 'A feature folder uses another only through its index; db and http are shared ground.',
      from: { path: '^server/src/([^/]+)/', pathNot: '\\.test\\.ts$' },
      to: {
        path: '^server/src/[^/]+/.+',
        pathNot: ['^server/src/$1/', '^server/src/(db|http)/', '/index\\.ts$'],
      },
    },
    {
      name: 'web-places-through-their-index',
      severity: 'error',
      comment: 'A place uses another only through its index; rule, sync, shell and theme are shared ground.',
      from: { path: '^web/src/(today|bench|season|body|prep|review|pantry|accounts|find)/' },
      to: {
        path: '^web/src/(today|bench|season|body|prep|review|pantry|accounts)/.+',
        pathNot: ['^web/src/$1/', '/index\\.tsx?$'],
      },
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
