export default {
  // The gate has the machine to itself: both of its cores, where Jest would leave one free.
  maxWorkers: '100%',
  testEnvironment: 'node',
  // On a busy machine an honest test takes its time.
  testTimeout: 60_000,
  roots: ['model', 'core', 'handbook', 'sim', 'demo', 'server', 'web'].map((folder) => `<rootDir>/${folder}`),
  testMatch: ['**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.ts$|/node_modules/@stdlib/math-base-.+\\.js$': [
      '<rootDir>/scripts/jest/transform.mjs',
      { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'es6' } },
    ],
  },
  // Workspace packages export their source, which must be transformed too; so must the arithmetic of distributions be, to be quick.
  transformIgnorePatterns: ['/node_modules/(?!@chill/|@stdlib/math-base-)'],
};
