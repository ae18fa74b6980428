import { expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { fill, install, print, script, setUp, weigh } from '../testing';
import type { FactDraft, FactKind, Signal } from '../workbook';
import { explain, type Problem } from './explain';
import { factWords } from './factWords';
import { PICTURE_PROBLEM_WORDS, coloursWords } from './pictureWords';
import { REFUSED_CHECK_WORDS } from './checkPhotoWords';
import { unknownInkWords } from './costWords';

const ledger = Ledger.from(script([...setUp, weigh('cyan', 63.42), install, print(3)]));
const q = { value: 2.5, u: 0.1 };

const FACTS: Readonly<Record<FactKind, readonly (readonly [FactDraft, RegExp])[]>> = {
  defined: setUp.slice(0, 3).map((draft) => [draft, /^Set up: (Test room|Test printer|Test tank)$/] as const),
  weighed: [
    [weigh('cyan', 63.42), /^Weighed cyan, weigh-in: 63\.42 ± 0\.03 g$/],
    [
      { kind: 'weighed', what: 'bottle', subjectId: 'bottle-cyan', massG: q, purpose: 'bottle' },
      /^Weighed Ink cyan, lot M1, bottle/,
    ],
    [
      {
        kind: 'weighed',
        what: 'reference',
        subjectId: 'scale',
        massG: q,
        purpose: 'reference',
        nominalG: 2.5,
      },
      /reference mass/,
    ],
  ],
  levelSeen: [
    [{ kind: 'levelSeen', cartridgeId: 'cyan', fraction: 0.4, u: 0.06 }, /^Level seen in cyan: 40 % ± 12 %$/],
  ],
  sensorSignalled: [
    [
      { kind: 'sensorSignalled', cartridgeId: 'cyan', sensor: 'float', ml: q },
      /^Float signal of cyan: about 2\.50 ± 0\.20 ml left$/,
    ],
    [{ kind: 'sensorSignalled', cartridgeId: 'cyan', sensor: 'optical', ml: q }, /^Optical signal/],
  ],
  fadedOrRanDry: [
    [{ kind: 'fadedOrRanDry', cartridgeId: 'cyan', ranDry: true }, /ran dry/],
    [{ kind: 'fadedOrRanDry', cartridgeId: 'cyan', ranDry: false }, /faded/],
  ],
  filled: [
    [
      fill('cyan', 12),
      /^Filled cyan with 12\.00 ± 0\.29 ml of Ink cyan, lot M1 \(syringe from the top, by mass\)$/,
    ],
    [fill('cyan', 12, { leftover: { ml: 0.7, fate: 'bin' } }), /leftover 0\.7 ml to the bin$/],
  ],
  headReplaced: [[{ kind: 'headReplaced', printerId: 'printer' }, /^Test printer has a new head$/]],
  carriedOver: [
    [
      { kind: 'carriedOver', closed: 'The attic', cartridges: [], printers: [], bottles: [], planned: [] },
      /^Begun with what stood in The attic, closed: 0 of its cartridges, 0 of its bottles$/,
    ],
  ],
  causeDenied: [
    [
      { kind: 'causeDenied', printerId: 'printer', cause: 'zeroed' },
      /^Ruled out for Test printer: a scale that was zeroed wrong$/,
    ],
  ],
  settingChanged: [
    [
      { kind: 'settingChanged', printerId: 'printer', what: 'finest detail' },
      /^A setting of Test printer was changed: finest detail$/,
    ],
  ],
  shadeMeasured: [
    [
      {
        kind: 'shadeMeasured',
        ink: 'refill',
        printerId: 'printer',
        chart: 'Rows',
        condition: 'M1',
        illuminant: 'D50',
        patches: [{ name: 'A1', lab: [50, 0, 0] }],
      },
      /^Measured 1 patch of the refill on Test printer \(Rows, M1\)$/,
    ],
  ],
  shadeGraded: [
    [
      { kind: 'shadeGraded', printerId: 'printer', grades: [{ criterion: 'skin', grade: 'slight' }] },
      /by eye: skin slightly different$/,
    ],
  ],
  profiled: [[{ kind: 'profiled', printerId: 'printer', name: 'Rag 2' }, /^Profiled Test printer: Rag 2$/]],
  drawnOut: [
    [
      { kind: 'drawnOut', cartridgeId: 'cyan', chamber: 0, ml: q, fate: 'bin' },
      /^Drew 2\.50 ± 0\.20 ml out of cyan, to the bin$/,
    ],
  ],
  primed: [
    [
      { kind: 'primed', cartridgeId: 'cyan', ml: q, fate: 'bottle' },
      /^Primed cyan: .* back into the bottle$/,
    ],
  ],
  spilt: [
    [
      { kind: 'spilt', from: 'bottle', subjectId: 'bottle-cyan', ml: q },
      /^Spilt about 2\.5 ml from Ink cyan/,
    ],
    [{ kind: 'spilt', from: 'cartridge', subjectId: 'cyan', ml: q }, /from cyan$/],
  ],
  flushed: [
    [
      { kind: 'flushed', cartridgeId: 'cyan', chamber: 0, addedMl: 4.5, drawnMl: 4.4 },
      /^Flushed cyan: 4\.5 ml in, 4\.4 ml out$/,
    ],
  ],
  looked: [
    [
      { kind: 'looked', cartridgeId: 'cyan', found: 'drips' },
      /^Looked at cyan: It would not stop dripping\.$/,
    ],
  ],
  portChanged: [
    [
      {
        kind: 'portChanged',
        cartridgeId: 'cyan',
        ports: { plug: 'in', vent: 'open', primed: true, seal: 'none' },
      },
      /^cyan: plug in, vent open, primed$/,
    ],
  ],
  densityMeasured: [
    [
      { kind: 'densityMeasured', inkId: 'ink-cyan', density: { value: 1.063, u: 0.0021 }, points: [] },
      /^Density of Ink cyan: 1\.0630 ± 0\.0041 g\/ml$/,
    ],
  ],
  squeezeCalibrated: [
    [{ kind: 'squeezeCalibrated', toolId: 'x', ml: q, squeezes: 10 }, /^One squeeze gives 2\.5/],
  ],
  gaugeRead: [
    [
      { kind: 'gaugeRead', printerId: 'printer', slotId: 'cyan', fraction: 0.61, by: 'person' },
      /^Gauge of cyan: 61 %$/,
    ],
    [
      { kind: 'gaugeRead', printerId: 'printer', slotId: 'cyan', fraction: null, by: 'network' },
      /unknown, read from the printer$/,
    ],
  ],
  chipReset: [
    [{ kind: 'chipReset', cartridgeId: 'cyan', worked: true }, /^Reset the chip of cyan$/],
    [{ kind: 'chipReset', cartridgeId: 'cyan', worked: false }, /would not reset$/],
  ],
  chipReplaced: [
    [{ kind: 'chipReplaced', cartridgeId: 'cyan', volumeMl: 54, original: false }, /^New chip on cyan$/],
  ],
  gaugeSwitchedOff: [
    [{ kind: 'gaugeSwitchedOff', printerId: 'printer', slotId: 'cyan' }, /^Gauge switched off for cyan$/],
  ],
  chipSignalled: (
    ['low', 'veryLow', 'asks', 'stops', 'promptClosed', 'notRecognised', 'recognised'] as Signal[]
  ).map(
    (signal) =>
      [
        { kind: 'chipSignalled', printerId: 'printer', slotId: 'cyan', signal },
        /^cyan signalled: [a-z ]+$/,
      ] as const,
  ),
  installed: [
    [install, /^Installed 3 cartridges in Test printer, one routine$/],
    [
      { kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'cyan' }] },
      /^Installed cyan in Test printer$/,
    ],
  ],
  removed: [
    [
      { kind: 'removed', printerId: 'printer', cartridgeIds: ['cyan', 'yellow'] },
      /^Took cyan, yellow out of Test printer$/,
    ],
  ],
  printed: [[print(3), /^Printed 3 × Sheet, 297 × 420 mm, Any$/]],
  cleaned: [
    [{ kind: 'cleaned', printerId: 'printer', level: 'deep' }, /^Head cleaning \(deep\) of Test printer$/],
    [
      { kind: 'cleaned', printerId: 'printer', level: 'group', slotIds: ['cyan'] },
      /^Head cleaning \(group\) of Test printer: cyan$/,
    ],
  ],
  shadeSwitched: [
    [
      { kind: 'shadeSwitched', printerId: 'printer', slotId: 'cyan', shade: 'matte black' },
      /switched to matte black$/,
    ],
  ],
  printerMoved: [[{ kind: 'printerMoved', printerId: 'printer' }, /^Test printer was moved$/]],
  nozzleChecked: [
    [{ kind: 'nozzleChecked', printerId: 'printer', gaps: [] }, /no line missing$/],
    [
      { kind: 'nozzleChecked', printerId: 'printer', gaps: [{ slotId: 'cyan', nozzles: 3 }] },
      /lines missing in cyan \(3\)$/,
    ],
  ],
  agitated: [[{ kind: 'agitated', cartridgeIds: ['cyan'] }, /^Shook cyan$/]],
  bottleOpened: [[{ kind: 'bottleOpened', bottleId: 'bottle-cyan' }, /^Opened Ink cyan, lot M1$/]],
  purchased: [
    [{ kind: 'purchased', what: 'kit', name: 'A kit', priceMinor: 1250 }, /^Bought A kit for £12\.50$/],
    [{ kind: 'purchased', what: 'emptiesSold', name: 'nine', priceMinor: 900 }, /^Sold nine for £9\.00$/],
    [{ kind: 'purchased', what: 'work', name: 'an hour', priceMinor: null }, /price not known$/],
  ],
  jobPlanned: [
    [
      {
        kind: 'jobPlanned',
        printerId: 'printer',
        title: 'Herring boats',
        copies: 20,
        widthMm: 210,
        heightMm: 297,
        subjectId: 'any',
      },
      /^To print: 20 × Herring boats, 210 × 297 mm, on Test printer$/,
    ],
  ],
  editionPriced: [
    [
      {
        kind: 'editionPriced',
        name: 'Tide',
        printerId: 'printer',
        subjectId: 'any',
        widthMm: 297,
        heightMm: 420,
        copies: 36,
        proofs: 1,
        spoils: 0,
        paperMinor: null,
        allowance: 0.1,
        inkMinor: null,
        totalMinor: { value: 1250, u: 30 },
        originalMinor: null,
        channels: [],
      },
      /^Priced “Tide”, 36 copies: £12\.50$/,
    ],
  ],
  padReset: [[{ kind: 'padReset', printerId: 'printer' }, /^Waste pad of Test printer renewed$/]],
  quoted: [[{ kind: 'quoted', printerId: 'printer', slotId: 'cyan', priceMinor: 4800 }, /costs £48\.00$/]],
  snoozed: [
    [{ kind: 'snoozed', what: 'weigh-in', until: '2026-05-01T00:00:00.000Z' }, /^Put off: weigh-in$/],
  ],
  retired: [
    [
      { kind: 'retired', what: 'cartridge', subjectId: 'cyan', reason: 'it leaks' },
      /^Retired cyan: it leaks$/,
    ],
    [
      { kind: 'retired', what: 'bottle', subjectId: 'bottle-cyan', reason: 'used up' },
      /^Retired Ink cyan, lot M1: used up$/,
    ],
    [{ kind: 'retired', what: 'tool', subjectId: 'scale', reason: 'out of use' }, / put out of use$/],
  ],
  noted: [[{ kind: 'noted', text: 'A note.' }, /^A note\.$/]],
  voided: [[{ kind: 'voided', factId: 'x', reason: 'r' }, /^Took an entry back$/]],
};

const plain = (text: string): string => text.replace(/[\u00a0\u202f]/g, ' ');

test.each(Object.entries(FACTS))('%s in the log is a line in plain words', (_kind, cases) => {
  expect(cases.length).toBeGreaterThan(0);
  for (const [draft, words] of cases) expect(plain(factWords(ledger, draft))).toMatch(words);
});

test('what is no longer defined keeps its id in words, and never breaks the log', () => {
  for (const [, cases] of Object.entries(FACTS))
    for (const [draft] of cases) expect(factWords(new Ledger(), draft)).toMatch(/\S/);
});

const PROBLEMS: readonly Problem[] = [
  { code: 'empty' },
  { code: 'notANumber', text: 'abc' },
  { code: 'ambiguousNumber', text: '1,2.3' },
  { code: 'wrongUnit', unit: 'ml', allowed: ['g', 'kg'] },
  { code: 'wrongUnit', unit: 'ml', allowed: [] },
  { code: 'negativeMoney', text: '-3' },
  { severity: 'stop', code: 'unknownThing', what: 'cartridge', id: 'x' },
  { severity: 'stop', code: 'future', at: '2031-01-01T10:00:00.000Z' },
  { severity: 'stop', code: 'beforeBegun', at: '2026-01-01T00:00:00.000Z', closed: 'The attic' },
  { severity: 'stop', code: 'beginning' },
  { severity: 'stop', code: 'beforeOpening', at: '1911-01-01T10:00:00.000Z' },
  { severity: 'stop', code: 'lighterThanEmpty', label: 'cyan', massG: 20, emptyG: 41.6, u: 0.05 },
  { severity: 'ask', code: 'heavierThanMax', label: 'cyan', massG: 93, maxG: 92 },
  { severity: 'stop', code: 'heavierThanMax', label: 'cyan', massG: 930, maxG: 92 },
  { severity: 'stop', code: 'beyondScale', massG: 250, capacityG: 200, scale: 'Bench scale' },
  { severity: 'ask', code: 'otherShade', bottle: 'b', bottleShade: 'cyan', cartridge: 'c', shade: 'yellow' },
  {
    severity: 'ask',
    code: 'otherClass',
    bottle: 'b',
    bottleClass: 'dye',
    cartridge: 'c',
    inkClass: 'pigment',
  },
  { severity: 'ask', code: 'bottleTooLittle', bottle: 'b', hasMl: 3, needMl: 20 },
  { severity: 'ask', code: 'bottleNotOpened', bottle: 'b' },
  { severity: 'ask', code: 'overfill', label: 'cyan', massG: 95, maxG: 92 },
  { severity: 'ask', code: 'retired', label: 'cyan' },
  { severity: 'stop', code: 'notInstalled', slot: 'Cyan' },
  { severity: 'ask', code: 'backToBottleAfterConversion', label: 'cyan' },
  { severity: 'ask', code: 'moreThanInside', label: 'cyan', hasMl: 2, takeMl: 9 },
  { severity: 'ask', code: 'switchOffNotOffered', slot: 'Cyan', lost: true },
  { severity: 'ask', code: 'switchOffNotOffered', slot: 'Cyan', lost: false },
  { severity: 'ask', code: 'resetWithoutTopUp', label: 'cyan' },
  { severity: 'stop', code: 'alreadyVoided' },
  { severity: 'stop', code: 'entityRule', rule: 'slotTwice' },
  {
    severity: 'ask',
    code: 'evidenceOff',
    label: 'Cyan A',
    evidence: 'mass',
    expectedMl: 30,
    foundMl: 20,
    u: 1,
    reasons: ['notLogged'],
  },
  { code: 'densityFew', need: 3, have: 1 },
  { code: 'densityNotNumbers' },
  { code: 'densitySameVolumes' },
  { code: 'densityImplausible', value: 0.2 },
  { code: 'dryingNotNumbers' },
  { code: 'dryingFew', need: 2, have: 0 },
  { code: 'dryingEqualTimes' },
  { code: 'dryingRises' },
  { code: 'dryingNoDecay' },
  { code: 'fileTooLarge', bytes: 5e7, most: 4e7 },
  { code: 'fileEmpty' },
  { code: 'fileCutOff', bytes: 1e6 },
  { code: 'fileNotJson', begins: 'PNG' },
  { code: 'fileNotOurs' },
  { code: 'fileNewer', version: 3, known: 1 },
  {
    code: 'fileInvalid',
    count: 5,
    stopped: false,
    problems: Array.from({ length: 5 }, (_, i) => ({ path: `facts[${i}]`, message: 'wrong' })),
  },
  { code: 'fileDuplicate', id: 'X' },
];

test.each(PROBLEMS.map((problem) => [problem.code, problem] as const))(
  '%s is said in whole sentences',
  (_code, problem) => {
    const words = explain(problem);
    expect(words).toMatch(/^\S[^]*[.!?]$/);
    expect(words).not.toMatch(/undefined|NaN|\[object/);
    // What is wrong, and what to do: never a bare complaint, but for what needs no doing.
    if (!['alreadyVoided', 'entityRule'].includes(problem.code)) expect(words.length).toBeGreaterThan(40);
  },
);

test('what a cost lacks is named: prints, and channels that lack some of them', () => {
  const lacking = (left: number, ...unweighed: { name: string; copies: number }[]) =>
    unknownInkWords({
      copies: 350,
      uncounted: { copies: left, dm2: left, lastAt: left > 0 ? '2026-03-03T09:00:00.000Z' : null },
      unweighed: unweighed.map((one) => ({ slotId: one.name, ...one })),
    }).join(' ');
  expect(lacking(0)).toBe('');
  expect(lacking(1)).toMatch(/^A print of 2026-03-03 is left out: /);
  expect(lacking(30)).toMatch(/^30 prints are left out, the last of 2026-03-03: .* never weighed\.$/);
  expect(lacking(0, { name: 'Cyan', copies: 350 })).toBe(
    'Cyan is left out: its cartridge was never weighed.',
  );
  expect(lacking(0, { name: 'Cyan', copies: 350 }, { name: 'Grey', copies: 350 })).toMatch(
    /^Cyan, Grey are left out: their cartridges were/,
  );
  expect(lacking(0, { name: 'Cyan', copies: 7 })).toMatch(/^Cyan lacks 7 of 350 prints: /);
});

test('pictures and photographs: each refusal says what to do; how the colours were read is said', () => {
  for (const words of [...Object.values(PICTURE_PROBLEM_WORDS), ...Object.values(REFUSED_CHECK_WORDS)])
    expect(words).toMatch(/(Export|Save|Photograph|photograph it again|Say which|choose)/);
  expect(coloursWords({ by: 'nothing' })).toBe('no profile in it: taken as sRGB');
  expect(coloursWords({ by: 'lab' })).toMatch(/as it says itself/);
  expect(coloursWords({ by: 'profile', name: 'Display P3' })).toBe('colours by its profile, Display P3');
  expect(coloursWords({ by: 'unread', name: 'Rag in the back room' })).toMatch(
    /“Rag in the back room” cannot be read: taken as sRGB/,
  );
  expect(coloursWords({ by: 'unread', name: '' })).toMatch(/^its profile cannot be read/);
});
