import { describe, expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { print as sheets, script, setUp } from '../testing';
import type { FactDraft } from '../workbook';
import { explain } from '../words';
import { checkFact } from './checkFact';

const NOW = Date.parse('2026-06-01T12:00:00.000Z');
type Print = Partial<Extract<FactDraft, { kind: 'printed' }>>;
const print = (one: Print): FactDraft => ({ ...sheets(1), widthMm: 210, heightMm: 297, ...one }) as FactDraft;
/** Ten jobs of two sheets of 210 × 297 mm, and one of 297 × 420. */
const usual = [
  ...Array.from({ length: 10 }, () => print({ copies: 2 })),
  print({ widthMm: 297, heightMm: 420 }),
];

const said = (odd: Print, before = usual) => {
  const facts = script([...setUp, ...before, print(odd)]);
  const last = facts.at(-1)!;
  return checkFact(Ledger.from(facts.slice(0, -1)), last, NOW);
};

describe('a print unlike all that its printer ever printed is asked about', () => {
  test.each([
    ['centimetres for millimetres', { widthMm: 29.7, heightMm: 42 }, 'small', /in millimetres/],
    ['a digit too many', { widthMm: 2970, heightMm: 420 }, 'large', /in millimetres/],
    [
      'wider than what goes through it',
      { widthMm: 594, heightMm: 841 },
      'wide',
      /wider than anything.*297 mm/,
    ],
    ['three hundred for thirty', { widthMm: 210, heightMm: 297, copies: 300 }, 'many', /Check the count/],
  ] as const)('%s', (_, odd, how, words) => {
    const [problem, ...others] = said(odd);
    expect(others).toEqual([]);
    expect(problem).toMatchObject({ severity: 'ask', code: 'oddPrint', how });
    expect(explain(problem!)).toMatch(words);
  });

  test.each([
    ['an eighth of the smallest is still a print', { widthMm: 74, heightMm: 105 + 0.5 }],
    ['a roll’s length is no width', { widthMm: 297, heightMm: 2000 }],
    ['turned, it is as wide as before', { widthMm: 420, heightMm: 297 }],
    ['a busy week in one go', { widthMm: 210, heightMm: 297, copies: 40 }],
  ] as const)('%s: not asked', (_, sound) => {
    expect(said(sound)).toEqual([]);
  });

  test('before eight jobs nothing is unusual, and what was confirmed is not asked again', () => {
    expect(said({ widthMm: 594, heightMm: 841 }, usual.slice(0, 6))).toEqual([]);
    expect(said({ widthMm: 594, heightMm: 841, confirmed: ['oddPrint'] })).toEqual([]);
  });
});
