import { expect, test } from '@jest/globals';
import { act, cleanup } from '@testing-library/react';
import type { ReactNode } from 'react';
import { ABERLANW } from '@hiraeth/demo';
import { find, Ledger } from '@hiraeth/core/ledger';
import { seeded } from '@hiraeth/core/numeric';
import { formatMoney, formatUncertain } from '@hiraeth/core/quantity';
import { report } from '@hiraeth/core/report';
import { DAY_MS } from '@hiraeth/core/time';
import type { Fact } from '@hiraeth/core/workbook';
import { simulateStudio } from '@hiraeth/rig';
import { hourOf } from '../state/hourOf';
import { renderApp } from '../testing/renderApp';
import Cost from './cost';
import Gauge from './gauge';
import Inks from './inks';
import Plan from './plan';
import { Rack } from './rack';
import WeighIn from './weighin';

/** Workbooks that are looked through; `AGREE=100` for a long look. */
const WORKBOOKS = Number(process.env.AGREE ?? 3);

const END = '2026-11-20T18:00:00.000Z';
const MINUTES_MS = 15 * 60_000;

/** One figure as one place says it. */
type Said = readonly [figure: string, text: string];
type Reader = (find: (selector: string) => readonly Element[]) => readonly Said[];

const UNCERTAIN = /(?<![\d.,])[\d.,]+(?: ml)? ± [\d.,]+ ml/;
const AGO = /weighed (\d+ days ago|yesterday|today|just now)/;
const SAFE = /(\d+) sheets? (?:is|are) safe/;
const EMPTY_AT = /empty at (\d+) %|At (\d+) % on the printer this cartridge is empty/;

/** Blanks that do not break are blanks. */
const plain = (text: string): string => text.replaceAll(/[\u00a0\u202f]/g, ' ');
const textOf = (element: Element | null | undefined): string => plain(element?.textContent ?? '');
const cells = (row: Element): string[] => [...row.children].map(textOf);
const is = (figure: string, match: RegExpMatchArray | null): Said[] =>
  match ? [[figure, (match.slice(1).find(Boolean) ?? match[0]).replace(/ ml ±/, ' ±')]] : [];

/** What a row of one slot or cartridge says of its ink. */
function ofInk(name: string, text: string): Said[] {
  return [
    ...is(`ink in ${name}`, UNCERTAIN.exec(text)),
    ...is(`weighed, ${name}`, AGO.exec(text)),
    ...is(`safe sheets of ${name}`, SAFE.exec(text)),
    ...is(`gauge when empty, ${name}`, EMPTY_AT.exec(text)),
  ];
}

const byAge = ([a]: readonly [number, string], [b]: readonly [number, string]): number => b - a;
const daysOf = (ago: string): number => (ago === 'yesterday' ? 1 : Number(/^\d+/.exec(ago)?.[0] ?? 0));

/** Every printer's rows on Rack, by the printer in whose section they stand. */
const readRack: Reader = (find) => [
  ...find('section[aria-labelledby^="p-"]').flatMap((section): Said[] => {
    const printer = textOf(section.querySelector('h2'));
    const rows = [...section.querySelectorAll('.rackrow')];
    const said = rows.flatMap((row) => ofInk(`${printer}, ${textOf(row.querySelector('a'))}`, textOf(row)));
    const ages = said
      .filter(([figure]) => figure.startsWith('weighed'))
      .map(([, ago]): [number, string] => [daysOf(ago), ago])
      .sort(byAge);
    return [
      ...said,
      ...is(`prints of ${printer}`, /(\d+) prints in the log/.exec(textOf(section))),
      ...(ages.length === rows.length && ages[0]
        ? [[`all weighed, ${printer}`, ages[0][1]] satisfies Said]
        : []),
    ];
  }),
  ...find('.rackrow')
    .filter((row) => !row.closest('section[aria-labelledby^="p-"]'))
    .flatMap((row) => ofInk(textOf(row.querySelector('a')), textOf(row))),
];

/** Places that show one printer say which; what they say is said of it. */
const ofPrinter =
  (read: (printer: string, find: (selector: string) => readonly Element[]) => readonly Said[]): Reader =>
  (find) => {
    const list = find('select').find((select) =>
      select.closest('.MuiFormControl-root')?.textContent?.startsWith('Printer'),
    );
    const printer = list ? textOf((list as HTMLSelectElement).selectedOptions[0]) : '';
    return read(printer, find);
  };

const PLACES: readonly (readonly [name: string, path: string, place: ReactNode, read: Reader])[] = [
  ['Rack', '/', <Rack />, readRack],
  [
    'Weigh-in',
    '/weigh-in',
    <WeighIn />,
    ofPrinter((printer, find) =>
      find('tbody tr').flatMap((row) => {
        const [first = ''] = cells(row);
        const name = first.replace(/(never )?weighed .*$/, '').trim();
        return ofInk(`${printer}, ${name}`, cells(row).join(' '));
      }),
    ),
  ],
  [
    'Gauge',
    '/gauge',
    <Gauge />,
    ofPrinter((printer, find) =>
      find('.gaugerow').flatMap((row) =>
        ofInk(`${printer}, ${row.getAttribute('aria-label') ?? ''}`, textOf(row)),
      ),
    ),
  ],
  [
    'Inks',
    '/inks',
    <Inks />,
    (find) => {
      let ink = '';
      const left = new Map<string, Said[]>();
      for (const row of find('table.lines tbody tr')) {
        ink = textOf(row.querySelector('th')).trim() || ink;
        const [lot, text] = cells(row).slice(-5);
        if (lot && text && UNCERTAIN.test(text))
          left.set(ink, [...(left.get(ink) ?? []), ...is(`left in ${ink} ${lot}`, UNCERTAIN.exec(text))]);
      }
      return [...left.values()].flat();
    },
  ],
  [
    'Cost, the answer',
    '/cost',
    <Cost />,
    ofPrinter((printer, find) =>
      find('tr').flatMap((row) => {
        const [name = '', refilled = '', originals = ''] = cells(row);
        if (name === 'To date')
          return [
            [`spent on ${printer}`, refilled],
            [`originals for ${printer}`, originals],
          ] satisfies Said[];
        return is(`prints of ${printer}`, /^(\d+) prints?$/.exec(name));
      }),
    ),
  ],
  [
    'Cost, the sums',
    '/cost/sums',
    <Cost />,
    ofPrinter((printer, find) =>
      find('table').flatMap((table) => {
        const caption = textOf(table.previousElementSibling) + textOf(table.querySelector('caption'));
        const sum = textOf(table.querySelector('tr.total')?.lastElementChild);
        if (!sum.includes('£')) return [];
        return [
          [`${/Originals/.test(caption) ? 'originals for' : 'spent on'} ${printer}`, sum],
        ] satisfies Said[];
      }),
    ),
  ],
  [
    'Plan',
    '/plan',
    <Plan />,
    ofPrinter((of, find) => [
      ...find('[data-testid="first-reserve"]').flatMap((big) =>
        is(`first at its reserve, ${of}`, DAY.exec(textOf(big))),
      ),
      ...find('.duerow').flatMap((row) => {
        const text = textOf(row);
        const printer = /Weigh in (.+?)Last/.exec(text)?.[1]?.trim();
        return printer ? is(`all weighed, ${printer}`, /Last weighed (.+?):/.exec(text)) : [];
      }),
    ]),
  ],
];

const DAY = /\d{1,2} \w{3} 20\d\d/;

/** Places of one printer whose first answer another leaf of theirs shows among others. */
const LEAVES: typeof PLACES = [
  [
    'Cost, months',
    '/cost/months',
    <Cost />,
    ofPrinter((printer, find) => {
      // Month, prints, ink, refilled, originals, saved.
      const rows = find('tbody tr')
        .map(cells)
        .filter(({ length }) => length === 6);
      expect(rows.length).toBeGreaterThan(0);
      const prints = rows.reduce((sum, [, count = '']) => sum + Number(/^\d+/.exec(count)?.[0] ?? 0), 0);
      return [[`prints of ${printer}`, String(prints)]];
    }),
  ],
  [
    'Plan, ahead',
    '/plan/ahead',
    <Plan />,
    ofPrinter((printer, find) => {
      const first = find('tbody tr')
        .map((row) => DAY.exec(cells(row)[2] ?? '')?.[0])
        .find(Boolean);
      return first ? [[`first at its reserve, ${printer}`, first]] : [];
    }),
  ],
];

/** The same, by the report that the command line prints. */
function readReport(facts: readonly Fact[], at: string): Said[] {
  const found = report(facts, at);
  // Accounts are written to the end of the hour.
  const accounts = report(facts, hourOf(at));
  const { context } = Ledger.from(facts).snapshot();
  const nameOf = (id: string): string => find(context, 'printer', id)?.name ?? '';
  const channel = (id: string, slotId: string): string =>
    `${nameOf(id)}, ${find(context, 'printer', id)?.slots.find((slot) => slot.id === slotId)?.name ?? ''}`;
  const bottleName = (id: string): string => {
    const bottle = find(context, 'bottle', id);
    return `${find(context, 'ink', bottle?.inkId)?.name ?? ''} ${bottle?.lot || 'no lot'}`;
  };
  return [
    ...found.cartridges.flatMap(({ label, printer, slot, inkMl, u }): Said[] =>
      inkMl === null || u === null
        ? []
        : [
            [
              `ink in ${printer && slot ? `${printer}, ${slot}` : label}`,
              plain(formatUncertain({ value: inkMl, u }, 'ml')),
            ],
          ],
    ),
    ...found.printers.flatMap(({ id, advice }) =>
      advice.flatMap(({ slotId, safeSheets }): Said[] =>
        safeSheets === null ? [] : [[`safe sheets of ${channel(id, slotId)}`, String(safeSheets)]],
      ),
    ),
    ...accounts.printers.flatMap(({ id, copies, refill, original }): Said[] => [
      [`prints of ${nameOf(id)}`, String(copies)],
      ...(refill.minor === null
        ? []
        : [[`spent on ${nameOf(id)}`, formatMoney(refill.minor, found.currency)] satisfies Said]),
      ...(original?.minor == null
        ? []
        : [[`originals for ${nameOf(id)}`, formatMoney(original.minor, found.currency)] satisfies Said]),
    ]),
    ...found.bottles.map(({ id, leftMl, u }): Said => [
      `left in ${bottleName(id)}`,
      plain(formatUncertain({ value: leftMl, u }, 'ml')),
    ]),
  ];
}

test(
  'a figure that several places show is one figure, at any minute of the day',
  async () => {
    const random = seeded(29);
    for (let n = 0; n < WORKBOOKS; n++) {
      const days = Math.round(12 + 150 * random() ** 2);
      const { facts } = simulateStudio(ABERLANW, { seed: 100 + n, days, endAt: END });
      // Asked some days later, minutes before a weighing is a whole number of days ago: there clocks come apart.
      const weighings = facts.filter(({ kind }) => kind === 'weighed');
      const weighed = Date.parse(weighings.at(-1 - Math.floor(20 * random()))!.at);
      const asked = Math.ceil((Date.parse(END) - weighed) / DAY_MS) + Math.floor(12 * random());
      const at = new Date(weighed + asked * DAY_MS - Math.round(MINUTES_MS * random())).toISOString();
      const said = new Map<string, Map<string, string[]>>();
      const note = (place: string, figures: readonly Said[]): void => {
        for (const [figure, text] of figures) {
          const texts = said.get(figure) ?? new Map<string, string[]>();
          said.set(figure, texts.set(text, [...(texts.get(text) ?? []), place]));
        }
      };
      const { id } = ABERLANW.printers[Math.floor(random() * ABERLANW.printers.length)]!.printer;
      for (const [name, path, place, read] of [...PLACES, ...LEAVES]) {
        await renderApp(place, facts, at, `${path}?printer=${id}`, {
          // What a year of each way would be is nobody else's figure.
          simulate: () => new Promise(() => undefined),
        });
        // What follows in its turn is waited for.
        await act(() => new Promise((done) => setTimeout(done, 20)));
        note(
          name,
          read((selector) => [...document.querySelectorAll(selector)]),
        );
        cleanup();
      }
      note('report', readReport(facts, at));
      const shared = [...said].filter(([, texts]) => [...texts.values()].flat().length > 1);
      expect(shared.length).toBeGreaterThan(20);
      const differ = shared
        .filter(([, texts]) => texts.size > 1)
        .map(([figure, texts]) => [figure, Object.fromEntries(texts)]);
      expect({ workbook: n, days, at, differ }).toEqual({ workbook: n, days, at, differ: [] });
      if (process.env.AGREE_SAY)
        console.log([...said].map(([f, t]) => `${f}: ${JSON.stringify([...t])}`).join('\n'));
    }
  },
  30_000 + 10_000 * WORKBOOKS,
);
