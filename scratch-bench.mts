import { join } from 'node:path'; import { tmpdir } from 'node:os'; import { pathToFileURL } from 'node:url'; import { build } from 'vite';
import { benchBrowser } from './scripts/lib/benchBrowser';
const BIG = join(tmpdir(), 'hiraeth-bench.hiraeth.json'); const outDir = join(tmpdir(), 'hiraeth-bench');
if (!process.env.SKIP) {
await build({ configFile: false, logLevel: 'warn', build: { ssr: join(import.meta.dirname, 'scripts/lib/benchCore.ts'), outDir, emptyOutDir: true, target: 'node20', minify: false, rolldownOptions: { output: { entryFileNames: '[name].mjs' } } }, ssr: { noExternal: true } });
const { benchCore } = await import(pathToFileURL(join(outDir, 'benchCore.mjs')).href); console.table(benchCore(BIG)); }
console.table(await benchBrowser(BIG));
