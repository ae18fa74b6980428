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

/** @param aside its output is shown when it has ended, for another's is shown meanwhile */
async function step(name, argv, counted, aside = false) {
  const head = `\n— ${name} —`;
  if (!aside) console.log(head);
  // Playwright clears test-results when it starts.
  mkdirSync('.tsbuild', { recursive: true });
  const file = join('.tsbuild', `count-${name}.json`);
  rmSync(file, { force: true });
  const said = [];
  const status = await new Promise((resolve) => {
    const out = aside ? 'pipe' : 'inherit';
    const child = spawn(process.execPath, argv, {
      stdio: ['inherit', out, out],
      env: { ...process.env, HIRAETH_COUNT: file },
    });
    for (const stream of [child.stdout, child.stderr]) stream?.on('data', (text) => said.push(text));
    child.on('close', resolve).on('error', () => resolve(1));
  });
  if (aside) console.log(`${head}\n${Buffer.concat(said).toString()}`);
  const count = existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : { passed: 0, failed: 0 };
  slow.push(...(count.slow ?? []));
  if (counted) {
    passed += count.passed;
    failed += count.failed;
  } else if (status === 0) passed += 1;
  if (status !== 0 && count.failed === 0) failed += 1;
}

// Lint needs one core for longer than types do; Jest begins beside it.
const lint = step('lint', [bin('eslint/bin/eslint.js'), '.', '--max-warnings', '0'], false, true);
await step('types', [bin('typescript/bin/tsc'), '-b'], false);
await step(
  'jest',
  ['--experimental-vm-modules', '--disable-warning=ExperimentalWarning', bin('jest/bin/jest.js')],
  true,
);
await lint;
await step('playwright', [bin('@playwright/test/cli.js'), 'test'], true);

console.log('\n— the slowest ten —');
for (const [seconds, name] of slow.sort(([a], [b]) => b - a).slice(0, 10))
  console.log(`${seconds.toFixed(0).padStart(5)} s  ${name}`);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed > 0 ? 1 : 0);
