import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { atOnce } from '../quantity';
import {
  between,
  cartridge,
  define,
  ENTITIES,
  fill,
  install,
  print,
  PRINTER,
  script,
  setUp,
  SHADES,
  TYPE,
  weigh,
} from '../testing';
import { mergeFacts, parseWorkbook, serializeWorkbook, type Fact, type FactDraft } from '../workbook';
import { balance } from '../account';
import { listOf } from '../exposure';
import { livesOf } from '../report';
import { coefficientPerDm2 } from '../usage';
import { bodyOf, slotFor } from './define/context';
import { composition } from './read/lots';
import { densityInside, inkNow, mixesOf, openWalk, placeOf } from './read/inkNow';
import { factsOf } from './read/factsOf';
import { fitSlowly, modelOf } from './read/models';
import { intervalsOf } from './read/life';
import { Ledger } from './Ledger';
import { isKnown } from './fold/belief';
import { readMass } from './read/readMass';

const AT = '2026-06-01T12:00:00.000Z';
const view = (ledger: Ledger) => JSON.stringify([ledger.state, ledger.facts.map((fact) => fact.id)], plain);
/** Maps and growing lists as they are seen: by content alone. */
function plain(_key: string, value: unknown): unknown {
  if (value instanceof Map) return [...value];
  return typeof value === 'object' && value !== null && 'items' in value && 'length' in value
    ? listOf(value as Parameters<typeof listOf>[0])
    : value;
}

const draft: fc.Arbitrary<FactDraft> = fc.oneof(
  fc
    .tuple(
      fc.constantFrom(...SHADES),
      fc.integer({ min: 4200, max: 9200 }),
      fc.constantFrom('before', 'after', 'rested', 'weighIn'),
    )
    .map(([id, g, purpose]) => weigh(id, g / 100, purpose)),
  fc.tuple(fc.constantFrom(...SHADES), fc.integer({ min: 1, max: 40 })).map(([id, ml]) => fill(id, ml)),
  fc.constantFrom(...SHADES).map((cartridgeId): FactDraft => ({
    kind: 'drawnOut',
    cartridgeId,
    chamber: 0,
    ml: { value: 1, u: 0.1 },
    fate: 'bin',
  })),
  fc.integer({ min: 1, max: 20 }).map(print),
  fc.constant<FactDraft>({ kind: 'cleaned', printerId: 'printer', level: 'light' }),
  fc.constant<FactDraft>({ kind: 'cleaned', printerId: 'printer', level: 'group', slotIds: ['cyan'] }),
  fc.constant(install),
);
const history = fc
  .array(draft, { minLength: 2, maxLength: 40 })
  .map((drafts) => script([...setUp, install, ...drafts]));

const merged = (have: readonly Fact[], incoming: readonly Fact[]) =>
  atOnce(mergeFacts(new Map(have.map((fact) => [fact.id, fact])), incoming));

test('what another tab or a merged file brings again counts once, alone or beside something new', () => {
  const facts = script([...setUp, install, weigh('cyan', 60), fill('cyan', 10)]);
  const [last] = facts.slice(-1);
  const ledger = Ledger.from(facts.slice(0, -1));
  const { revision } = ledger;
  ledger.add(facts.slice(0, 3));
  // Nothing is drawn anew for nothing.
  expect(ledger.revision).toBe(revision);
  ledger.add([facts.at(-2)!, last!]);
  expect(view(ledger)).toBe(view(Ledger.from(facts)));
  expect(ledger.revision).toBeGreaterThan(revision);
  expect(ledger.facts).toHaveLength(facts.length);
});

describe('worked example 1', () => {
  test('20.526 ml with u 0.126 from 63.42 g', () => {
    const ledger = Ledger.from(script([...setUp, weigh('cyan', 63.42)]));
    const ink = inkNow(ledger, 'cyan', AT)!;
    expect(ink.value).toBeCloseTo(20.526, 3);
    expect(ink.u).toBeCloseTo(0.126, 3);
  });
});

test('two printers of the same shades: a cartridge belongs where it was said to, otherwise to the first that takes it', () => {
  const second = define({ ...PRINTER, id: 'second', name: 'Second' });
  const room = (printerId: string | null, inkClass: 'pigment' | 'dye' = 'pigment') => {
    const own = cartridge('own', 'cyan', { printerId, inkClass });
    return slotFor(Ledger.from(script([...setUp, second, define(own)])).context, own)?.printer.id;
  };
  expect([room(null), room('second'), room('second', 'dye'), room('gone')]).toEqual([
    'printer',
    'second',
    'second',
    'printer',
  ]);
});

test('what a cartridge used in a printer is learnt for the channel it stood in, also when it is weighed outside', () => {
  const at = (id: string): FactDraft => ({
    kind: 'installed',
    printerId: id,
    into: [{ slotId: 'cyan', cartridgeId: 'cyan' }],
  });
  const ledger = Ledger.from(
    script([
      ...setUp,
      define({ ...PRINTER, id: 'second', name: 'Second' }),
      weigh('cyan', 80),
      at('second'),
      { ...print(20), printerId: 'second' } as FactDraft,
      { kind: 'removed', printerId: 'second', cartridgeIds: ['cyan'] },
      weigh('cyan', 75),
    ]),
  );
  expect([intervalsOf(ledger, 'second').length, intervalsOf(ledger, 'printer').length]).toEqual([1, 0]);
  expect(placeOf(ledger, 'cyan')).toEqual({ printerId: 'second', slotId: 'cyan' });
  expect(placeOf(ledger, 'magenta')?.printerId).toBe('printer');
});

test('a reading is that of the scale that was named, or of the finest that carries it, corrected by its last check', () => {
  const coarse = define({
    entity: 'scale',
    id: 'coarse',
    name: 'Kitchen',
    capacityG: 3000,
    resolutionG: 1,
    repeatabilityG: 1,
  });
  const check: FactDraft = {
    kind: 'weighed',
    what: 'reference',
    subjectId: 'scale',
    scaleId: 'scale',
    massG: { value: 99.9, u: 0.01 },
    purpose: 'reference',
    nominalG: 100,
  };
  const book = Ledger.from(script([...setUp, coarse, check]));
  expect(readMass(book, 60)).toMatchObject({
    scaleId: 'scale',
    massG: { value: expect.closeTo(60.06, 3) },
  });
  expect(readMass(book, 60, 'coarse')).toMatchObject({ scaleId: 'coarse', massG: { value: 60 } });
  expect(readMass(book, 420).scaleId).toBe('coarse');
  expect(readMass(book, 60, 'coarse').massG.u).toBeGreaterThan(10 * readMass(book, 60).massG.u);
  expect(readMass(Ledger.from([]), 60)).toEqual({ massG: { value: 60, u: 0.05 } });
});

describe('for the same recorded facts the ledger does not depend on', () => {
  test('the order of arrival, one by one or in bulk', () => {
    fc.assert(
      fc.property(history, fc.infiniteStream(between(0, 1)), (facts, keys) => {
        const shuffled = facts
          .map((fact) => ({ fact, key: keys.next().value as number }))
          .sort((a, b) => a.key - b.key)
          .map((pair) => pair.fact);
        const slowly = new Ledger();
        for (const fact of shuffled) slowly.add([fact]);
        expect(view(slowly)).toBe(view(Ledger.from(facts)));
      }),
      { numRuns: 40 },
    );
  });

  test('a fact that was voided: the same as never having had it', () => {
    fc.assert(
      fc.property(history, fc.nat(), (facts, pick) => {
        const changeable = facts.filter((fact) => fact.kind !== 'defined');
        const target = changeable[pick % changeable.length]!;
        const [undo] = script(
          [{ kind: 'voided', factId: target.id, reason: 'typo' }],
          '2026-05-01T00:00:00.000Z',
        ) as [Fact];
        const ledger = Ledger.from(facts);
        ledger.add([undo]);
        const without = Ledger.from(facts.filter((fact) => fact !== target));
        expect(JSON.stringify(ledger.state, plain)).toBe(JSON.stringify(without.state, plain));
        const [redo] = script(
          [{ kind: 'voided', factId: undo.id, reason: 'was right' }],
          '2026-05-02T00:00:00.000Z',
        ) as [Fact];
        ledger.add([redo]);
        expect(JSON.stringify(ledger.state, plain)).toBe(JSON.stringify(Ledger.from(facts).state, plain));
      }),
      { numRuns: 40 },
    );
  });

  test('which of two devices’ corrections came first: one print is corrected on both, and one correction counts', () => {
    const begun = script([...setUp, install, weigh('cyan', 80), print(5)]);
    const wrong = begun.at(-1)!;
    const corrected = (copies: number, at: string, of = wrong): Fact[] =>
      script(
        [
          { kind: 'voided', factId: of.id, reason: 'corrected' },
          { ...print(copies), at: wrong.at, replaces: of.replaces ?? of.id },
        ],
        at,
      );
    const here = corrected(7, '2026-03-02T10:00:00.000Z');
    const there = corrected(6, '2026-03-02T11:00:00.000Z');
    const again = corrected(8, '2026-03-02T12:00:00.000Z', here[1]);
    const copies = (ledger: Ledger): unknown =>
      ledger.facts.flatMap((fact) => (fact.kind === 'printed' ? [fact.copies] : []));
    const after = [here, there, again];
    const orders = [
      [0, 1, 2],
      [0, 2, 1],
      [1, 0, 2],
      [1, 2, 0],
      [2, 0, 1],
      [2, 1, 0],
    ];
    for (const order of orders) {
      const ledger = Ledger.from(begun);
      for (const i of order) ledger.add(after[i]!);
      // The later one, though it was corrected twice here; never both: that would be prints that nobody made.
      expect(copies(ledger)).toEqual([8]);
      expect(view(ledger)).toBe(view(Ledger.from([...begun, ...after.flat()])));
      const [pair] = ledger.saidApart();
      expect([pair!.holds.id, pair!.others.map(({ id }) => id)]).toEqual([again[1]!.id, [there[1]!.id]]);
      // The other one is right: with the one that counted taken back it counts by itself, and nothing is left to say.
      ledger.add(
        script(
          [{ kind: 'voided', factId: again[1]!.id, reason: 'the other one is right' }],
          '2026-03-03T10:00:00.000Z',
        ),
      );
      expect(copies(ledger)).toEqual([6]);
      expect(ledger.saidApart()).toEqual([]);
      expect(ledger.isVoided(there[1]!.id)).toBe(false);
    }
    // A correction alone is no question.
    const alone = Ledger.from([...begun, ...here]);
    expect([copies(alone), alone.saidApart()]).toEqual([[7], []]);
  });

  test('whether it crossed checkpoints, or fell behind one again and again', () => {
    const long = script([
      ...setUp,
      install,
      ...Array.from({ length: 2500 }, (_, i) =>
        i % 50 === 0 ? weigh('cyan', 90 - (i % 400) / 10) : print(1),
      ),
    ]);
    const ledger = Ledger.from(long);
    const late = ['02T23:00', '01T10:00', '02T00:00', '02T00:10', '03T02:00'].flatMap((at) => {
      const fact = script([print(7)], `2026-03-${at}:30.000Z`);
      ledger.add(fact);
      return fact;
    });
    expect(view(ledger)).toBe(view(Ledger.from([...late, ...long])));
  });
});

test('ink is conserved: what went in was drawn, taken out, lost, unexplained or is still there', () => {
  fc.assert(
    fc.property(history, (facts) => {
      const books = balance(Ledger.from(facts), 'printer', AT)!;
      const inside = SHADES.reduce((sum, id) => sum + (inkNow(Ledger.from(facts), id, AT)?.value ?? 0), 0);
      expect(books.gapMl).toBeCloseTo(
        books.startMl +
          books.addedMl -
          books.printedMl -
          books.cleanedMl -
          books.changesMl -
          books.idleMl -
          books.drawnOutMl -
          books.primedMl -
          books.spiltMl -
          books.onHandMl,
        6,
      );
      expect(Math.abs(books.onHandMl - inside)).toBeLessThan(1e-6 + overdrawn(Ledger.from(facts)));
    }),
    { numRuns: 60 },
  );
});

/** Random histories draw more than was there; what is shown is never below nothing. */
const overdrawn = (ledger: Ledger): number =>
  SHADES.reduce((sum, id) => {
    const known = openWalk(ledger, id, AT)!;
    return sum + (isKnown(known.belief) ? Math.max(0, -known.belief.ml) : 1000);
  }, 0);

test('composition follows the well-mixed tank, and the density follows the composition', () => {
  const other = define({
    entity: 'ink',
    id: 'ink-other',
    name: 'Other',
    shade: 'cyan',
    inkClass: 'pigment',
    density: { value: 1.1, u: 0.01 },
  });
  const bottle = define({
    entity: 'bottle',
    id: 'bottle-other',
    inkId: 'ink-other',
    lot: 'M2',
    volumeMl: 100,
    priceMinor: 2000,
    emptyG: null,
  });
  const ledger = Ledger.from(
    script([
      ...setUp,
      other,
      bottle,
      define({
        ...(ENTITIES.find((e) => e.id === 'cyan') as never as { entity: 'cartridge' }),
        initial: 'empty',
      } as never),
      fill('cyan', 30),
      fill('cyan', 10, { bottleId: 'bottle-other' }),
    ]),
  );
  expect(composition(mixesOf(ledger, 'cyan', AT)[0]!)).toEqual([
    { lot: 'bottle-cyan', fraction: 0.75 },
    { lot: 'bottle-other', fraction: 0.25 },
  ]);
  expect(densityInside(ledger, bodyOf(ledger.context, 'cyan')!, AT).value).toBeCloseTo(
    0.75 * 1.064 + 0.25 * 1.1,
    6,
  );
});

test('a mass that fell with nothing printed is a leak; a first use interval teaches the channel', () => {
  const ledger = Ledger.from(
    script([
      ...setUp,
      install,
      weigh('cyan', 90.9, 'after'),
      weigh('cyan', 88.2, 'rested'),
      print(40),
      weigh('cyan', 80),
    ]),
  );
  expect(
    livesOf(ledger, AT)
      .get('cyan')!
      .filter((entry) => entry.flag === 'leak')
      .map((entry) => entry.used!.value.toFixed(2)),
  ).toEqual(['2.54']);
  expect(intervalsOf(ledger, 'printer')[0]!.used.value).toBeCloseTo(8.2 / 1.064, 3);
  const learnt = coefficientPerDm2(modelOf(ledger, 'printer')!, 'cyan', 'any');
  expect(learnt.value).toBeGreaterThan(0.012);
  expect(learnt.u).toBeLessThan(0.009);
});

test('a changed definition reaches back: the empty mass corrects every earlier volume', () => {
  const ledger = Ledger.from(script([...setUp, weigh('cyan', 63.42)]));
  ledger.add(
    script(
      [
        define({ ...TYPE, name: 'Renamed' }),
        {
          kind: 'weighed',
          what: 'cartridge',
          subjectId: 'cyan',
          massG: { value: 40.58, u: 0.02 },
          purpose: 'empty',
          at: '2026-01-01T00:00:00.000Z',
        },
      ],
      '2026-04-01T00:00:00.000Z',
    ),
  );
  expect(inkNow(ledger, 'cyan', AT)!.value).toBeCloseTo((63.42 - 40.58) / 1.064, 3);
});

describe('files', () => {
  const facts = script([...setUp, install, weigh('cyan', 63.42), fill('cyan', 25.83, { note: '=1+1' })]);
  const text = serializeWorkbook(facts, AT);

  test('import(export(w)) = w', () => {
    fc.assert(
      fc.property(history, (some) => {
        const back = parseWorkbook(serializeWorkbook(some, AT));
        expect(back.ok && merged(some, back.value.facts)).toEqual({
          added: [],
          already: some.length,
          conflicts: [],
        });
      }),
      { numRuns: 20 },
    );
  });

  test.each([
    ['cut off', text.slice(0, 900), 'fileCutOff'],
    ['empty', '  ', 'fileEmpty'],
    ['not JSON', '%PDF-1.4 …', 'fileNotJson'],
    ['another JSON', '{"a":1}', 'fileNotOurs'],
    ['of a newer version', text.replace(/"version":\d+/, '"version":99'), 'fileNewer'],
    ['of 50 MB', 'x'.repeat(50_000_000), 'fileTooLarge'],
    ['with a negative mass', text.replace('"value":63.42', '"value":-63.42'), 'fileInvalid'],
    [
      'with an unknown field',
      text.replace('"purpose":"weighIn"', '"purpose":"weighIn","colour":"red"'),
      'fileInvalid',
    ],
    [
      'with one id twice',
      text.replace(/\n]}\n$/, `,${JSON.stringify({ ...facts[0], note: 'edited' })}]}`),
      'fileDuplicate',
    ],
  ])('a file %s is refused', (_name, content, code) => {
    const result = parseWorkbook(content);
    expect(result.ok ? 'read' : result.problem.code).toBe(code);
  });

  test.each<[string, string, RegExp, string]>([
    ['"value":63.42', '"value":"heavy"', /^facts\[\d+\]\.massG\.value \(weighed\)$/, 'has to be a number'],
    ['"value":63.42', '"value":-63.42', /massG\.value/, 'has to be at least 0'],
    ['"value":63.42', '"valu":63.42', /massG\.value/, 'is missing'],
    ['"chambers":1', '"chambers":1.5', /entity\.chambers \(defined\)$/, 'has to be a whole number'],
    [
      '"purpose":"weighIn"',
      '"purpose":"weighIn","colour":"red"',
      /^facts\[\d+\] \(weighed\)$/,
      'has what this version does not know: colour',
    ],
    ['"subjectId":"cyan"', '"subjectId":""', /subjectId/, 'has to have at least 1 letter'],
    [
      '"what":"cartridge"',
      '"what":"kettle"',
      /what \(weighed\)/,
      'has to be cartridge or bottle or reference',
    ],
    [
      '"inkClass":"pigment"',
      '"inkClass":"tea"',
      /inkClass/,
      'has to be pigment or dye or sublimation or clearCoat or flushFluid',
    ],
    ['"at":"2026', '"at":"26', /\.at \(/, 'has to be a UTC time such as 2026-11-24T09:30:00.000Z'],
    // Without a list of all kinds that are known.
    ['"kind":"weighed"', '"kind":"wayed"', /kind/, 'this version knows nothing of that kind'],
    ['"entity":"ink"', '"entity":"inc"', /entity/, 'this version knows nothing of that kind'],
    ['"exported":', '"exportid":', /^exported$/, 'is missing'],
  ])('%s written as %s is named by its place, and what it has to be', (sound, faulty, path, message) => {
    const result = parseWorkbook(text.replace(sound, faulty));
    const [fault] = !result.ok && result.problem.code === 'fileInvalid' ? result.problem.problems : [];
    expect(fault?.path).toMatch(path);
    expect(fault?.message).toBe(message);
  });
});

test('facts of one kind are those that a search would find, also while the log grows', () => {
  const ledger = Ledger.from(script([...setUp, weigh('cyan', 60), print(2)]));
  const searched = (): unknown => ledger.facts.filter((fact) => fact.kind === 'printed');
  expect(factsOf(ledger, 'printed')).toEqual(searched());
  const before = ledger.snapshot();
  ledger.add(script([print(3), print(4)], '2026-05-01T00:00:00.000Z'));
  expect(factsOf(ledger, 'printed')).toEqual(searched());
  expect(factsOf(ledger, 'printed')).toHaveLength(3);
  // A snapshot keeps its own.
  expect(factsOf(before, 'printed')).toHaveLength(1);
  expect(factsOf(before, 'padReset')).toEqual([]);
});

test('models fitted in slices are those fitted at once; a weighing goes on from them', async () => {
  const weeks = Array.from({ length: 30 }, (_, i) => [
    print(2 + (i % 5)),
    ...SHADES.slice(0, 3).map((id) => weigh(id, 88 - i * (0.3 + 0.1 * SHADES.indexOf(id)))),
  ]).flat();
  const facts = script([...setUp, install, ...weeks]);
  const text = (ledger: Ledger): string =>
    JSON.stringify(modelOf(ledger.snapshot(), 'printer'), (_key, value: unknown) =>
      value instanceof Map ? [...value] : value,
    );
  const slowly = Ledger.from(facts.slice(0, -3));
  let pauses = 0;
  await fitSlowly(slowly.snapshot(), () => {
    pauses += 1;
    return Promise.resolve();
  });
  expect(pauses).toBeGreaterThan(0);
  for (const fact of facts.slice(-3)) {
    slowly.add([fact]);
    text(slowly);
  }
  // One that comes late is learnt in its place.
  expect(text(slowly)).toBe(text(Ledger.from(facts)));
  const late = script([weigh('cyan', 80)], '2026-03-01T10:30:30.000Z');
  slowly.add(late);
  expect(text(slowly)).toBe(text(Ledger.from([...facts, ...late])));
});

test('how far back something reaches: nothing for what came last, all after it for what is late or taken back, everything for what a thing is', () => {
  const facts = script([...setUp, weigh('cyan', 63.42), ...Array.from({ length: 6 }, () => print(1))]);
  const ledger = Ledger.from(facts);
  const [draft] = script([print(1)], '2030-01-01T00:00:00.000Z');
  expect(ledger.reach([draft!])).toBe(0);
  const third = ledger.facts.at(-4)!;
  const [taken] = script([{ kind: 'voided', factId: third.id, reason: 'wrong' }], '2030-01-01T00:00:00.000Z');
  expect(ledger.reach([taken!])).toBe(4);
  const [late] = script([{ ...print(1), at: third.at }], '2030-01-01T00:00:00.000Z');
  expect(ledger.reach([late!])).toBe(3);
  const [again] = script([define(TYPE)], '2030-01-01T00:00:00.000Z');
  expect(ledger.reach([again!])).toBe(ledger.facts.length);
  const [fresh] = script([define({ ...TYPE, id: 'another' })], '2030-01-01T00:00:00.000Z');
  expect(ledger.reach([fresh!])).toBe(0);
});
