import { join } from 'node:path';
import jestConfig from '../../jest.config.mjs';

/** Jest as `npm run mutate` runs it: the tests it names, and the sandbox's own rooms, not those that node_modules points to. */
const node = { ...jestConfig.projects[0] };
delete node.displayName;
delete node.modulePathIgnorePatterns;
export default {
  ...node,
  // It is looked for without Jest's own names for folders.
  testEnvironment: join(import.meta.dirname, 'jest-node.mjs'),
  rootDir: process.cwd(),
  testTimeout: jestConfig.testTimeout,
  moduleNameMapper: {
    '^@hiraeth/core/(.+)$': '<rootDir>/core/src/$1/index.ts',
    '^@hiraeth/rig$': '<rootDir>/rig/src/index.ts',
    '^@hiraeth/rig/(.+)$': '<rootDir>/rig/src/$1.ts',
  },
  testMatch: process.env.HIRAETH_TESTS.split(','),
};
