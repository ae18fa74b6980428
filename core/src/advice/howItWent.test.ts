import { expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { fill, install, print, script, setUp, weigh } from '../testing';
import type { FactDraft } from '../workbook';
import { outcomeWords } from '../words';
import { cartridgeView } from './cartridgeView';
import { howItWent } from './howItWent';

const RUN = { run: 'run' };
const inRun = (draft: FactDraft): FactDraft => ({ ...draft, ...RUN });
/** A fill by syringe from 63.42 g: 25.83 ml to the full 90.9 g, at 1.064 g/ml. */
const poured = (ml = 25.83, part: object = {}): FactDraft =>
  fill('cyan', ml, { by: 'syringe', ...RUN, ...part });
const went = (...more: FactDraft[]) => {
  const ledger = Ledger.from(script([...setUp, inRun(weigh('cyan', 63.42, 'before')), ...more]));
  return howItWent(ledger, cartridgeView(ledger, 'cyan', '2026-03-09T09:00:00.000Z')!);
};
const spilt = (from: 'bottle' | 'cartridge', ml: number): FactDraft =>
  inRun({
    kind: 'spilt',
    from,
    subjectId: from === 'bottle' ? 'bottle-cyan' : 'cyan',
    ml: { value: ml, u: 0.05 },
  });
const primed = (ml: number): FactDraft =>
  inRun({ kind: 'primed', cartridgeId: 'cyan', ml: { value: ml, u: 0.05 }, fate: 'bin' });
const after = (g: number): FactDraft => inRun(weigh('cyan', g, 'after'));

test.each<[string, FactDraft[], [string, number][]]>([
  ['to the target by the scale: as planned', [poured(), after(90.9)], []],
  ['a hair under the tolerance of 0.3 g', [poured(25.6), after(90.62)], []],
  ['0.4 g under: short by 0.4 ml', [poured(25.45), after(90.5)], [['short', 0.4]]],
  ['0.9 g over', [poured(26.68), after(91.8)], [['over', 0.8]]],
  [
    'a denser ink than was thought: the scale found 1 ml more',
    [poured(24.83), after(90.9)],
    [['scaleSaysMore', 1]],
  ],
  ['air in the syringe: 1.2 ml less than was noted', [poured(27.03), after(90.9)], [['scaleSaysLess', 1.2]]],
  // What was primed out between the weighings did go in.
  ['primed before it was weighed', [poured(27.83), primed(2), after(90.9)], []],
  [
    'spilt from the cartridge, and noted',
    [poured(26.83), spilt('cartridge', 1), after(90.9)],
    [['spilt', 1]],
  ],
  [
    'spilt from the bottle: nothing of the fill',
    [poured(), spilt('bottle', 0.6), after(90.9)],
    [['spilt', 0.6]],
  ],
  [
    'fell by 0.6 g while it rested',
    [poured(), after(90.9), weigh('cyan', 90.3, 'rested')],
    [
      ['short', 0.6],
      ['lostAtRest', 0.6],
    ],
  ],
  ['fell by a drop of condensed water', [poured(), after(90.9), weigh('cyan', 90.78, 'rested')], []],
  // It was drawn for the prime, and did not leak.
  [
    'primed after it was weighed',
    [poured(27.25), after(92.4), primed(1.41), weigh('cyan', 90.9, 'rested')],
    [],
  ],
  // The plan left a prime's worth in it for that: what it weighed full is not where it ended.
  ['primed after it was weighed, and not rested yet', [poured(27.25), after(92.4), primed(1.41)], []],
  ['primed after it was weighed too full', [poured(28.2), after(93.4), primed(1.41)], [['over', 0.9]]],
  ['a weigh-in after prints is no rest', [poured(), after(90.9), install, print(20), weigh('cyan', 80)], []],
  [
    'leftover to the bin',
    [poured(25.83, { leftover: { ml: 2, fate: 'bin' } }), after(90.9)],
    [['binned', 2]],
  ],
  [
    'a twentieth left, as any barrel keeps',
    [poured(25.83, { leftover: { ml: 1.29, fate: 'bin' } }), after(90.9)],
    [],
  ],
  [
    'a little more than that',
    [poured(25.83, { leftover: { ml: 1.3, fate: 'bin' } }), after(90.9)],
    [['binned', 1.3]],
  ],
  ['leftover back to its bottle', [poured(25.83, { leftover: { ml: 2, fate: 'bottle' } }), after(90.9)], []],
  // By mass what is noted is what the scale said.
  ['by mass it cannot differ', [poured(20, { by: 'mass' }), after(90.9)], []],
  ['a mass that was misread says nothing', [poured(), { ...after(80), because: 'misread' } as FactDraft], []],
])('%s', (_, facts, lessons) => {
  const outcome = went(...facts)!;
  expect(outcome.lessons.map(({ code, ml }) => [code, Math.round(10 * ml) / 10])).toEqual(lessons);
  expect(outcomeWords(outcome)).toHaveLength(Math.max(1, lessons.length));
});

test('several loads are one fill; an earlier fill is another', () => {
  const outcome = went(
    poured(25),
    after(90),
    fill('cyan', 3, { run: 'two', by: 'syringe' }),
    fill('cyan', 2, { run: 'two', by: 'syringe' }),
  )!;
  expect([outcome.pouredMl, outcome.weighed]).toEqual([5, false]);
  expect(outcomeWords(outcome)).toEqual([expect.stringMatching(/not weighed afterwards/)]);
});

test('never filled: nothing went', () => expect(went()).toBeNull());
