import { expect, test } from '@jest/globals';
import { toCsv } from '../exchange';
import { bodyOf, densityInside, inkNow, Ledger } from '../ledger';
import { cartridge, define, fill, install, print, script, setUp, weigh } from '../testing';
import { explain } from '../words';
import type { Because, FactDraft } from '../workbook';
import { checkFact } from './checkFact';

const NOW = Date.parse('2026-06-01T12:00:00.000Z');
const yellowBottle = { bottleId: 'bottle-yellow' };
const dye = define({
  entity: 'ink',
  id: 'ink-dye',
  name: 'Dye',
  shade: 'cyan',
  inkClass: 'dye',
  density: null,
});
const dyeBottle = define({
  entity: 'bottle',
  id: 'bottle-dye',
  inkId: 'ink-dye',
  lot: '',
  volumeMl: 20,
  priceMinor: 100,
  emptyG: null,
});

test.each<[string, FactDraft, string | null, RegExp | null]>([
  ['a sound mass', weigh('cyan', 63.42), null, null],
  ['lighter than empty by less than 3 u', weigh('cyan', 41.5), null, null],
  ['lighter than empty', weigh('cyan', 40.2), 'stop lighterThanEmpty', /another cartridge.*tared/],
  ['above the maximum', weigh('cyan', 93.5), 'ask heavierThanMax', /draw back 1\.50 g/],
  ['a slipped decimal mark', weigh('cyan', 160), 'stop heavierThanMax', /decimal mark/],
  ['beyond the scale', weigh('cyan', 634.2), 'stop beyondScale', /larger scale/],
  ['another shade', fill('cyan', 10, yellowBottle), 'ask otherShade', /conversion/],
  [
    'a conversion, confirmed',
    fill('cyan', 10, { ...yellowBottle, confirmed: ['otherShade'], occasion: 'conversion' }),
    null,
    null,
  ],
  ['another class', fill('cyan', 10, { bottleId: 'bottle-dye' }), 'ask otherClass', /clog a head/],
  [
    'more than the bottle holds',
    fill('cyan', 25, { bottleId: 'bottle-dye', confirmed: ['otherClass'] }),
    'ask bottleTooLittle',
    /Weigh the bottle/,
  ],
  [
    'a conversion with its leftover back in the bottle',
    fill('cyan', 5, { occasion: 'conversion', leftover: { ml: 1, fate: 'bottle' } }),
    'ask backToBottleAfterConversion',
    /spoil/,
  ],
  ['an over-fill', fill('magenta', 40), 'ask overfill', /it would leak/],
  ['a future date', { ...print(1), at: '2026-06-02T12:00:00.000Z' }, 'stop future', /clock/],
  ['a wrong century', { ...print(1), at: '1926-06-02T12:00:00.000Z' }, 'stop beforeOpening', /year/],
  ['an unknown cartridge', weigh('nobody', 60), 'stop unknownThing', /Set it up/],
  [
    'one that is not known among those shaken',
    { kind: 'agitated', cartridgeIds: ['cyan', 'nobody'] },
    'stop unknownThing',
    /Set it up/,
  ],
  [
    'a purchase of a bottle that is defined later',
    { kind: 'purchased', what: 'bottle', name: 'Next', priceMinor: 900, bottleId: 'next' },
    null,
    null,
  ],
  [
    'an unknown slot',
    { kind: 'gaugeRead', printerId: 'printer', slotId: 'red', fraction: 0.5, by: 'person' },
    'stop unknownThing',
    /Set it up/,
  ],
  [
    'a full mass below the empty mass',
    define({ ...(setUp[2] as { entity: object }).entity, fullG: 40 } as never),
    'stop entityRule',
    /must weigh more/,
  ],
  [
    'more drawn out than inside',
    { kind: 'drawnOut', cartridgeId: 'magenta', chamber: 0, ml: { value: 60, u: 0.1 }, fate: 'bin' },
    'ask moreThanInside',
    /Check the number/,
  ],
])('%s', (_name, draft, expected, words) => {
  const ledger = Ledger.from(
    script([...setUp, dye, dyeBottle, install, weigh('magenta', 80), weigh('yellow', 80)]),
  );
  const [fact] = script([draft], '2026-05-31T09:00:00.000Z');
  const problems = checkFact(ledger, fact!, NOW);
  expect(problems[0] ? `${problems[0].severity} ${problems[0].code}` : null).toBe(expected);
  if (words) expect(explain(problems[0]!)).toMatch(words);
});

test.each([
  ['weighIn', true],
  ['before', true],
  // Ink has just been poured in: it cannot be the body without ink.
  ['after', false],
  ['rested', false],
] as const)('a mass below that of its kind, weighed %s: may be its own empty mass: %s', (purpose, own) => {
  const ledger = Ledger.from(
    script([...setUp, define(cartridge('cyan', 'cyan', { emptyG: null })), install]),
  );
  const [fact] = script([weigh('cyan', 30, purpose)], '2026-05-31T09:00:00.000Z');
  const [problem] = checkFact(ledger, fact!, NOW);
  expect(problem).toMatchObject({ severity: 'ask', code: 'lighterThanEmpty' });
  expect(problem && 'reasons' in problem && problem.reasons?.includes('ownEmpty')).toBe(own);
});

test.each([
  // A clock may be a little ahead of the one that judges it; a day is a mistake, or another clock.
  [-1, null],
  [0, null],
  [2, null],
  [60 * 24, 'future'],
])('a fact that comes %d minutes after now: %s', (minutes, code) => {
  const ledger = Ledger.from(script([...setUp, install]));
  const [fact] = script([weigh('cyan', 63.42)], '2026-05-31T09:00:00.000Z');
  const at = new Date(NOW + minutes * 60_000).toISOString();
  expect(checkFact(ledger, { ...fact!, at }, NOW)[0]?.code ?? null).toBe(code);
});

test('ink into one that was retired is asked about', () => {
  const gone: FactDraft = { kind: 'retired', what: 'cartridge', subjectId: 'cyan', reason: 'worn' };
  const codes = (...more: FactDraft[]): string[] => {
    const ledger = Ledger.from(script([...setUp, weigh('cyan', 50), ...more]));
    const [fact] = script([fill('cyan', 5)], '2026-05-31T09:00:00.000Z');
    return checkFact(ledger, fact!, NOW).map(({ code }) => code);
  };
  expect([codes(), codes(gone)]).toEqual([[], ['retired']]);
});

test('facts of one run stand by their own weighing: a fill is not held against the room that was before', () => {
  const fat = fill('cyan', 44);
  const codes = (run: string | undefined): string[] => {
    const ledger = Ledger.from(
      script([...setUp, weigh('cyan', 80)]).map((fact) => ({ ...fact, run: 'one' })),
    );
    const [fact] = script([fat], '2026-03-01T10:00:00.000Z');
    return checkFact(ledger, { ...fact!, ...(run ? { run } : {}) }, NOW).map(({ code }) => code);
  };
  expect(codes('one')).toEqual([]);
  for (const run of [undefined, 'another'])
    expect(codes(run)).toEqual([expect.stringMatching(/full|Full|fill/)]);
});

test('CSV: cells that begin like formulas are defused, quotes and marks survive', () => {
  const ledger = Ledger.from(
    script([
      ...setUp,
      define(cartridge('sum', 'cyan', { label: '=SUM(A1)' })),
      weigh('sum', 63.42),
      fill('sum', 2.5, { bottleId: 'bottle-cyan', note: '-1, "quoted"' }),
      { ...print(1), title: '@cmd' } as FactDraft,
    ]),
  );
  expect(toCsv(ledger, 'weighings')).toMatch(
    /^\ufefftime \(UTC\),what,name.*\r\n.*,cartridge,"'=SUM\(A1\)",weighIn,63\.42/,
  );
  expect(toCsv(ledger, 'fills')).toContain(`"'-1, ""quoted"""`);
  expect(toCsv(ledger, 'prints')).toContain(`,"'@cmd",1,297,420,Any,`);
});

test('a mass that fits with the sensor still on, or without the keeper, says so; any other does not', () => {
  const sensor = define({
    entity: 'tool',
    id: 'sensor',
    name: 'the float sensor',
    tool: 'floatSensor',
    fitsHeightMm: null,
    squeezeMl: null,
    count: 1,
    massG: { value: 6.2, u: 0.05 },
  });
  const ledger = Ledger.from(script([...setUp, sensor, weigh('cyan', 63.42), install]));
  const said = (g: number): string => {
    const [fact] = script([weigh('cyan', g)], '2026-03-01T12:00:00.000Z');
    return checkFact(ledger, fact!, NOW).map(explain).join(' ');
  };
  expect(said(63.42 + 6.2)).toMatch(
    /would fit with the float sensor still on it \(6\.2 g\): go back, take it off/,
  );
  expect(said(63.42 - 6.2)).toMatch(/would fit without the float sensor/);
  expect(said(63.42 + 12)).toMatch(/What happened/);
  expect(said(63.42 + 12)).not.toMatch(/float sensor/);
});

test('what a part explains is its own mass, give or take two doubts: 0.1 g beside it still, 0.12 g not any more', () => {
  const clip = define({
    entity: 'tool',
    id: 'clip',
    name: 'the clip',
    tool: 'keeper',
    fitsHeightMm: null,
    squeezeMl: null,
    count: 1,
    massG: { value: 6.2, u: 0.05 },
  });
  // On the shelf: nothing was drawn since, so that only scale and clip are in doubt.
  const ledger = Ledger.from(script([...setUp, clip, weigh('cyan', 63.42)]));
  const parts = [6.09, 6.1, 6.3, 6.31].map((g) => {
    const [fact] = script([weigh('cyan', 63.42 + g)], '2026-03-01T12:00:00.000Z');
    return checkFact(ledger, fact!, NOW).some((one) => one.code === 'evidenceOff' && one.part?.left === 'on');
  });
  expect(parts).toEqual([false, true, true, false]);
});

test('who has said what happened is not asked again', () => {
  const ledger = Ledger.from(script([...setUp, weigh('cyan', 63.42)]));
  const codes = (because?: Because): string[] => {
    const [fact] = script(
      [{ ...weigh('cyan', 70), ...(because ? { because } : {}) }],
      '2026-03-01T12:00:00.000Z',
    );
    return checkFact(ledger, fact!, NOW).map(({ code }) => code);
  };
  expect([codes(), codes('unknown')]).toEqual([['evidenceOff'], []]);
});

test('a mass or a fill of the past, entered late, is not held against what is in it now; one of today is', () => {
  const ledger = Ledger.from(script([...setUp, weigh('cyan', 63.42), install]));
  ledger.add(script([weigh('cyan', 70, 'weighIn')], '2026-04-01T09:00:00.000Z'));
  const codes = (draft: FactDraft, at: string): string[] =>
    checkFact(ledger, script([draft], at)[0]!, NOW).map(({ code }) => code);
  const [past, today] = ['2026-03-15T09:00:00.000Z', '2026-04-02T09:00:00.000Z'];
  expect([codes(weigh('cyan', 85), past), codes(weigh('cyan', 85), today)]).toEqual([[], ['evidenceOff']]);
  expect([codes(fill('cyan', 40), past), codes(fill('cyan', 40), today)]).toEqual([[], ['overfill']]);
});

test('what was printed since the last weighing makes room: only a fill for which there is none is asked about', () => {
  const printed = Ledger.from(
    script([...setUp, weigh('cyan', 63.42), install, ...Array.from({ length: 6 }, () => print(20))]),
  );
  const full = Ledger.from(script([...setUp, weigh('cyan', 63.42), install]));
  const { maxG, emptyG } = bodyOf(full.context, 'cyan')!;
  const at = '2026-04-02T09:00:00.000Z';
  const room = (ledger: Ledger): number =>
    (maxG - emptyG.value) / densityInside(ledger, bodyOf(ledger.context, 'cyan')!, at).value -
    inkNow(ledger, 'cyan', at)!.value;
  const asks = (ledger: Ledger, ml: number): boolean =>
    checkFact(ledger, script([fill('cyan', ml)], at)[0]!, NOW).some(({ code }) => code === 'overfill');
  const beyond = (ledger: Ledger): number => room(ledger) + 3 * inkNow(ledger, 'cyan', at)!.u + 2;
  expect(room(printed)).toBeGreaterThan(room(full) + 1);
  // Between the two it is the prints alone that make it fit; beyond its doubt, nothing does.
  expect([asks(full, room(full) - 0.5), asks(full, beyond(full))]).toEqual([false, true]);
  expect([asks(printed, room(full) + 1), asks(printed, beyond(printed))]).toEqual([false, true]);
});
