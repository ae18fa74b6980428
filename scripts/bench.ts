/** `npm run bench`: how long the core takes at growing size, side by side with the budgets of a busy decade. */
import { execFileSync } from 'node:child_process';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { pathToFileURL } from 'node:url';
import { fitDrying } from '@hiraeth/core/prepare';
import { build } from 'vite';
import { benchBrowser } from './lib/benchBrowser';
import type { benchCore } from './lib/benchCore';
import { benchDisplays } from './lib/benchDisplays';
import { benchPhotographs } from './lib/benchPhotographs';
import { benchPlan } from './lib/benchPlan';
import { benchUse } from './lib/benchUse';

const BIG = join(tmpdir(), 'hiraeth-bench.hiraeth.json');

/** As it ships: without what a loader of TypeScript adds to each function. */
async function builtCore(): Promise<{ benchCore: typeof benchCore }> {
  const outDir = join(tmpdir(), 'hiraeth-bench');
  await build({
    configFile: false,
    logLevel: 'warn',
    build: {
      ssr: join(import.meta.dirname, 'lib', 'benchCore.ts'),
      outDir,
      emptyOutDir: true,
      target: 'node20',
      minify: false,
      rolldownOptions: { output: { entryFileNames: '[name].mjs' } },
    },
    ssr: { noExternal: true },
  });
  return (await import(pathToFileURL(join(outDir, 'benchCore.mjs')).href)) as { benchCore: typeof benchCore };
}

/** A program from its start to its end, ms. */
function timed(argv: readonly string[]): number {
  const started = performance.now();
  execFileSync('node', argv, { maxBuffer: 1e9 });
  return Math.round(performance.now() - started);
}

console.log('A simulated decade:');
console.table((await builtCore()).benchCore(BIG));
const alone: number[] = [];
const reports: number[] = [];
for (let round = 0; round < 4; round++) {
  alone.push(timed(['-e', `JSON.parse(require('fs').readFileSync(${JSON.stringify(BIG)}, 'utf8'))`]));
  reports.push(timed(['cli/bin/hiraeth.mjs', 'report', BIG]));
}
console.log(
  `Command-line report of the last: ${Math.min(...reports)} ms; starting node and JSON.parse alone: ${Math.min(...alone)} ms.`,
);
console.log(
  'Asked at 100,000 facts: fold under 3 × JSON.parse, file to report under 6 ×, command-line report under 1500 ms; one more costs what it costs at 1,000; shown at once under 250 ms.',
);
console.log(
  '\nIn the browser, the demo first (asked: usable within 800 ms, 350 kB of script), then 100,000 facts (usable within 1500 ms, no task over 100 ms):',
);
console.table(await benchBrowser(BIG));
const readings = Array.from({ length: 200 }, (_, i) => ({
  minutes: i * 5,
  g: 16.8 + 4.5 * Math.exp((-i * 5) / 94),
}));
const begun = performance.now();
fitDrying(readings, null);
console.log(`Drying curve of 200 weighings: ${(performance.now() - begun).toFixed(1)} ms`);
console.log('\nPhotographed checks (asked: 98 % of the gaps found, at most 1 % of the lines invented):');
console.table(benchPhotographs(Number(process.env['PHOTOGRAPHS'] ?? 10)));
console.log('\nDisplays of scales (asked: 80 % read, 97 % of those right):');
console.table(benchDisplays(Number(process.env['DISPLAYS'] ?? 60)));
console.log('\nPlans against what then happened (simulated studios, 300 days known, a year to judge by):');
console.table(benchPlan(Number(process.env['PLANS'] ?? 10)));
console.log(
  '\nUse foretold on simulated years, seeds apart from building (intervals asked: 93 to 98 % inside):',
);
console.table(benchUse(Number(process.env['YEARS'] ?? 40)));
