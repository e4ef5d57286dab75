/** SWC's settings for a module of this syntax. */
const swc = (parser) => ({
  jsc: { target: 'es2022', parser: { syntax: 'typescript', ...parser }, transform: { react: { runtime: 'automatic' } } },
  module: { type: 'es6' },
});
const TRANSFORM = '<rootDir>/scripts/jest/transform.mjs';

const shared = {
  roots: ['words', 'model', 'core', 'handbook', 'sim', 'demo', 'server', 'web'].map((folder) => `<rootDir>/${folder}`),
  setupFiles: ['<rootDir>/scripts/jest/facts.mjs'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.ts$': [TRANSFORM, swc({})],
    '^.+\\.tsx$': [TRANSFORM, swc({ tsx: true })],
  },
  // Workspace packages export their source, which must be transformed too.
  transformIgnorePatterns: ['/node_modules/(?!@chill/)'],
};

export default {
  // The gate has the machine to itself: both of its cores, where Jest would leave one free.
  maxWorkers: '100%',
  // On a busy machine an honest test takes its time.
  testTimeout: 60_000,
  projects: [
    { ...shared, displayName: 'computed', testEnvironment: 'node', testMatch: ['**/*.test.ts'] },
    // What is drawn is tested in a document.
    { ...shared, displayName: 'drawn', testEnvironment: '<rootDir>/scripts/jest/document.mjs', testMatch: ['**/*.test.tsx'] },
  ],
};
