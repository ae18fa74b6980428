import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { Ledger } from '../ledger';
import { between, define, fill, install, print, PRINTER, script, setUp, weigh } from '../testing';
import {
  patchNoteWords,
  patchProblemWords,
  reprofileWords,
  shiftWords,
  testShortWords,
  VERDICT_WORDS,
} from '../words';
import type { FactDraft } from '../workbook';
import { compareShades } from './compareShades';
import { deltaE, type Lab } from './deltaE';
import { parsePatches, patchesAsCgats, type Patch } from './parsePatches';
import { reprofile } from './reprofile';
import { shadeHistory } from './shadeHistory';
import { shadeRamps } from './shadeRamps';
import { shadeSeries } from './shadeSets';
import { testPrint } from './testPrint';

/** The published pairs (Sharma, Wu, Dalal 2005, table 1). */
const PAIRS: readonly (readonly [Lab, Lab, number])[] = [
  [[50, 2.6772, -79.7751], [50, 0, -82.7485], 2.0425],
  [[50, 3.1571, -77.2803], [50, 0, -82.7485], 2.8615],
  [[50, 2.8361, -74.02], [50, 0, -82.7485], 3.4412],
  [[50, -1.3802, -84.2814], [50, 0, -82.7485], 1],
  [[50, -1.1848, -84.8006], [50, 0, -82.7485], 1],
  [[50, -0.9009, -85.5211], [50, 0, -82.7485], 1],
  [[50, 0, 0], [50, -1, 2], 2.3669],
  [[50, -1, 2], [50, 0, 0], 2.3669],
  [[50, 2.49, -0.001], [50, -2.49, 0.0009], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.001], 7.1792],
  [[50, 2.49, -0.001], [50, -2.49, 0.0011], 7.2195],
  [[50, 2.49, -0.001], [50, -2.49, 0.0012], 7.2195],
  [[50, -0.001, 2.49], [50, 0.0009, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.001, -2.49], 4.8045],
  [[50, -0.001, 2.49], [50, 0.0011, -2.49], 4.7461],
  [[50, 2.5, 0], [50, 0, -2.5], 4.3065],
  [[50, 2.5, 0], [73, 25, -18], 27.1492],
  [[50, 2.5, 0], [61, -5, 29], 22.8977],
  [[50, 2.5, 0], [56, -27, -3], 31.903],
  [[50, 2.5, 0], [58, 24, 15], 19.4535],
  [[50, 2.5, 0], [50, 3.1736, 0.5854], 1],
  [[50, 2.5, 0], [50, 3.2972, 0], 1],
  [[50, 2.5, 0], [50, 1.8634, 0.5757], 1],
  [[50, 2.5, 0], [50, 3.2592, 0.335], 1],
  [[60.2574, -34.0099, 36.2677], [60.4626, -34.1751, 39.4387], 1.2644],
  [[63.0109, -31.0961, -5.8663], [62.8187, -29.7946, -4.0864], 1.263],
  [[61.2901, 3.7196, -5.3901], [61.4292, 2.248, -4.962], 1.8731],
  [[35.0831, -44.1164, 3.7933], [35.0232, -40.0716, 1.5901], 1.8645],
  [[22.7233, 20.0904, -46.694], [23.0331, 14.973, -42.5619], 2.0373],
  [[36.4612, 47.858, 18.3852], [36.2715, 50.5065, 21.2231], 1.4146],
  [[90.8027, -2.0831, 1.441], [91.1528, -1.6435, 0.0447], 1.4441],
  [[90.9257, -0.5406, -0.9208], [88.6381, -0.8985, -0.7239], 1.5381],
  [[6.7747, -0.2908, -2.4247], [5.8714, -0.0985, -2.2286], 0.6377],
  [[2.0776, 0.0795, -1.135], [0.9033, -0.0636, -0.5514], 0.9082],
];

test('CIEDE2000 equals the published pairs to four decimals, both ways round', () => {
  for (const [a, b, published] of PAIRS)
    expect([deltaE(a, b).toFixed(4), deltaE(b, a).toFixed(4)]).toEqual([
      published.toFixed(4),
      published.toFixed(4),
    ]);
});

describe('patches from text', () => {
  const CGATS = `CGATS.17
ORIGINATOR "An instrument"
SOMETHING_NEW	42
NUMBER_OF_FIELDS 5
BEGIN_DATA_FORMAT
SAMPLE_ID  SAMPLE_NAME	LAB_L LAB_A
 LAB_B
END_DATA_FORMAT
NUMBER_OF_SETS 2
BEGIN_DATA
1	"A 1"   52,31	12.1 -4.6
   2 A2 90 -0,5 3

END_DATA
`;
  test.each<[string, string, readonly Patch[]]>([
    [
      'CGATS.17 with odd whitespace, quotes, decimal commas and unknown keywords',
      CGATS,
      [
        { name: 'A 1', lab: [52.31, 12.1, -4.6] },
        { name: 'A2', lab: [90, -0.5, 3] },
      ],
    ],
    [
      'a table with a header, semicolons and decimal commas',
      'Name;L*;a*;b*\r\nA1;52,3;12,1;-4,6\r\n',
      [{ name: 'A1', lab: [52.3, 12.1, -4.6] }],
    ],
    ['a comma table', 'name,L,a,b\nA1,52.3,12.1,-4.6', [{ name: 'A1', lab: [52.3, 12.1, -4.6] }]],
    [
      'typed',
      'A1 52.3 12.1 -4.6\nA2 50 0 0',
      [
        { name: 'A1', lab: [52.3, 12.1, -4.6] },
        { name: 'A2', lab: [50, 0, 0] },
      ],
    ],
    ['typed without names', '52.3 12.1 -4.6', [{ name: '1', lab: [52.3, 12.1, -4.6] }]],
  ])('%s', (_name, text, patches) => {
    expect(parsePatches(text)).toMatchObject({ ok: true, value: { patches } });
  });

  test.each<[string, string, object]>([
    ['nothing', '  \n ', { code: 'patchesEmpty' }],
    [
      'spectra alone',
      'BEGIN_DATA_FORMAT\nSAMPLE_ID SPECTRAL_380 SPECTRAL_390 SPECTRAL_400\nEND_DATA_FORMAT\nBEGIN_DATA\n1 0.1 0.2 0.2\nEND_DATA',
      { code: 'patchesSpectral' },
    ],
    ['a table of spectra', 'name;380nm;390nm;400nm\nA1;0,1;0,2;0,2', { code: 'patchesSpectral' }],
    [
      'no L*a*b*',
      'BEGIN_DATA_FORMAT\nSAMPLE_ID RGB_R\nEND_DATA_FORMAT\nBEGIN_DATA\n1 0\nEND_DATA',
      { code: 'patchesNoLab', line: 3 },
    ],
    ['a word for a number', 'A1 52 x 3', { code: 'patchesNumber', line: 1, text: 'x' }],
    ['a line cut off', 'name;L;a;b\nA1;52;1', { code: 'patchesFew', line: 2, have: 3, need: 4 }],
    ['no colour', 'A1 520 1 3', { code: 'patchesRange', line: 1 }],
    ['a name twice', 'A1 52 1 3\nA1 50 1 3', { code: 'patchesTwice', line: 2, name: 'A1' }],
    [
      'far too many',
      Array.from({ length: 2501 }, (_, i) => `P${i} 50 0 0`).join('\n'),
      { code: 'patchesTooMany' },
    ],
    ['megabytes of quotation marks', '"'.repeat(8_000_001), { code: 'patchesTooMany' }],
  ])('refused with its line: %s', (_name, text, problem) => {
    const found = parsePatches(text);
    expect(found).toMatchObject({ ok: false, problem });
    if (!found.ok) expect(patchProblemWords(found.problem)).toMatch(/\.$/);
  });

  const chart = (head: readonly string[], rows: readonly string[]): string =>
    [
      'CGATS.17',
      ...head,
      'BEGIN_DATA_FORMAT',
      'SAMPLE_NAME LAB_L LAB_A LAB_B',
      'END_DATA_FORMAT',
      `NUMBER_OF_SETS ${head.includes('promises') ? 9 : rows.length}`,
      'BEGIN_DATA',
      ...rows,
      'END_DATA',
    ].join('\n');
  const NOTHING_SAID = { condition: null, illuminant: null, observer: null, filter: null };
  test.each<[string, readonly string[], object]>([
    [
      'nothing',
      ['ORIGINATOR "M2 Ltd"', 'DESCRIPTOR "A chart of D65 wall paint, filter UV, illuminant A"'],
      NOTHING_SAID,
    ],
    [
      'a condition by name',
      ['MEASUREMENT_SOURCE "MeasurementCondition=M1 Filter=no"'],
      { condition: 'M1', filter: null },
    ],
    ['in small letters, behind a comment', ['# measurement mode: m0'], { condition: 'M0' }],
    ['ultraviolet cut by its filter', ['FILTER "UVcut"'], { condition: 'M2', filter: 'UVcut' }],
    ['crossed polarisers', ['POLARIZATION "Yes"'], { condition: 'M3' }],
    ['no polariser', ['POLARIZATION "None"'], NOTHING_SAID],
    [
      'light and field of view',
      ['WEIGHTING_FUNCTION "ILLUMINANT, D50"', 'WEIGHTING_FUNCTION "OBSERVER, 2 degree"'],
      { illuminant: 'D50', observer: '2' },
    ],
    [
      'in one line',
      ['MEASUREMENT_SOURCE "Illumination=D65 ObserverAngle=10°"'],
      { illuminant: 'D65', observer: '10' },
    ],
  ])('how it was measured: %s', (_, head, under) => {
    expect(parsePatches(chart(head, ['A1 50 1 2']))).toMatchObject({ ok: true, value: { under } });
  });

  test('only what stands before the data says how they were measured, wherever its mark stands in its line', () => {
    const cut = 'FILTER "UVcut"';
    const filterOf = (text: string) => {
      const read = parsePatches(text);
      return read.ok ? read.value.under.filter : read.problem.code;
    };
    const behind = `${chart([], ['A1 50 1 2'])}\n${cut}`;
    for (const text of [behind, behind.replace(/^BEGIN_DATA$/m, ' \t BEGIN_DATA \t ')])
      expect(filterOf(text)).toBeNull();
    // A remark that names the mark is none.
    expect(filterOf(chart(['# all below BEGIN_DATA', cut], ['A1 50 1 2']))).toBe('UVcut');
  });

  test('another light is not turned into D50; comments in the data are none of it; what is odd is said', () => {
    expect(parsePatches(chart(['WEIGHTING_FUNCTION "ILLUMINANT, A"'], ['A1 50 1 2']))).toEqual({
      ok: false,
      problem: { code: 'patchesIlluminant', illuminant: 'A' },
    });
    const read = parsePatches(
      chart(['promises'], ['# first strip', '1 50 1 2', '   # B7 smeared', '2 60 1 2']),
    );
    if (!read.ok) throw new Error(read.problem.code);
    expect(read.value.patches.map(({ name }) => name)).toEqual(['1', '2']);
    expect(read.value.notes.map(patchNoteWords)).toEqual([
      expect.stringMatching(/says 9 patches, and there are 2/),
      expect.stringMatching(/called 1 to 2, by numbers alone/),
    ]);
    expect(parsePatches('# only words')).toMatchObject({ ok: false, problem: { code: 'patchesEmpty' } });
  });

  test('a name with a break in it, or a keyword, goes out and comes back as one patch', () => {
    const names = ['sea\nEND_DATA', 'BEGIN_DATA', 'a"b', 'two\u2028lines', '__proto__'];
    const patches: Patch[] = names.map((name, i) => ({ name, lab: [10 * i, 1, 2] }));
    const back = parsePatches(patchesAsCgats(patches, {}));
    expect(back).toMatchObject({
      ok: true,
      value: {
        patches: ['sea END_DATA', 'BEGIN_DATA', "a'b", 'two lines', '__proto__'].map((name, i) => ({
          name,
          lab: [10 * i, 1, 2],
        })),
      },
    });
  });

  test('two thousand patches go out as CGATS.17 and come back the same', () => {
    const value = between(-120, 120).map((x) => Number(x.toFixed(4)));
    fc.assert(
      fc.property(fc.array(fc.tuple(value, value), { minLength: 1, maxLength: 2000 }), (rows) => {
        const patches = rows.map(([a, b], i): Patch => ({ name: `Row ${i}`, lab: [i % 100, a + 0, b + 0] }));
        const back = parsePatches(patchesAsCgats(patches, { ORIGINATOR: 'Hiraeth "test"' }));
        expect(back).toMatchObject({ ok: true, value: { patches, notes: [] } });
      }),
      { numRuns: 20 },
    );
  });

  test('whatever is pasted: read or refused, never thrown', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 400 }), (text) => {
        const found = parsePatches(text);
        if (!found.ok) expect(patchProblemWords(found.problem)).toMatch(/\S/);
      }),
      { numRuns: 500 },
    );
  });
});

describe('two prints compared', () => {
  const ramp = (part: (lab: Lab, i: number) => Lab = (lab) => lab): Patch[] =>
    Array.from({ length: 20 }, (_, i): Patch => {
      const lab: Lab = i < 10 ? [10 + 8 * i, 0.5, -0.5] : [50, 40 - i, 5 * i - 60];
      return { name: `P${i}`, lab: part(lab, i) };
    });

  test.each<[string, (lab: Lab, i: number) => Lab, string, RegExp]>([
    ['the same', (lab) => lab, 'same', /^$/],
    ['within the noise', ([l, a, b], i) => [l + (i % 2 ? 0.2 : -0.2), a, b], 'same', /^$/],
    ['a little lighter', ([l, a, b]) => [l + 0.8, a, b], 'close', /lighter by 0\.8/],
    [
      'greys that go yellow',
      ([l, a, b], i) => [l, a, i < 10 ? b + 3 : b],
      'visible',
      /greys yellower by 3\.0/,
    ],
    [
      'greys that go green and blue',
      ([l, a, b], i) => (i < 10 ? [l, a - 2, b - 2] : [l, a, b]),
      'visible',
      /greys greener and bluer/,
    ],
    ['plainly weaker', ([l, a, b]) => [l + 4, a * 0.6, b * 0.6], 'plain', /weaker by/],
  ])('%s', (_name, part, verdict, words) => {
    const found = compareShades(ramp(), ramp(part))!;
    expect(found.verdict).toBe(verdict);
    expect(VERDICT_WORDS[found.verdict]).toMatch(/\S/);
    expect(shiftWords(found).join('; ')).toMatch(words);
    expect(found.p95).toBeGreaterThanOrEqual(found.mean * 0.5);
    expect(found.worst[0]!.deltaE).toBe(Math.max(...found.patches.map((patch) => patch.deltaE)));
  });

  test('only patches that both have are compared; none in common is no comparison', () => {
    expect(compareShades(ramp().slice(0, 5), ramp())!.count).toBe(5);
    expect(compareShades(ramp(), [{ name: 'Z', lab: [1, 1, 1] }])).toBeNull();
  });
});

const AT = '2026-03-20T12:00:00.000Z';
const measured = (part: object, shift = 0): FactDraft => ({
  kind: 'shadeMeasured',
  ink: 'refill',
  printerId: 'printer',
  chart: 'Rows',
  condition: 'M1',
  illuminant: 'D50',
  patches: [
    { name: 'A1', lab: [50 + shift, 10, 10] },
    { name: 'A2', lab: [70 + shift, 0, 0] },
  ],
  ...part,
});
const book = (happened: readonly FactDraft[]): Ledger =>
  Ledger.from(
    script([
      ...setUp,
      define({ ...PRINTER, lineMl: 4 }),
      define({
        entity: 'bottle',
        id: 'second',
        inkId: 'ink-cyan',
        lot: 'M2',
        volumeMl: 250,
        priceMinor: 2250,
        emptyG: null,
      }),
      weigh('cyan', 45),
      fill('cyan', 30),
      install,
      ...happened,
    ]),
  );

test('series: conditions and papers are never mixed; originals, lots and displays are told apart', () => {
  const ledger = book([
    measured({ ink: 'original' }),
    measured({ lots: [{ slotId: 'cyan', bottleId: 'bottle-cyan' }] }, 0.5),
    measured({ lots: [{ slotId: 'cyan', bottleId: 'second' }] }, 3),
    measured({ condition: 'M2' }, 9),
    measured({ display: { where: 'Window', months: 0 } }),
    measured({ display: { where: 'Window', months: 6 } }, 2),
    measured({ display: { where: 'Drawer', months: 0 } }),
  ]);
  const [m1, m2] = shadeSeries(ledger, 'printer').sort((a, b) => a.condition.localeCompare(b.condition));
  expect([m1!.sets.length, m2!.sets.length]).toEqual([6, 1]);
  expect([m2!.againstOriginal, m2!.againstLot]).toEqual([null, null]);
  // The print that hangs fresh at its place is a print like any other; what has faded is none.
  expect(m1!.againstOriginal!.from.ink).toBe('original');
  expect(m1!.fading).toEqual([
    {
      where: 'Window',
      points: [
        { months: 0, mean: 0, worst: 0 },
        { months: 6, mean: expect.any(Number), worst: expect.any(Number) },
      ],
    },
  ]);
  expect(m1!.fading[0]!.points[1]!.mean).toBeGreaterThan(1);
  expect(shadeSeries(ledger, 'x')).toEqual([]);
});

test('a cartridge’s shade history names the lot that stood in its channel, newest first, faded prints left out', () => {
  const ledger = book([
    measured({ ink: 'original' }),
    measured({ lots: [{ slotId: 'cyan', bottleId: 'bottle-cyan' }] }, 0.1),
    measured({ lots: [{ slotId: 'cyan', bottleId: 'second' }] }, 6),
    measured({ condition: 'M2' }, 9),
    measured({ display: { where: 'Window', months: 6 } }, 2),
  ]);
  expect(shadeHistory(ledger, 'cyan')).toMatchObject([
    { bottleId: null, mean: null, verdict: null },
    { bottleId: 'second', verdict: 'plain' },
    { bottleId: 'bottle-cyan', verdict: 'same' },
  ]);
  expect(shadeHistory(ledger, 'magenta').map(({ bottleId }) => bottleId)).toEqual([null, null, null]);
  expect(shadeHistory(ledger, 'nobody')).toEqual([]);
});

test('ramps: steps of one hue in order, by whatever name; too few are none', () => {
  const patch = (name: string, l: number): Patch => ({ name, lab: [l, 3, 4] });
  const from = ['G3', 'G1', 'G2', 'cyan 50 %', 'cyan 100 %', 'cyan 7,5', 'S1', 'S2', 'paper'].map((name, i) =>
    patch(name, 90 - 5 * i),
  );
  const to = from.map(({ name, lab }) => patch(name, lab[0] - (name === 'cyan 50 %' ? 4 : 0)));
  const [cyan, greys, ...none] = shadeRamps(compareShades(from, to)!);
  expect(none).toEqual([]);
  expect([cyan!.name, cyan!.steps.map(({ step }) => step)]).toEqual(['cyan', [7.5, 50, 100]]);
  expect([greys!.name, greys!.steps.map(({ step }) => step)]).toEqual(['G', [1, 2, 3]]);
  expect(cyan!.steps[1]).toMatchObject({ from: { l: 75, c: 5 }, to: { l: 71, c: 5 } });
});

/** Cyan's slot prints photo black, magenta's matte black. */
const twoBlacks: FactDraft[] = [
  define({
    ...PRINTER,
    slots: PRINTER.slots.map((slot, i) => ({
      ...slot,
      shades: [['photo black', 'matte black', 'yellow'][i]!],
    })),
  }),
  define({ entity: 'paper', id: 'rag', name: 'Rag', brightener: 'none', black: 'matte' }),
  define({ entity: 'paper', id: 'baryta', name: 'Baryta', brightener: 'none', black: 'photo' }),
];

describe('profile anew?', () => {
  const profiled: FactDraft = { kind: 'profiled', printerId: 'printer', name: 'Rag' };
  const lots = (bottleId: string) => ({ lots: [{ slotId: 'cyan', bottleId }] });
  test.each<[string, FactDraft[], string, RegExp]>([
    ['never profiled', [], 'never', /Record one/],
    ['nothing changed', [profiled, print(5)], 'notYet', /is what it was/],
    ['another ink in it', [profiled, fill('cyan', 10, { bottleId: 'bottle-magenta' })], 'now', /another ink/],
    [
      'mostly another lot',
      [profiled, weigh('cyan', 45), fill('cyan', 30, { bottleId: 'second' })],
      'soon',
      /another lot/,
    ],
    [
      'another lot, measured within the noise: no alarm',
      [
        measured(lots('bottle-cyan')),
        profiled,
        weigh('cyan', 45),
        fill('cyan', 30, { bottleId: 'second' }),
        measured(lots('second'), 0.2),
      ],
      'notYet',
      /same within the noise/,
    ],
    [
      'another lot, plainly different',
      [
        measured(lots('bottle-cyan')),
        profiled,
        weigh('cyan', 45),
        fill('cyan', 30, { bottleId: 'second' }),
        measured(lots('second'), 5),
      ],
      'now',
      /mean ΔE00/,
    ],
  ])('%s', (_name, happened, verdict, words) => {
    const found = reprofile(book(happened), 'printer', AT);
    expect(found.verdict).toBe(verdict);
    expect(found.why.map(reprofileWords).join(' ')).toMatch(words);
  });
  test('measured then and now, whatever the lots are called: the nearest to the profile counts, and only what is inside now', () => {
    const same = lots('bottle-cyan');
    const verdict = (happened: FactDraft[]): string => {
      const { verdict, why } = reprofile(book(happened), 'printer', AT);
      return `${verdict}: ${why.map(({ code }) => code).join(' ')}`;
    };
    // One lot by name, and yet it drifted: a bottle that was not shaken, a cartridge that stood.
    expect(verdict([measured(same), profiled, print(1), measured(same, 5)])).toBe('now: measured');
    // Measured only behind the profile, that is what was inside then; alone it says nothing yet.
    expect(verdict([profiled, measured(same), print(1)])).toBe('notYet: unchanged');
    expect(verdict([profiled, measured(same), print(1), measured(same, 5)])).toBe('now: measured');
    // What was measured long before counts less than what was measured beside it.
    expect(verdict([measured(same, 5), print(1), measured(same), profiled, print(1), measured(same)])).toBe(
      'notYet: measuredSame',
    );
    // Patches of what has been filled over since say nothing of what is inside now.
    const over = [weigh('cyan', 45), fill('cyan', 30, { bottleId: 'second' })];
    expect(verdict([measured(same), profiled, print(1), measured(same), ...over])).toBe('soon: lot');
    expect(verdict([measured(same), profiled, ...over, measured(lots('second'), 5)])).toBe(
      'now: lot measured',
    );
    // Another observer is another measuring.
    expect(verdict([measured(same), profiled, print(1), measured({ ...same, observer: '10' }, 5)])).toBe(
      'notYet: unchanged',
    );
  });
  test.each<[string | undefined, string]>([
    [undefined, 'soon'],
    ['baryta', 'soon'],
    ['rag', 'notYet'],
  ])('a new lot of photo black matters to the profile of a paper that takes it: %s', (paperId, verdict) => {
    const found = reprofile(
      book([
        ...twoBlacks,
        { ...profiled, ...(paperId ? { paperId } : {}) },
        weigh('cyan', 45),
        fill('cyan', 30, { bottleId: 'second' }),
      ]),
      'printer',
      AT,
    );
    expect(found.verdict).toBe(verdict);
  });
  test('prints made since are counted', () => {
    expect(reprofile(book([print(3), profiled, print(5), print(2)]), 'printer', AT).printsSince).toBe(7);
  });
});

test('a test print: three line volumes through the slowest channel, in sheets or in cleanings', () => {
  const plan = testPrint(book([]), 'printer', { subjectId: 'any', widthMm: 297, heightMm: 420 }, AT)!;
  // By the prior 12.474 dm² take 0.1497 ml a channel: 12 ml are 81 sheets; 0.4 ml a cleaning are 30.
  expect([plan.channels[0]!.needMl, plan.sheets, plan.cleanings]).toEqual([12, 81, 30]);
  expect(plan.cleaningsMl).toBeCloseTo(36, 6);
  expect(testShortWords(plan)).toEqual([]);
  // Cyan holds 6 ml: it is not run dry for a test print, and that is said.
  const low = testPrint(
    book([weigh('cyan', 50)]),
    'printer',
    { subjectId: 'any', widthMm: 297, heightMm: 420 },
    AT,
  )!;
  expect(low.shortOf).toEqual({ sheets: ['cyan'], cleanings: ['cyan'] });
  expect(testShortWords(low)[0]).toMatch(/^[0-9]+ sheets are more than cyan can give/);
  const sheet = { subjectId: 'any', widthMm: 297, heightMm: 420 };
  const onRag = testPrint(book(twoBlacks), 'printer', { ...sheet, paperId: 'rag' }, AT)!;
  expect(onRag.channels.map(({ slotId }) => slotId)).toEqual(['magenta', 'yellow']);
  expect(testPrint(book([]), 'x', { subjectId: 'any', widthMm: 10, heightMm: 10 }, AT)).toBeUndefined();
});
