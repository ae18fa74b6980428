import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { atOnce } from '../quantity';
import { ENTITIES, fill, install, print, script, setUp, weigh } from '../testing';
import { explain } from '../words';
import { CONSTRUCTIONS } from './vocabulary';
import { bodyTriangle } from './bodyTriangle';
import { entityRule } from './entityRule';
import { FactsById } from './FactsById';
import { FORMAT_VERSION, workbookSchema, type Fact } from './schema';
import { makeStamp } from './makeStamp';
import { mergeFacts } from './mergeFacts';
import { parseWorkbook } from './parseWorkbook';
import { serializeWorkbook } from './serializeWorkbook';
import { typeFromMeasures } from './typeFromMeasures';
import { typePreset } from './typePresets';
import { workbookJsonSchema } from './workbookJsonSchema';

const merged = (have: readonly Fact[], incoming: readonly Fact[]) =>
  atOnce(mergeFacts(new Map(have.map((fact) => [fact.id, fact])), incoming));
const facts = script([...setUp, weigh('cyan', 60), install, print(3), fill('cyan', 12), weigh('cyan', 70)]);
const AT = '2026-04-01T00:00:00.000Z';
const text = serializeWorkbook(facts, AT);

const byId = (list: readonly Fact[]): Fact[] => [...list].sort((a, b) => (a.id < b.id ? -1 : 1));

describe('a workbook file', () => {
  test('import(export(w)) is w, in whatever order the facts stood; two exports are equal byte for byte', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(facts, { minLength: facts.length }), (shuffled) => {
        const again = serializeWorkbook(shuffled, AT);
        expect(again).toBe(text);
        const parsed = parseWorkbook(again);
        expect(parsed.ok && byId(parsed.value.facts)).toEqual(byId(facts));
      }),
    );
  });

  test('cut at any place it is refused whole', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: text.length - 3 }), (at) => {
        const parsed = parseWorkbook(text.slice(0, at));
        expect(parsed.ok).toBe(false);
        expect(!parsed.ok && explain(parsed.problem)).toMatch(/Nothing was changed\.$/);
      }),
      { numRuns: 60 },
    );
  });

  test.each<[string, (raw: { facts: Record<string, unknown>[]; [key: string]: unknown }) => void, RegExp]>([
    [
      'a newer version',
      (raw) => (raw.version = FORMAT_VERSION + 1),
      /newer version \(format \d+; this one knows \d+\)/,
    ],
    ['another program’s file', (raw) => (raw.format = 'other'), /not a Hiraeth workbook/],
    [
      'a negative mass',
      (raw) => (fact(raw, 'weighed').massG = { value: -1, u: 0 }),
      /facts\[\d+\]\.massG\.value \(weighed\)/,
    ],
    [
      'a mass that is no number',
      (raw) => (fact(raw, 'weighed').massG = { value: null, u: 0 }),
      /massG\.value/,
    ],
    ['a field that does not belong', (raw) => (fact(raw, 'printed').colour = 'red'), /printed.*colour/],
    ['half a print', (raw) => (fact(raw, 'printed').copies = 1.5), /copies/],
    ['a time of another kind', (raw) => (fact(raw, 'printed').at = 'yesterday'), /a UTC time such as/],
    ['an unknown kind of fact', (raw) => (fact(raw, 'printed').kind = 'dreamt'), /facts\[\d+\]/],
    [
      'a currency that is none',
      (raw) => ((fact(raw, 'defined').entity as { currency: string }).currency = 'pounds'),
      /three capital letters/,
    ],
    [
      'one id for two entries',
      (raw) => raw.facts.push({ ...raw.facts[0]!, note: 'twin' }),
      /two different entries with the id/,
    ],
  ])('%s is refused with its place', (_name, spoil, words) => {
    const raw = JSON.parse(text) as { facts: Record<string, unknown>[] };
    spoil(raw);
    const parsed = parseWorkbook(JSON.stringify(raw));
    expect(!parsed.ok && explain(parsed.problem)).toMatch(words);
  });

  test('whatever stands twice, in whatever order, is taken once; one id for two entries is refused', () => {
    const stood = fc.array(fc.nat(facts.length - 1), { minLength: 1, maxLength: 40 });
    fc.assert(
      fc.property(stood, fc.boolean(), fc.nat(39), (order, contradicts, at) => {
        const list = order.map((place) => facts[place]!);
        const odd = at % list.length;
        const others = order.filter((place, i) => place === order[odd] && i !== odd).length;
        if (contradicts) list[odd] = { ...list[odd]!, recorded: AT };
        const parsed = parseWorkbook(JSON.stringify({ ...(JSON.parse(text) as object), facts: list }));
        if (contradicts && others > 0)
          expect(!parsed.ok && parsed.problem).toEqual({ code: 'fileDuplicate', id: list[odd]!.id });
        else
          expect(parsed.ok && parsed.value.facts.map(({ id }) => id)).toEqual([
            ...new Set(list.map(({ id }) => id)),
          ]);
      }),
      { numRuns: 200 },
    );
  });

  test('the same entry twice is one entry; nothing at all is said so', () => {
    const raw = JSON.parse(text) as { facts: unknown[] };
    raw.facts.push(raw.facts[0]);
    const parsed = parseWorkbook(JSON.stringify(raw));
    expect(parsed.ok && parsed.value.facts.length).toBe(facts.length);
    for (const content of ['', '   \n', 'PK\u0003\u0004', '[1,2]', 'null', '7'])
      expect(parseWorkbook(content).ok).toBe(false);
  });

  test('a file by another hand may leave defaults out', () => {
    const raw = JSON.parse(text) as { facts: { kind: string; entity?: Record<string, unknown> }[] };
    for (const one of raw.facts) {
      delete one.entity?.draws;
      delete one.entity?.schools;
      delete one.entity?.gauge;
    }
    const parsed = parseWorkbook(JSON.stringify(raw));
    expect(parsed.ok && workbookSchema.safeParse(parsed.value).success).toBe(true);
  });
});

const fact = (raw: { facts: Record<string, unknown>[] }, kind: string): Record<string, unknown> =>
  raw.facts.find((one) => one.kind === kind)!;

describe('merging', () => {
  test('is a union by id: new, known, contradicting; the order does not matter', () => {
    const half = facts.slice(0, 10);
    const changed = { ...facts[3]!, note: 'by hand' } as Fact;
    expect(merged(half, facts)).toMatchObject({ added: facts.slice(10), already: 10, conflicts: [] });
    expect(merged(facts, [changed])).toMatchObject({
      added: [],
      already: 0,
      conflicts: [{ id: changed.id }],
    });
    // The same content with its keys in another order is the same entry.
    const turned = Object.fromEntries(Object.entries(facts[3]!).reverse()) as unknown as Fact;
    expect(merged(facts, [turned])).toMatchObject({ added: [], already: 1, conflicts: [] });
  });

  test('stamps are unique and grow, also within one millisecond', () => {
    const stamp = makeStamp({ now: () => 1_700_000_000_000 }, () => 0.5);
    const ids = Array.from({ length: 200 }, () => stamp([{ kind: 'noted', text: 'x' }])[0]!.id);
    expect(new Set(ids).size).toBe(200);
    expect([...ids].sort()).toEqual(ids);
  });
});

describe('cartridge types', () => {
  test.each(CONSTRUCTIONS)(
    '%s: three sizes, each plausible, growing, and its sections add up',
    (construction) => {
      const sizes = (['starter', 'standard', 'large'] as const).map((variant) =>
        typePreset(construction, variant),
      );
      sizes.forEach((type, i) => {
        expect(type.fullG).toBeGreaterThan(type.emptyG.value);
        expect(type.maxG).toBeGreaterThan(type.fullG);
        expect(type.reserveMl).toBeLessThan(0.2 * type.capacityMl);
        if (i > 0) expect(type.capacityMl).toBeGreaterThan(sizes[i - 1]!.capacityMl);
        const sections = type.sections.reduce((sum, section) => sum + section.capacityMl, 0);
        if (type.sections.length > 0) expect(sections).toBeCloseTo(type.capacityMl, 6);
        if (type.sections.length > 0)
          expect(type.sections.some((section) => section.reachedBy.includes(type.method))).toBe(true);
      });
    },
  );

  test('an unknown one by weighing, or by its box with a larger doubt; by neither: nothing', () => {
    const weighed = typeFromMeasures({ construction: 'bag', emptyG: 100, fullG: 312, boxMm: [1, 1, 1] });
    expect(weighed.type.capacityMl).toBeCloseTo(212 / 1.065, 0);
    const measured = typeFromMeasures({
      construction: 'spongeReservoir',
      emptyG: 16,
      fullG: null,
      boxMm: [45, 16, 40],
    });
    expect(measured.capacityU / measured.type.capacityMl).toBeGreaterThan(
      weighed.capacityU / weighed.type.capacityMl,
    );
    expect(measured.nearest).toBe('standard');
    for (const boxMm of [null, [0, 10, 10] as const])
      expect(() => typeFromMeasures({ construction: 'bag', emptyG: 100, fullG: 90, boxMm })).toThrow(
        RangeError,
      );
  });
});

test('the JSON Schema names every kind of fact and what each must have', () => {
  const schema = JSON.stringify(workbookJsonSchema());
  for (const kind of ['defined', 'weighed', 'filled', 'printed', 'voided', 'gaugeRead', 'densityMeasured'])
    expect(schema).toContain(`"${kind}"`);
  expect(schema).toContain('"additionalProperties":false');
});

describe('a two-part type says what its head weighs', () => {
  const type = {
    ...typePreset('twoPart', 'standard'),
    entity: 'cartridgeType',
    id: 't',
    name: 'Two parts',
  } as const;
  const head = type.headPart!;
  test.each<[string, Partial<typeof head> | null, boolean]>([
    ['as preset', {}, true],
    ['or nothing of it', null, true],
    ['not lighter full than empty', { fullG: head.emptyG.value - 1 }, false],
    ['not a maximum below full', { maxG: head.fullG - 0.1 }, false],
    [
      'not heavier than both together',
      { emptyG: { value: type.emptyG.value + 1, u: 0.1 }, fullG: 99, maxG: 99 },
      false,
    ],
    ['not holding all', { capacityMl: type.capacityMl }, false],
    ['not leaving its tank no fill', { fullG: head.fullG + 60, maxG: head.fullG + 60 }, false],
  ])('%s', (_name, part, sound) => {
    const broken = entityRule({ ...type, headPart: part && { ...head, ...part } });
    expect(broken).toEqual(sound ? null : { rule: 'headNotPart', name: 'Two parts' });
    if (broken)
      expect(explain({ severity: 'stop', code: 'entityRule', ...broken })).toMatch(
        /Weigh the head by itself\.$/,
      );
  });
});

test('facts by id are those of a table, in the order in which they came', () => {
  const ids = fc.array(fc.constantFrom(...'0123456789ABCDEF'), { maxLength: 40 });
  fc.assert(
    fc.property(ids, (came) => {
      const found = new FactsById();
      const table = new Map<string, Fact>();
      for (const [i, id] of came.entries()) {
        const fact = { ...facts[i % facts.length]!, id };
        expect(found.add(fact)).toBe(table.get(id));
        if (!table.has(id)) table.set(id, fact);
      }
      expect(found.values()).toEqual([...table.values()]);
      expect(found.size).toBe(table.size);
      for (const id of '0A5FG/')
        expect([found.get(id), found.has(id)]).toEqual([table.get(id), table.has(id)]);
    }),
  );
});

test.each([
  ['weighed by its owner', { emptyG: 41, fullG: null, capacityMl: null }, 41, 0.05],
  // 91 g, of which 45 ml are ink at 1.06 g/ml: what is known of the volume is what is known of the mass.
  ['told by its full mass and what it holds', { emptyG: null, fullG: 91, capacityMl: 45 }, 43.3, 0.03 * 45],
])('an empty mass %s is known so well, and no better', (_, told, emptyG, u) => {
  const { type } = bodyTriangle({
    construction: 'compartmentTank',
    variant: 'standard',
    maxG: null,
    ...told,
  });
  expect(type.emptyG.value).toBeCloseTo(emptyG, 6);
  expect(type.emptyG.u).toBeCloseTo(u, 6);
});

test('of an empty mass that nobody told, a tenth is in doubt each way', () => {
  const { emptyG } = bodyTriangle({
    construction: 'compartmentTank',
    variant: 'standard',
    emptyG: null,
    fullG: null,
    maxG: null,
    capacityMl: 30,
  }).type;
  expect(emptyG.u / emptyG.value).toBeCloseTo(0.1, 3);
});

test.each([
  [0.49, 'densityZero'],
  [0.5, undefined],
  [2, undefined],
  [2.01, 'densityZero'],
])('a density of %d g/ml: no ink is lighter than half of water or heavier than twice', (value, rule) => {
  const ink = ENTITIES.find((entity) => entity.entity === 'ink')!;
  expect(entityRule({ ...ink, density: { value, u: 0.01 } })?.rule).toBe(rule);
});
