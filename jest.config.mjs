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
    '^.+\\.ts$': ['@swc/jest', { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'es6' } }],
  },
  // Workspace packages export their source, which must be transformed too.
  transformIgnorePatterns: ['/node_modules/(?!@chill/)'],
};
