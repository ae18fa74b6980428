import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { fill, install, print, script, setUp, weigh } from '../../testing';
import { entitySchema } from '../entitySchema';
import { factSchema, type Fact, type FactDraft } from '../schema';
import { isPlain, ULID } from './index';
import { isMoment } from './isMoment';
import { isUlid } from './isUlid';

const samples: readonly Fact[] = script([
  ...setUp,
  weigh('cyan', 60),
  fill('cyan', 12, { leftover: { ml: 0.4, fate: 'bin' }, run: 'run', confirmed: ['overfill'] }),
  install,
  { ...print(3), edition: 'One', demand: [{ slotId: 'cyan', mlPerDm2: 0.2 }] } as FactDraft,
  { kind: 'gaugeRead', printerId: 'printer', slotId: 'cyan', fraction: null, by: 'network' },
  { kind: 'purchased', what: 'kit', name: 'Kit', priceMinor: 9000 },
  {
    kind: 'shadeMeasured',
    ink: 'refill',
    printerId: 'printer',
    chart: 'Chart',
    condition: 'M1',
    illuminant: 'D50',
    patches: [{ name: 'A1', lab: [50, -3.5, 0] }],
  },
  { kind: 'noted', text: 'One more', note: '' },
]);
const plainFact = isPlain(factSchema);

test('facts that the program itself writes need no second look', () => {
  for (const fact of samples)
    if (fact.kind !== 'defined') expect([fact.kind, plainFact(fact)]).toEqual([fact.kind, true]);
  // A definition as it stands after it was read.
  const bottle = entitySchema.parse({ entity: 'bottle', id: 'b', inkId: 'i', lot: '1', volumeMl: 100 });
  expect(isPlain(entitySchema)(bottle)).toBe(true);
});

test('what a default, a trim or a fault would change is left to the schema', () => {
  const first = (kind: Fact['kind']) => samples.find((fact) => fact.kind === kind)!;
  const odd: readonly unknown[] = [
    { ...first('weighed'), massG: { value: 60 } },
    { ...first('weighed'), extra: 1 },
    { ...first('weighed'), at: '2026-02-30T00:00:00.000Z' },
    { ...first('weighed'), at: '2026-02-03T00:00:00Z' },
    { ...first('printed'), copies: 1.5 },
    { ...first('purchased'), name: ' Kit' },
    JSON.parse(JSON.stringify(first('noted')).replace('"note":', '"__proto__":')),
    [first('noted')],
    null,
    'noted',
  ];
  for (const value of odd) expect(plainFact(value)).toBe(false);
});

/** Places within a value, as paths. */
function places(value: unknown, path: readonly string[] = []): readonly (readonly string[])[] {
  if (typeof value !== 'object' || value === null) return [path];
  return [path, ...Object.entries(value).flatMap(([key, inner]) => places(inner, [...path, key]))];
}

function changed(value: unknown, path: readonly string[], to: unknown): unknown {
  const [key, ...rest] = path;
  if (key === undefined) return to;
  if (Array.isArray(value))
    return value.map((item, i) => (String(i) === key ? changed(item, rest, to) : (item as unknown)));
  const record = value as Record<string, unknown>;
  return { ...record, [key]: changed(record[key], rest, to) };
}

test('whatever is put where, what is plain is what the schema takes, as it is', () => {
  const anything = fc.oneof(
    fc.jsonValue(),
    fc.constantFrom(0, -0, -1, 1e9, NaN, 0.5, 3, '', ' x', 'tank', 'cartridge', true, null, undefined),
    fc.date({ noInvalidDate: true }).map((date) => date.toISOString()),
  );
  let plain = 0;
  fc.assert(
    fc.property(fc.constantFrom(...samples), fc.nat(), anything, (fact, place, to) => {
      const all = places(fact);
      const value = changed(fact, all[place % all.length]!, to);
      if (!plainFact(value)) return;
      plain += 1;
      const read = factSchema.safeParse(value);
      expect(read.success).toBe(true);
      expect(read.data).toEqual(value);
    }),
    { numRuns: 3000, seed: 7 },
  );
  expect(plain).toBeGreaterThan(100);
});

test('an id is looked at as its pattern does', () => {
  const letters = fc.constantFrom(...'0123456789ABCDEFGHJKMNPQRSTVWXYZ');
  const nearly = fc
    .tuple(
      fc.array(letters, { minLength: 25, maxLength: 27 }),
      fc.nat(26),
      fc.constantFrom('A', 'I', 'u', 'é', '\n', '😀'),
    )
    .map(([id, place, odd]) => [...id.slice(0, place), odd, ...id.slice(place + 1)].join(''));
  fc.assert(fc.property(fc.oneof(nearly, fc.string()), (text) => isUlid(text) === ULID.test(text)));
});

test('a time is looked at as the schema does, and each of a day that every year has is known at once', () => {
  const moments = fc
    .date({ min: new Date('0001-01-01'), max: new Date('9999-12-31'), noInvalidDate: true })
    .map((date) => date.toISOString());
  const nearly = fc
    .tuple(moments, fc.nat(23), fc.constantFrom(...'0123456789-:.TZ+ é'))
    .map(([text, place, odd]) => text.slice(0, place) + odd + text.slice(place + 1));
  const { at } = factSchema.options[0].shape;
  fc.assert(
    fc.property(moments, (text) => isMoment(text) === (text.slice(5, 10) !== '02-29')),
    { examples: [['2024-02-29T00:00:00.000Z'], ['2026-12-31T23:59:59.999Z']] },
  );
  fc.assert(
    fc.property(nearly, (text) => !isMoment(text) || at.safeParse(text).success),
    { numRuns: 2000 },
  );
});
