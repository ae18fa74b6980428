// Changes core's code in small ways, one at a time, and asks the tests whether they notice; see CONTRIBUTING.
//   npm run mutate                       a seeded sample of every room
//   npm run mutate -- fill bench         these rooms, whole
//   npm run mutate -- --changed[=main]   what changed since then
//   npm run mutate -- --all              everything, for hours; goes on where it was
import { execFileSync } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { Stryker } from '@stryker-mutator/core';

const { values, positionals } = parseArgs({
  allowPositionals: true,
  args: process.argv.slice(2).map((arg) => (arg === '--changed' ? '--changed=main' : arg)),
  options: {
    all: { type: 'boolean' },
    changed: { type: 'string' },
    sample: { type: 'string' },
    seed: { type: 'string', default: '1' },
    jobs: { type: 'string', default: '2' },
  },
});

/** What is tested elsewhere: types see it, or sentences are read by people. */
const NOT_MUTATED = ['StringLiteral', 'OptionalChaining'];
/** Rooms of no meaning of their own are tested where they are used. */
const ALSO = {
  area: ['cost', 'report'],
  time: ['due'],
  numeric: ['usage', 'quantity'],
  exchange: ['report', 'plan', 'cost'],
  account: ['report'],
  ledger: ['account', 'acts'],
  advice: ['plan'],
  check: ['bench'],
};
/** Rooms with tests of their own: a quick look asks no others. */
const OWN = new Set(['account', 'advice', 'ledger']);
/** Of a room, in a quick look. */
const LINES = 8;
const SKIPPED = /^\s*(\/\/|\/?\*|import |export (type|interface|\{|\*)|[\])}]+[;,]?$|$)/;

const root = 'core/src';
const sources = (room) =>
  readdirSync(join(root, room), { recursive: true })
    .map((file) => join(root, room, file))
    .filter((file) => file.endsWith('.ts') && !/\.test\.ts$|index\.ts$/.test(file));
const rooms = readdirSync(root, { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && !['testing', 'words'].includes(entry.name))
  .map((entry) => entry.name);

let chosen = positionals.length > 0 ? positionals : rooms;
const wrong = chosen.filter((room) => !rooms.includes(room));
if (wrong.length > 0) {
  console.error(`No room ${wrong.join(', ')}. There are: ${rooms.join(', ')}.`);
  process.exit(2);
}
let only = null;
if (values.changed) {
  only = execFileSync('git', ['diff', '--name-only', values.changed, '--', root], { encoding: 'utf8' }).split(
    '\n',
  );
  chosen = chosen.filter((room) => sources(room).some((file) => only.includes(file)));
}
const quick = values.sample ?? (positionals.length === 0 && !values.all && !values.changed ? LINES : null);

/** Some lines of a room's code, always the same for a seed. */
function sample(room, count) {
  const lines = sources(room).flatMap((file) =>
    readFileSync(file, 'utf8')
      .split('\n')
      .flatMap((text, i) => (SKIPPED.test(text) ? [] : [`${file}:${i + 1}-${i + 1}`])),
  );
  let state = Number(values.seed) * 7919 + room.length;
  const next = () => (state = (state * 16807) % 2147483647) / 2147483647;
  return lines
    .map((line) => [next(), line])
    .sort(([a], [b]) => a - b)
    .slice(0, count)
    .map(([, line]) => line);
}

async function run(room) {
  const began = Date.now();
  process.env.HIRAETH_TESTS = [room, ...(quick && OWN.has(room) ? [] : (ALSO[room] ?? []))]
    .map((name) => `<rootDir>/${root}/${name}/**/*.test.ts`)
    .concat('<rootDir>/demo/src/wrongs.test.ts')
    .join(',');
  const results = await new Stryker({
    mutate: quick
      ? sample(room, Number(quick))
      : sources(room).filter((file) => !only || only.includes(file)),
    mutator: { excludedMutations: NOT_MUTATED },
    testRunner: 'jest',
    plugins: ['@stryker-mutator/jest-runner'],
    testRunnerNodeArgs: ['--experimental-vm-modules', '--disable-warning=ExperimentalWarning'],
    coverageAnalysis: 'perTest',
    jest: {
      projectType: 'custom',
      enableFindRelatedTests: true,
      configFile: 'scripts/lib/jest-mutate.config.mjs',
    },
    ignorePatterns: ['/*', '!/core', '!/rig', '!/demo', '!/scripts', '!/package.json', '!/jest.config.mjs'],
    incremental: quick === null,
    incrementalFile: `reports/mutation/${room}.json`,
    reporters: [],
    concurrency: Number(values.jobs),
    timeoutMS: 20_000,
    dryRunTimeoutMinutes: 20,
    tempDirName: '.stryker-tmp',
    logLevel: 'error',
    allowEmpty: true,
  }).runMutationTest();
  const count = (...states) => results.filter(({ status }) => states.includes(status)).length;
  const killed = count('Killed', 'Timeout');
  const survived = count('Survived');
  const bare = count('NoCoverage');
  const score = killed + survived > 0 ? Math.round((1000 * killed) / (killed + survived)) / 10 : null;
  const left = results
    .filter(({ status }) => status === 'Survived' || status === 'NoCoverage')
    .map(({ fileName, location: { start }, status, mutatorName, replacement }) => {
      const line = readFileSync(fileName, 'utf8').split('\n')[start.line - 1].trim();
      return `${fileName.replace(`${process.cwd()}/`, '')}:${start.line}:${start.column} ${status} ${mutatorName}\n    ${line}\n    → ${replacement.replace(/\s+/g, ' ').slice(0, 160)}`;
    });
  return { room, killed, survived, bare, score, seconds: Math.round((Date.now() - began) / 1000), left };
}

mkdirSync('reports/mutation', { recursive: true });
const table = [];
for (const room of chosen) {
  const { left, ...row } = await run(room);
  table.push(row);
  writeFileSync(`reports/mutation/${room}.txt`, `${left.join('\n')}\n`);
  console.log(left.join('\n'));
  console.log(
    `— ${row.room}: ${row.killed} killed, ${row.survived} survived, ${row.bare} no cover, ${row.score} %, ${row.seconds} s\n`,
  );
}
console.table(table);
const sum = (key) => table.reduce((total, row) => total + row[key], 0);
console.log(
  `${sum('killed')} of ${sum('killed') + sum('survived')} covered changes noticed: ${((100 * sum('killed')) / (sum('killed') + sum('survived'))).toFixed(1)} %; ${sum('bare')} not covered. Survivors: reports/mutation.`,
);
