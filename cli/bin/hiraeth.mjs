#!/usr/bin/env node
import { existsSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { setFlagsFromString } from 'node:v8';

// A run is over in seconds, and much of it waits for the compiler: smaller pieces are ready sooner (a report of ten years takes an
// eighth less).
setFlagsFromString('--max-inlined-bytecode-size-cumulative=200');

const root = join(dirname(fileURLToPath(import.meta.url)), '..', '..');
const built = join(root, 'cli', 'dist', 'hiraeth.mjs');

/** The newest of all sources; a built file that is older would lie. */
function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return readdirSync(path).reduce((latest, name) => Math.max(latest, newest(join(path, name))), 0);
}
const fresh =
  existsSync(built) &&
  ['core/src', 'cli/src'].every((path) => newest(join(root, path)) <= statSync(built).mtimeMs);
if (!fresh) (await import('tsx/esm/api')).register();
const { main } = await import(fresh ? built : '../src/main.ts');
process.stdout.on('error', (error) => process.exit(error.code === 'EPIPE' ? 0 : 3));
process.exitCode = await main(process.argv.slice(2), process);
