const common = {
  // Where npm run mutate keeps its changed copies.
  modulePathIgnorePatterns: ['<rootDir>/.stryker-tmp'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
};
export default {
  // A busy machine types slowly; a hung test still ends.
  testTimeout: 40_000,
  // Left to itself, Jest keeps one core for a person who edits.
  maxWorkers: '100%',
  reporters: ['default', '<rootDir>/scripts/lib/jest-count.mjs'],
  projects: [
    {
      ...common,
      displayName: 'node',
      testEnvironment: '<rootDir>/scripts/lib/jest-node.mjs',
      setupFiles: ['<rootDir>/scripts/lib/jest-seed.mjs'],
      testMatch: ['<rootDir>/{core,rig,demo,server,cli}/src/**/*.test.ts'],
    },
    {
      ...common,
      displayName: 'dom',
      testEnvironment: '<rootDir>/web/src/testing/environment.mjs',
      setupFilesAfterEnv: ['<rootDir>/web/src/testing/setup.mjs'],
      moduleNameMapper: {
        '\\.css$': '<rootDir>/web/src/testing/empty.mjs',
        '\\.wasm$': '<rootDir>/web/src/testing/wasmPath.mjs',
        '^@fontsource.*': '<rootDir>/web/src/testing/empty.mjs',
      },
      testMatch: ['<rootDir>/web/src/**/*.test.{ts,tsx}'],
    },
  ],
};
