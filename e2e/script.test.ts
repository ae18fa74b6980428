import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';

const DIST = join(import.meta.dirname, '../web/dist');

/** As it goes over the line: the compressed neighbour where there is one, kB. */
const kB = (file: string): number => {
  const path = join(DIST, file);
  return statSync(existsSync(`${path}.br`) ? `${path}.br` : path).size / 1000;
};

const html = readFileSync(join(DIST, 'index.html'), 'utf8');
const first = [...html.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map(([, file]) => file!);

test('the first page asks for all of its program at once, and it is small: in few files, for each is waited for', () => {
  for (const name of ['index', 'first', 'libraries', 'react'])
    expect(first.some((file) => file.startsWith(`assets/${name}-`))).toBe(true);
  expect(first.length).toBeLessThanOrEqual(6);
  expect(first.reduce((sum, file) => sum + kB(file), 0)).toBeLessThan(300);
  // What runs before the app, and has the demo begun, waits for nothing of it.
  const entry = first.find((file) => file.startsWith('assets/index-'))!;
  expect(readFileSync(join(DIST, entry), 'utf8')).not.toMatch(/from\s*"\.\//);
});

test('no part that is fetched later is large, but the charts', () => {
  const large = readdirSync(join(DIST, 'assets'))
    .filter((file) => file.endsWith('.js') && kB(join('assets', file)) > 200)
    .filter((file) => !file.startsWith('echarts-'));
  expect(large).toEqual([]);
});
