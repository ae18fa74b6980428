// Types, lint, Jest and Playwright; ends in one line `N passed, N failed`.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';

const bin = (path) => join('node_modules', ...path.split('/'));
const counts = join('test-results', 'counts');
rmSync(counts, { recursive: true, force: true });
let passed = 0;
let failed = 0;
/** Seconds, and what took them. */
const slow = [];

async function step(name, argv, counted) {
  console.log(`\n— ${name} —`);
  // Playwright clears test-results when it starts.
  mkdirSync('.tsbuild', { recursive: true });
  const file = join('.tsbuild', `count-${name}.json`);
  rmSync(file, { force: true });
  const status = await new Promise((resolve) => {
    spawn(process.execPath, argv, { stdio: 'inherit', env: { ...process.env, HIRAETH_COUNT: file } })
      .on('exit', resolve)
      .on('error', () => resolve(1));
  });
  const count = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : { passed: 0, failed: 0 };
  slow.push(...(count.slow ?? []));
  if (counted) {
    passed += count.passed;
    failed += count.failed;
  } else if (status === 0) passed += 1;
  if (status !== 0 && count.failed === 0) failed += 1;
}

// The first two need a core each; the others take what there is.
await Promise.all([
  step('types', [bin('typescript/bin/tsc'), '-b'], false),
  step('lint', [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0'], false),
]);
await step(
  'jest',
  ['--experimental-vm-modules', '--disable-warning=ExperimentalWarning', bin('jest/bin/jest.js')],
  true,
);
await step('playwright', [bin('@playwright/test/cli.js'), 'test'], true);

console.log('\n— the slowest ten —');
for (const [seconds, name] of slow.sort(([a], [b]) => b - a).slice(0, 10))
  console.log(`${seconds.toFixed(0).padStart(5)} s  ${name}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
