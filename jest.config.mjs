const swc = (jsx = false) => [
  '@swc/jest',
  {
    jsc: {
      target: 'es2023',
      parser: { syntax: 'typescript', tsx: jsx },
      transform: jsx ? { react: { runtime: 'automatic' } } : {},
    },
    module: { type: 'es6' },
  },
];
const project = (name, extra = {}) => ({
  displayName: name,
  rootDir: name,
  testMatch: ['<rootDir>/src/**/*.test.ts', '<rootDir>/src/**/*.test.tsx'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '^.+\\.ts$': swc(), '^.+\\.tsx$': swc(true) },
  ...extra,
});

export default {
  testTimeout: 60_000,
  forceExit: false,
  // Jest leaves a core free by default; nothing else runs beside it.
  maxWorkers: '100%',
  projects: [
    project('core'),
    project('contract'),
    project('server', {
      globalSetup: '<rootDir>/src/testing/globalSetup.ts',
      globalTeardown: '<rootDir>/src/testing/globalTeardown.ts',
    }),
    project('web', {
      setupFiles: ['fake-indexeddb/auto', '<rootDir>/src/testing/storage.ts'],
      moduleNameMapper: { '\\.css$': '<rootDir>/src/styleStub.ts' },
    }),
  ],
};
