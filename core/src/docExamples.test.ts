import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import * as core from './index';
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

test.each(examples)('%s: %s gives %s', (_path, code, expected) => {
  const scope: Record<string, unknown> = { ...core, ...quantity };
  // eslint-disable-next-line @typescript-eslint/no-implied-eval, @typescript-eslint/no-unsafe-call
  const result: unknown = new Function(...Object.keys(scope), `return (${code});`)(...Object.values(scope));
  expect(JSON.stringify(result).replace(/\u00a0/g, ' ')).toBe(JSON.stringify(JSON.parse(expected)));
});

test('there are examples to run', () => expect(examples.length).toBeGreaterThan(10));
