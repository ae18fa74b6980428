import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { PRINTER } from '../testing';
import {
  decodeIpp,
  encodeIpp,
  type IppAttribute,
  type IppMessage,
  type IppValue,
  fromUtf8,
  toUtf8,
} from './codec';
import { guessMarkerMap, markersOf } from './markers';
/** An answer of a real print system, made on loopback: ten inks and a waste box. */
const capture = new Uint8Array(readFileSync(join(import.meta.dirname, 'testing', 'markers-response.bin')));

const text = fc.string({ unit: 'grapheme', maxLength: 20 });
const int = fc.integer({ min: -2147483648, max: 2147483647 });
const plain: fc.Arbitrary<IppValue> = fc.oneof(
  int.map((value): IppValue => ({ type: 'integer', value })),
  int.map((value): IppValue => ({ type: 'enum', value })),
  fc.boolean().map((value): IppValue => ({ type: 'boolean', value })),
  fc
    .tuple(fc.integer({ min: 0x41, max: 0x49 }), text)
    .map(([tag, value]): IppValue => ({ type: 'text', tag, value })),
  fc
    .tuple(fc.constantFrom(0x35, 0x36), text, text)
    .map(([tag, language, value]): IppValue => ({ type: 'localized', tag, language, value })),
  fc.uint8Array({ maxLength: 12 }).map((value): IppValue => ({ type: 'octets', tag: 0x30, value })),
  fc
    .tuple(int, int, fc.integer({ min: 3, max: 4 }))
    .map(([cross, feed, units]): IppValue => ({ type: 'resolution', cross, feed, units })),
  fc.tuple(int, int).map(([low, high]): IppValue => ({ type: 'range', low, high })),
  fc.constantFrom(0x10, 0x12, 0x13).map((tag): IppValue => ({ type: 'none', tag })),
);
const name = fc.string({ minLength: 1, maxLength: 24 });
const attribute = (value: fc.Arbitrary<IppValue>): fc.Arbitrary<IppAttribute> =>
  fc.record({ name, values: fc.array(value, { minLength: 1, maxLength: 4 }) });
const nested: fc.Arbitrary<IppValue> = fc
  .array(
    attribute(
      fc.oneof(
        plain,
        fc
          .array(attribute(plain), { maxLength: 3 })
          .map((members): IppValue => ({ type: 'collection', members })),
      ),
    ),
    { maxLength: 3 },
  )
  .map((members): IppValue => ({ type: 'collection', members }));
const message: fc.Arbitrary<IppMessage> = fc.record({
  version: fc.constantFrom<readonly [number, number]>([1, 1], [2, 0]),
  code: fc.integer({ min: 0, max: 0xffff }),
  requestId: fc.integer({ min: 0, max: 2147483647 }),
  groups: fc.array(
    fc.record({
      tag: fc.constantFrom(1, 2, 4, 5),
      attributes: fc.array(attribute(fc.oneof(plain, nested)), { maxLength: 5 }),
    }),
    { maxLength: 3 },
  ),
  data: fc.uint8Array({ maxLength: 20 }),
});

test('what is written is read back the same, collections within collections too', () => {
  fc.assert(
    fc.property(message, (m) => {
      const back = decodeIpp(encodeIpp(m));
      expect(back.ok && back.value).toEqual(m);
    }),
    { numRuns: 200 },
  );
});

test('no bytes make it throw or hang: cut anywhere, changed anywhere, or noise', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 0, max: capture.length - 1 }),
      fc.integer({ min: 0, max: 255 }),
      fc.uint8Array({ maxLength: 300 }),
      (at, byte, noise) => {
        expect(decodeIpp(capture.slice(0, at)).ok).toBe(false);
        const spoilt = capture.slice();
        spoilt[at] = byte;
        decodeIpp(spoilt);
        decodeIpp(noise);
        return true;
      },
    ),
    { numRuns: 300 },
  );
});

test.each<[string, Uint8Array, string]>([
  ['nothing', new Uint8Array(0), 'ippCutOff'],
  ['too long', new Uint8Array(300_000), 'ippTooLong'],
  [
    'a value before any attribute',
    Uint8Array.of(1, 1, 0, 0, 0, 0, 0, 1, 1, 0x21, 0, 0, 0, 4, 0, 0, 0, 1, 3),
    'ippMalformed',
  ],
  [
    'an integer of three bytes',
    Uint8Array.of(1, 1, 0, 0, 0, 0, 0, 1, 1, 0x21, 0, 1, 97, 0, 3, 0, 0, 1, 3),
    'ippMalformed',
  ],
  ['a reserved group', Uint8Array.of(1, 1, 0, 0, 0, 0, 0, 1, 0, 3), 'ippMalformed'],
])('%s is refused with its reason', (_name, bytes, code) => {
  const back = decodeIpp(bytes);
  expect(!back.ok && back.problem.code).toBe(code);
});

test('collections nested without end are refused', () => {
  let value: IppValue = { type: 'collection', members: [] };
  for (let i = 0; i < 20; i++) value = { type: 'collection', members: [{ name: 'in', values: [value] }] };
  const deep = encodeIpp({
    version: [1, 1],
    code: 0,
    requestId: 1,
    data: new Uint8Array(0),
    groups: [{ tag: 4, attributes: [{ name: 'a', values: [value] }] }],
  });
  const back = decodeIpp(deep);
  expect(!back.ok && back.problem.code).toBe('ippMalformed');
});

test('a real answer: ten inks and a waste box, unknown is no figure, the supply table agrees', () => {
  const back = decodeIpp(capture);
  if (!back.ok) throw new Error(back.problem.code);
  const report = markersOf(back.value);
  expect(report.markers.map((marker) => marker.level)).toEqual([
    0.62,
    0.48,
    0.71,
    0.33,
    0.8,
    0.09,
    0.55,
    1,
    0,
    null,
    0.27,
  ]);
  expect(report.message).toBe('Yellow Ink is empty.');
  // 'none' is how a printer says that nothing is the matter: no reason of its own.
  const saying = (...reasons: string[]) =>
    markersOf({
      ...back.value,
      groups: back.value.groups.map((group) => ({
        ...group,
        attributes: group.attributes.map((attribute) =>
          attribute.name === 'printer-state-reasons'
            ? { ...attribute, values: reasons.map((value) => ({ ...attribute.values[0]!, value })) as never }
            : attribute,
        ),
      })),
    }).reasons;
  expect(report.reasons).not.toContain('none');
  expect([saying('none'), saying('media-low', 'none')]).toEqual([[], ['media-low']]);
  expect(encodeIpp(back.value)).toEqual(capture);
  const without = {
    ...back.value,
    groups: back.value.groups.map((group) => ({
      ...group,
      attributes: group.attributes.filter(({ name: n }) => !n.startsWith('marker-')),
    })),
  };
  expect(markersOf(without).markers.map((marker) => marker.level)).toEqual(
    report.markers.map((marker) => marker.level),
  );
});

test('a sensible guess maps markers to slots by shade, leaves waste out, and falls back to place', () => {
  const slots = ['photo black', 'grey', 'light grey', 'yellow'].map((shade) => ({
    ...PRINTER.slots[0]!,
    id: shade,
    name: shade,
    shades: [shade],
  }));
  const marker = (label: string, type = 'ink-cartridge') => ({
    name: label,
    level: 0.5,
    lowLevel: null,
    type,
    colours: [],
  });
  expect(
    guessMarkerMap(
      [
        marker('Light Gray Ink'),
        marker('Black ink'),
        marker('YELLOW Cartridge'),
        marker('Gray Ink'),
        marker('Maintenance', 'waste-ink'),
      ],
      slots,
    ),
  ).toEqual({
    'Light Gray Ink': 'light grey',
    'Black ink': 'photo black',
    'YELLOW Cartridge': 'yellow',
    'Gray Ink': 'grey',
  });
  expect(guessMarkerMap([marker('A'), marker('B'), marker('C'), marker('D')], slots)).toEqual({
    A: 'photo black',
    B: 'grey',
    C: 'light grey',
    D: 'yellow',
  });
  expect(guessMarkerMap([marker('A')], slots)).toEqual({});
  const black = { ...slots[0]!, id: 'black', shades: ['black'] };
  expect(guessMarkerMap([marker('Black')], [slots[0]!, black])).toEqual({ Black: 'black' });
});

test('UTF-8 as others write and read it, at the edges of each length', () => {
  const edges = [0x7f, 0x80, 0x7ff, 0x800, 0xd7ff, 0xe000, 0xffff, 0x10000, 0x10ffff].map((c) =>
    String.fromCodePoint(c),
  );
  for (const one of [...edges, edges.join('')]) {
    const bytes = new TextEncoder().encode(one);
    expect([...toUtf8(one)]).toEqual([...bytes]);
    expect(fromUtf8(bytes)).toBe(one);
  }
  // Longer than need be, half of a pair, beyond the last, cut off, a tail without a head: no character, and what follows is read.
  for (const bad of [
    [0xc0, 0xaf],
    [0xe0, 0x80, 0xaf],
    [0xed, 0xa0, 0x80],
    [0xf4, 0x90, 0x80, 0x80],
    [0xe2, 0x82],
    [0xbf],
    [0xff],
  ]) {
    const read = fromUtf8(new Uint8Array([...bad, 0x41]));
    expect(read).toMatch(/^\ufffd+A$/);
    expect(new TextDecoder().decode(new Uint8Array([...bad, 0x41]))).toMatch(/^\ufffd+A$/);
  }
});

test('text in UTF-8 both ways; broken bytes become a mark', () => {
  fc.assert(fc.property(fc.string({ unit: 'grapheme' }), (s) => fromUtf8(Uint8Array.from(toUtf8(s))) === s));
  expect(fromUtf8(Uint8Array.of(0x41, 0xff, 0xc3, 0x42))).toBe('A\ufffd\ufffdB');
  // A byte that only goes on, with none to go on from, is one mark, and takes no other with it.
  expect(fromUtf8(Uint8Array.of(0x80, 0x41, 0xe2, 0x82))).toBe('\ufffdA\ufffd\ufffd');
});
