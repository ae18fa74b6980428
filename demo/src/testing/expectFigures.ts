import { readFileSync, writeFileSync } from 'node:fs';
import { expect } from '@jest/globals';
import { Ledger } from '@hiraeth/core/ledger';
import { seeded } from '@hiraeth/core/numeric';
import type { Fact } from '@hiraeth/core/workbook';
import { figuresOf } from './figuresOf';

/**
 * Somebody's years of work lie in these figures: a build that says another thing of the same facts has to be meant to.
 * Where it is, `npm run figures` writes them anew, the difference is read line by line, and CHANGELOG says why.
 *
 * @param longest lists of more items are one line; 0: each answer is one line
 */
export function expectFigures(name: string, facts: readonly Fact[], at: string, longest: number): void {
  const path = `${import.meta.dirname}/${name}.figures.txt`;
  const now = figuresOf(Ledger.from(facts), at, seeded(7), longest).map((line) => line.trim());
  if (process.env.HIRAETH_FIGURES === 'write') writeFileSync(path, `${now.join('\n')}\n`);
  const before = readFileSync(path, 'utf8').trimEnd().split('\n');
  const kept = new Set(before);
  const said = new Set(now);
  expect(now.filter((line) => !kept.has(line)).slice(0, 12)).toEqual([]);
  expect(before.filter((line) => !said.has(line)).slice(0, 12)).toEqual([]);
}
