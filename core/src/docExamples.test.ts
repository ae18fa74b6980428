import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import * as quantity from './quantity/formatUncertain';

/** Every `@example expression // result` in core's doc blocks is run. */
const here = import.meta.dirname;
const files = (dir: string): string[] =>
  readdirSync(dir).flatMap((name) => {
    const path = join(dir, name);
    return statSync(path).isDirectory() ? files(path) : /(?<!\.test)\.ts$/.test(name) ? [path] : [];
  });
const examples = files(here).flatMap((path) =>
  [...readFileSync(path, 'utf8').matchAll(/@example (.+) \/\/ (.+)/g)].map(
    (match) => [path.slice(here.length + 1), match[1]!, match[2]!] as const,
  ),
);

const rooms = readdirSync(here, { withFileTypes: true }).filter(
  (entry) => entry.isDirectory() && entry.name !== 'testing',
);
const doors: object[] = [quantity];
// One after the other: this Jest links modules that are asked for at once only once.
for (const { name } of rooms) doors.push((await import(join(here, name, 'index.ts'))) as object);
const scope = Object.fromEntries(doors.flatMap((door) => Object.entries(door))) as Record<string, unknown>;

test.each(examples)('%s: %s gives %s', (_path, code, expected) => {
  // eslint-disable-next-line @typescript-eslint/no-implied-eval, @typescript-eslint/no-unsafe-call
  const result: unknown = new Function(...Object.keys(scope), `return (${code});`)(...Object.values(scope));
  expect(JSON.stringify(result).replace(/\u00a0/g, ' ')).toBe(JSON.stringify(JSON.parse(expected)));
});

test('there are examples to run', () => expect(examples.length).toBeGreaterThan(10));
