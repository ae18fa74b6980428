import { expect, test } from '@jest/globals';
import { PRINTER } from '../testing';
import type { Slot } from '../workbook';
import { IPP_GROUP, type IppMessage, type IppValue } from './codec';
import { guessMarkerMap, markersOf, type Marker } from './markers';

const text = (value: string): IppValue => ({ type: 'text', tag: 0x42, value });
const int = (value: number): IppValue => ({ type: 'integer', value });
const octets = (value: string): IppValue => ({
  type: 'octets',
  tag: 0x30,
  value: new TextEncoder().encode(value),
});
/** A printer's answer with these attributes. */
const answer = (
  attributes: Readonly<Record<string, readonly IppValue[]>>,
  tag: number = IPP_GROUP.printer,
): IppMessage => ({
  version: [2, 0],
  code: 0,
  requestId: 1,
  data: new Uint8Array(),
  groups: [
    { tag, attributes: Object.entries(attributes).map(([name, values]) => ({ name, values: [...values] })) },
  ],
});
const markers = (attributes: Parameters<typeof answer>[0]): readonly Marker[] =>
  markersOf(answer(attributes)).markers;

test.each<[string, number, number | null, number | null]>([
  ['a share of a hundred', 62, null, 0.62],
  ['of more than a hundred, where its own full is more', 62, 124, 0.5],
  ['never of less: a full of 50 is a printer that counts in halves of a hundred', 40, 50, 0.4],
  ['over full is full', 130, null, 1],
  ['empty is a figure', 0, null, 0],
  ['other', -1, null, null],
  ['unknown', -2, null, null],
  ['some is left', -3, null, null],
])('a level that is %s', (_, level, high, share) => {
  const [marker] = markers({
    'marker-names': [text('Cyan')],
    'marker-levels': [int(level)],
    ...(high === null ? {} : { 'marker-high-levels': [int(high)] }),
  });
  expect(marker!.level).toBe(share);
});

test('levels, low marks, kinds and colours go with the names in their order; what is missing is not another one’s', () => {
  const found = markers({
    'marker-names': [text('Cyan'), text('Two tone'), text('Bare')],
    'marker-levels': [int(20), int(30)],
    'marker-low-levels': [int(10), int(15)],
    'marker-types': [text('ink-cartridge'), text('ink')],
    'marker-colors': [text('#00FFFF'), text('#0000ff#ff00FF'), text('none')],
  });
  expect(found).toEqual([
    { name: 'Cyan', level: 0.2, lowLevel: 0.1, type: 'ink-cartridge', colours: ['#00FFFF'] },
    { name: 'Two tone', level: 0.3, lowLevel: 0.15, type: 'ink', colours: ['#0000ff', '#ff00FF'] },
    { name: 'Bare', level: null, lowLevel: null, type: '', colours: [] },
  ]);
});

test('only what stands in the printer’s own group is of the printer; reasons and message are read, “none” is none', () => {
  expect(markersOf(answer({ 'marker-names': [text('Cyan')] }, 0x01)).markers).toEqual([]);
  const told = markersOf(
    answer({
      'printer-make-and-model': [text('Test printer')],
      'printer-state-reasons': [text('none'), text('marker-supply-low-warning')],
      'marker-message': [text('Cyan is low')],
    }),
  );
  expect(told).toEqual({
    printer: 'Test printer',
    markers: [],
    reasons: ['marker-supply-low-warning'],
    message: 'Cyan is low',
  });
  expect(markersOf(answer({}))).toEqual({ printer: '', markers: [], reasons: [], message: '' });
});

test.each<[string, string, string | undefined, Partial<Marker>]>([
  [
    'its label, before its colorant',
    'index=1;type=inkTank;maxcapacity=50;level=20;colorantname=photoBlack;',
    'Photo',
    { name: 'Photo', level: 0.4, type: 'inkTank' },
  ],
  [
    'its colorant, as words',
    'level=20;colorantname=lightMagenta;',
    undefined,
    { name: 'light magenta', level: 0.2 },
  ],
  ['nothing that names it', 'level=20', undefined, { name: 'supply', level: 0.2 }],
  ['a label that is empty', 'level=20;colorantname=cyan', '', { name: 'cyan' }],
  ['an empty level, which is no empty cartridge', 'level=;colorantname=cyan', undefined, { level: null }],
  ['no level at all', 'colorantname=cyan', undefined, { level: null }],
  ['a level that is no number', 'level=much;colorantname=cyan', undefined, { level: null }],
  ['a full of nothing: a share of a hundred', 'maxcapacity=0;level=20', undefined, { level: 0.2 }],
  ['blanks and parts that say nothing', ' LEVEL = 20 ; ;=3; maxcapacity = 40 ', undefined, { level: 0.5 }],
])('the supply table where markers are missing: %s', (_, supply, label, marker) => {
  const [found] = markers({
    'printer-supply': [octets(supply)],
    ...(label === undefined ? {} : { 'printer-supply-description': [text(label)] }),
  });
  expect(found).toMatchObject(marker);
});

test('where the printer has both, its markers hold', () => {
  expect(
    markers({ 'marker-names': [text('Cyan')], 'printer-supply': [octets('level=3;colorantname=grey')] }),
  ).toHaveLength(1);
});

const slot = (id: string, ...shades: string[]): Slot => ({ ...PRINTER.slots[0]!, id, name: id, shades });
const named = (...names: string[]): Marker[] =>
  names.map((name) => ({ name, level: 0.5, lowLevel: null, type: 'ink', colours: [] }));

test.each<[string, Marker[], Slot[], Record<string, string>]>([
  [
    'by shade, whatever it is dressed in',
    named('Light-Gray  Ink', 'CYAN cartridge (T1)'),
    [slot('c', 'cyan'), slot('lg', 'light grey')],
    { 'Light-Gray  Ink': 'lg', 'CYAN cartridge (T1)': 'c' },
  ],
  [
    'by the longest shade that its name says: light cyan with a number is not cyan',
    named('Light Cyan 6B', 'Cyan 2B'),
    [slot('c', 'cyan'), slot('lc', 'light cyan')],
    { 'Light Cyan 6B': 'lc', 'Cyan 2B': 'c' },
  ],
  [
    'a shade that the printer here lacks takes no other’s slot from it',
    named('Light Cyan', 'Cyan', 'Grey'),
    [slot('c', 'cyan'), slot('g', 'grey')],
    { Cyan: 'c', Grey: 'g' },
  ],
  [
    'black is the photo black where there is no other',
    named('Black', 'Cyan'),
    [slot('pk', 'photo black'), slot('c', 'cyan')],
    { Black: 'pk', Cyan: 'c' },
  ],
  [
    'black is black where there is one',
    named('Black'),
    [slot('pk', 'photo black'), slot('k', 'black')],
    { Black: 'k' },
  ],
  [
    'by place, as many inks as slots',
    named('One', 'Two'),
    [slot('c', 'cyan'), slot('m', 'magenta')],
    { One: 'c', Two: 'm' },
  ],
  [
    'never by place where there are more',
    named('One', 'Two', 'Three'),
    [slot('c', 'cyan'), slot('m', 'magenta')],
    {},
  ],
  [
    'a place that is taken by its name is nobody else’s',
    named('Magenta', 'Other'),
    [slot('c', 'cyan'), slot('m', 'magenta')],
    { Magenta: 'm' },
  ],
  [
    'two of one shade go to two slots',
    named('Cyan', 'cyan ink'),
    [slot('c1', 'cyan'), slot('c2', 'cyan')],
    { Cyan: 'c1', 'cyan ink': 'c2' },
  ],
])('which marker is which slot: %s', (_, found, slots, map) =>
  expect(guessMarkerMap(found, slots)).toEqual(map),
);

test('a waste box is no ink, by its kind or by its name: it takes no slot, and does not count for the places', () => {
  const waste: Marker = { name: 'Box', level: 0.9, lowLevel: null, type: 'wasteInk', colours: [] };
  const slots = [slot('c', 'cyan'), slot('m', 'magenta')];
  expect(guessMarkerMap([waste, ...named('One', 'Two')], slots)).toEqual({ One: 'c', Two: 'm' });
  expect(guessMarkerMap([...named('Maintenance cartridge', 'One', 'Two')], slots)).toEqual({
    One: 'c',
    Two: 'm',
  });
});
