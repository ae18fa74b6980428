import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import ICAL from 'ical.js';
import Papa from 'papaparse';
import type { DueItem } from '../due';
import { parseJobsCsv } from '../jobs';
import { Ledger } from '../ledger';
import { script, setUp, weigh } from '../testing';
import { csvText } from './csvText';
import { dueCalendar } from './dueCalendar';
import { toCsv } from './toCsv';

const AT = '2026-03-10T10:00:00.000Z';
const text = fc.string({ unit: fc.constantFrom(...'=+-@\t\r\n \u200b\u0000,;"\'aé1_/'), maxLength: 12 });

describe('tables for other programs', () => {
  test.each(['=1+1', '+1', '-1', '@sum', '\t=1', '\r=1', '\n=1', ' =1', '\u200b=1', '=1\n2', '=a\r\nb'])(
    'a spreadsheet does not reckon with %j',
    (cell) => {
      const [, row] = Papa.parse<string[]>(csvText(['what'], [[cell]]).slice(1)).data;
      expect(row![0]).toBe(`'${cell}`);
    },
  );

  test('numbers stay numbers, also below nothing', () => {
    expect(csvText(['ml'], [[-1.5]])).toBe('\ufeffml\r\n-1.5\r\n');
  });

  test('whatever a cell holds, it comes back whole, behind at most one apostrophe', () => {
    fc.assert(
      fc.property(fc.array(text, { minLength: 1, maxLength: 4 }), (cells) => {
        const [, row] = Papa.parse<string[]>(
          csvText(['a', 'b', 'c', 'd'].slice(0, cells.length), [cells]).slice(1),
          {
            newline: '\r\n',
          },
        ).data;
        cells.forEach((cell, i) => expect([cell, `'${cell}`]).toContain(row![i]));
        expect(row!.every((cell) => !/^[\s\u200b]*[=+\-@]/.test(cell))).toBe(true);
      }),
    );
  });

  test('a title that was kept from being reckoned with comes back in as it was', () => {
    const table = csvText(['Title', 'Date'], [['=2+5', '2026-03-02 10:00']]);
    const read = parseJobsCsv(table);
    expect(read.ok && read.value.jobs.map(({ title }) => title)).toEqual(['=2+5']);
  });
});

describe('what is due, as a calendar', () => {
  const item = (id: string, name: string): DueItem =>
    ({
      id,
      code: 'weighIn',
      subject: { kind: 'printer', id, name },
      at: AT,
      urgency: 'soon',
      days: 3,
      doneBy: ['weighed'],
      snoozedUntil: null,
    }) as unknown as DueItem;

  test('two things never share an identity, and each keeps its own', () => {
    const ids = ['a_b', 'a b', 'a-b', 'a.b', 'a_20_b', 'a\nb', 'ä', 'a/b'];
    const uids = (): string[] =>
      new ICAL.Component(
        ICAL.parse(
          dueCalendar(
            ids.map((id) => item(id, id)),
            AT,
            'Room',
          ),
        ) as unknown[],
      )
        .getAllSubcomponents('vevent')
        .map((event) => new ICAL.Event(event).uid);
    expect(new Set(uids()).size).toBe(ids.length);
    expect(uids()).toEqual(uids());
    expect(uids()).toContain('a-b@hiraeth');
  });

  test('no name ends a line of the file: another program reads one entry for each', () => {
    fc.assert(
      fc.property(text, text, (name, room) => {
        const file = dueCalendar([item('one', `${name}\r\nBEGIN:VEVENT\r\n${name}`)], AT, room);
        expect(file.replace(/\r\n/g, '')).not.toMatch(/[\r\n]/);
        const events = new ICAL.Component(ICAL.parse(file) as unknown[]).getAllSubcomponents('vevent');
        expect(events).toHaveLength(1);
      }),
    );
  });
});

test('a table of weighings says of each what it was: a cartridge by its label, a bottle by its lot, a scale’s check', () => {
  const ledger = Ledger.from(
    script([
      ...setUp,
      weigh('cyan', 70),
      {
        kind: 'weighed',
        what: 'bottle',
        subjectId: 'bottle-cyan',
        massG: { value: 130, u: 0.05 },
        purpose: 'bottle',
      },
      {
        kind: 'weighed',
        what: 'reference',
        subjectId: 'scale',
        massG: { value: 50.01, u: 0.01 },
        purpose: 'reference',
        nominalG: 50,
      },
    ]),
  );
  const rows = toCsv(ledger, 'weighings')
    .trim()
    .split(/\r?\n/)
    .slice(1)
    .map((row) => row.split(','));
  expect(rows.map(([, what, name]) => [what, name])).toEqual([
    ['cartridge', 'cyan'],
    ['bottle', expect.stringMatching(/cyan/i)],
    ['reference', 'scale'],
  ]);
});
