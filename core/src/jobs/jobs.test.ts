import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { decodeIpp, encodeIpp, IPP_GROUP, IPP_TAG, type IppAttribute } from '../ipp';
import { Ledger } from '../ledger';
import { define, PRINTER, script, setUp } from '../testing';
import { jobProblemWords, REFUSAL_WORDS } from '../words';
import type { FactDraft } from '../workbook';
import { askPages, PAGE_JOBS } from './askPages';
import { guessCsvMapping, parseJobsCsv } from './parseJobsCsv';
import { jobsOf, jobsRequest } from './jobsOf';
import { formatFromConfig } from './formatFromConfig';
import { formatOf, guessPageLog } from './guessPageLog';
import { mediaSize } from './mediaSize';
import { pageLogFits } from './pageLogFits';
import { DEFAULT_PAGE_LOG } from './pageLogFormat';
import { parsePageLog } from './parsePageLog';
import { sortJobs } from './sortJobs';
import type { DraftJob } from './draftJob';

const capture = (name: string): Buffer => readFileSync(join(import.meta.dirname, 'testing', name));
/** The administrator's own format of the rich capture. */
const RICH =
  '%p %u %j %T %P %C %{job-billing} %{job-originating-host-name} %{job-name} %{media} %{sides} %{copies} %{job-impressions} %{job-impressions-completed} %{job-media-sheets-completed} %{job-k-octets} %{print-quality} %{media-type} %{media-col} %{page-ranges} %{print-color-mode} %{document-format} %{document-name} %{time-at-creation} %{time-at-processing} %{time-at-completed} %{job-state} %{job-uuid} %{job-originating-user-name} %{printer-resolution} %%';
const read = (text: string, format?: string) => {
  const found = parsePageLog(text, format);
  if (!found.ok) throw new Error(found.problem.code);
  return found.value;
};
const short = (job: DraftJob) =>
  [job.queue, job.number, job.title, job.user, job.impressions, job.widthMm, job.heightMm].join('|');

describe('a real spooler’s page log', () => {
  test('in its standard format: every line a job, titles whole, sizes by any name', () => {
    const { jobs, refused } = read(capture('page_log.default').toString());
    expect([jobs.length, refused]).toEqual([14, []]);
    expect(jobs.map(short)).toEqual(
      expect.arrayContaining([
        'null_raw|10|raw job|eve smith|||',
        'null_raw|11|raw job no media|eve|||',
        'null_ps|6|Report, "Q3" 100%|carol|9|210|297',
        'null_ps|7|Ünïcode tïtle – ☂|carol|1|215.9|279.4',
        'null_pdf|9|one page ps|dave|1|100|150',
        'photo10|3|Fine art A3+ proof|bob|1|330.2|482.6',
        'photo10|13|photo.jpg|anna|1|127|177.8',
      ]),
    );
  });

  test('in the administrator’s own: identities, copies, a title over two lines, one full of separators, a cancelled job', () => {
    const { jobs, refused } = read(capture('page_log.rich').toString(), RICH);
    expect([jobs.length, refused]).toEqual([24, []]);
    expect(jobs.every(({ uuid }) => /^[0-9a-f-]{36}$/.test(uuid ?? ''))).toBe(true);
    const by = (number: number) => jobs.find((job) => job.number === number)!;
    expect(by(15).title).toBe('new line tab');
    expect(by(16)).toMatchObject({ title: 'a|b, "q" %{x}; c', media: 'A4' });
    expect(by(17).title).toHaveLength(200);
    expect(by(21)).toMatchObject({ title: 'media-col job', media: '', widthMm: null });
    expect(by(23)).toMatchObject({ copies: 60, impressions: 18, state: 'cancelled' });
    expect(by(10)).toMatchObject({ user: 'eve smith', copies: 4, impressions: null });
  });

  test('quotes around the format are on every line; one line a page adds up; a rotated file begins in the middle', () => {
    const line = (page: number, count = 2): string =>
      `q ann 7 [24/Nov/2026:10:00:0${page} +0100] ${page} ${count} - localhost Book A4 -`;
    const [pages] = read(
      [line(1), 'q bob 8 [24/Nov/2026:10:00:02 +0100] 1 1 - localhost Other A4 -', line(2), line(3)].join(
        '\n',
      ),
    ).jobs;
    expect(pages).toMatchObject({ number: 7, impressions: 6, at: '2026-11-24T09:00:03.000Z' });
    // Numbers start again after a reset: a first page is a new job.
    expect(read([line(1), line(2), line(1)].join('\n')).jobs.map((job) => job.impressions)).toEqual([4, 2]);
    const quoted = read(
      `"${line(1)}"`,
      `"%p %u %j %T %P %C %{job-billing} %{job-originating-host-name} %{job-name} %{media} %{sides}"`,
    );
    expect(quoted.jobs.map(short)).toEqual(['q|7|Book|ann|2|210|297']);
    const cut = read(`st Book A4 -\n${line(1)}\nq ann 9 [24/Nov/2026:10:00:09 +0100] total`);
    expect(cut.jobs).toHaveLength(1);
    expect(cut.refused.map(({ line: at, reason }) => [at, reason])).toEqual([
      [1, 'noDate'],
      [3, 'cutOff'],
    ]);
    for (const { reason } of cut.refused) expect(REFUSAL_WORDS[reason]).toMatch(/\S/);
  });

  test.each<[string, string]>([
    ['%p %u %j', 'formatNoField'],
    ['%T %p %C', 'formatNoField'],
    ['%T %p%C %j', 'formatAmbiguous'],
  ])('a format that tells no job is refused: %s', (format, code) => {
    const found = parsePageLog('x', format);
    expect(found).toMatchObject({ ok: false, problem: { code } });
    if (!found.ok) expect(jobProblemWords(found.problem)).toMatch(/\.$/);
  });

  const D = '[24/Nov/2026:10:00:01 +0100]';
  test.each<[string, string, string]>([
    [
      'the date first, tabs',
      '%T\t%j\t%p\t%u\t%C\t%{media}\t%{job-name}',
      `${D}\t7\tq\tann\t3\tA4\tSea at night`,
    ],
    [
      'semicolons, a title with blanks',
      '%p;%j;%{job-name};%u;%C;%{media};%T',
      `q;7;Sea at night;ann;3;A4;${D}`,
    ],
    [
      'a comma table in quotes',
      '"%p","%u","%j","%T","%C","%{job-name}","%{media}"',
      `"q","ann","7","${D}","3","Sea at night","A4"`,
    ],
    [
      'a leading word, pipes, words between',
      'PAGE|%p|job=%j|user=%u|%T|n=%C|%{job-name}|on %{media} 100%%',
      `PAGE|q|job=7|user=ann|${D}|n=3|Sea at night|on A4 100%`,
    ],
    ['the title first', '%{job-name} %{media} %C %T %p-%j %u', `Sea at night A4 3 ${D} q-7 ann`],
    ['a separator within the title', '%T;%p;%j;%u;%{job-name};%C;%{media}', `${D};q;7;ann;Sea at night;3;A4`],
  ])('any order and separator: %s', (_, format, line) => {
    const { jobs, refused } = read([line, line.replace('7', '8'), line.slice(0, 40)].join('\n'), format);
    expect(jobs.map(short)).toEqual(['7', '8'].map((number) => `q|${number}|Sea at night|ann|3|210|297`));
    expect(jobs[0]!.at).toBe('2026-11-24T09:00:01.000Z');
    expect(refused).toHaveLength(1);
  });

  const three = [
    ['harbour9', 'ann', '41', 'total', '3', 'Sea at night', 'A3'],
    ['harbour9', 'bob', '42', 'total', '1', 'Lichen', 'A4'],
    ['mini', 'ann', '44', 'total', '12', 'Invitation, both sides, on laid', 'A4'],
  ] as const;
  const day = (i: number): string => `[2${i}/Nov/2026:10:00:0${i} +0100]`;
  test.each<[string, (row: (typeof three)[number], i: number) => string]>([
    [
      'the standard one',
      ([q, u, j, P, C, t, m], i) => `${q} ${u} ${j} ${day(i)} ${P} ${C} - localhost ${t} ${m} one-sided`,
    ],
    ['date first', ([q, u, j, , C, t, m], i) => `${day(i)} ${q} ${u} ${j} ${C} ${t} ${m}`],
    ['tabs', ([q, u, j, , C, t, m], i) => [j, t, day(i), C, q, u, m].join('\t')],
    [
      'a comma table, all in quotes',
      ([q, u, j, , C, t, m], i) => [q, u, j, day(i), C, t, m].map((cell) => `"${cell}"`).join(','),
    ],
    [
      'semicolons, the title in quotes, a leading word',
      ([q, u, j, , C, t, m], i) => ['page', q, u, j, day(i), `"${t}"`, C, m].join(';'),
    ],
  ])('a log of unknown format is guessed from its lines: %s', (_, line) => {
    const text = three.map(line).join('\n');
    const layout = guessPageLog(text)!;
    const { jobs, refused } = read(text, formatOf(layout));
    expect(refused).toEqual([]);
    expect(jobs.map(({ title }) => title)).toEqual(three.map(([, , , , , t]) => t));
    expect(jobs.map(({ impressions }) => impressions)).toEqual([3, 1, 12]);
    expect(jobs.map(({ number }) => number)).toEqual([41, 42, 44]);
    expect(jobs.map(({ media }) => media)).toEqual(['A3', 'A4', 'A4']);
    expect(jobs.map(({ queue }) => queue)).toEqual(['harbour9', 'harbour9', 'mini']);
  });

  test('lines for each page are told from lines for each job; without a date as a spooler writes it nothing is guessed', () => {
    const text = ['1 1', '2 1', '3 1']
      .map((page, i) => `q ann 7 ${day(i)} ${page} ${'Sea '.repeat(i + 1)}A4`)
      .join('\n');
    expect(guessPageLog(text)!.columns.map(({ is }) => is)).toEqual([
      'queue',
      'user',
      'number',
      'date',
      'page',
      'count',
      'title',
      'media',
    ]);
    expect(guessPageLog('name,copies\nSea,2')).toBeNull();
    // Which format fits is tried on its first lines.
    expect([
      pageLogFits(text, '%p %u %j %T %P %C %{job-name} %{media}'),
      pageLogFits(text, '%T %j'),
      pageLogFits('', '%T %j'),
    ]).toEqual([true, false, false]);
    expect(pageLogFits(text, '%p')).toBe(false);
  });

  test('of a long log its first lines are tried, whole ones: what is damaged far behind is told when it is read', () => {
    const line = (i: number): string => `q ann ${i} ${day(0)} total 1 Sea A4`;
    const good = Array.from({ length: 1500 }, (_, i) => line(i)).join('\n');
    const bad = Array.from({ length: 600 }, () => 'not a line of it').join('\n');
    const format = '%p %u %j %T %P %C %{job-name} %{media}';
    expect(good.length).toBeGreaterThan(60_000);
    expect([`${good}\n${bad}`, `${bad}\n${good}`].map((text) => pageLogFits(text, format))).toEqual([
      true,
      false,
    ]);
  });

  test('what a person confirms is shown whole: titles of one word and of several, and a number only where there are numbers', () => {
    const rows = [
      ['ann', 'Sea', 'A4'],
      ['bob', 'Sea at night', 'A3'],
      ['eve', 'Lichen, second', 'A4'],
    ];
    // The user stands where a spooler of itself puts the number; that is the first column, and grows.
    const text = rows.map(([u, t, m], i) => `${17 + i} q ${u} ${day(i)} total ${i + 2} ${t} ${m}`).join('\n');
    const { columns } = guessPageLog(text)!;
    expect(columns.map(({ is, examples }) => [is, examples])).toEqual(
      expect.arrayContaining([
        ['title', rows.map(([, title]) => title)],
        ['number', ['17', '18', '19']],
        // One printer, and several who print: the queue is what is named first, however few queues there are.
        ['queue', ['q']],
        ['user', ['ann', 'bob', 'eve']],
        ['media', ['A4', 'A3']],
      ]),
    );
  });

  test.each<[string, string | null]>([
    ['LogLevel warn\n  PageLogFormat %T;%p;%j\nMaxLogSize 0', '%T;%p;%j'],
    ['PageLogFormat "%p %j %T"\nPageLogFormat %T', '%T'],
    ['#PageLogFormat %T\n', DEFAULT_PAGE_LOG],
    ['PageLogFormat\n', DEFAULT_PAGE_LOG],
    ['LogLevel warn', null],
  ])('the format from the configuration %j: %s', (text, format) =>
    expect(formatFromConfig(text)).toBe(format),
  );

  test('what a log does not tell is not known: no number, no queue, no count', () => {
    const [job] = read(`${D} Sea at night`, '%T %{job-name}').jobs;
    expect(job).toMatchObject({ queue: '', number: null, impressions: null, title: 'Sea at night' });
  });

  test('any title goes in and comes out on one line, and costs no other job', () => {
    const title = fc
      .string({ minLength: 1, maxLength: 80, unit: 'grapheme' })
      .filter((text) => /\S/.test(text));
    fc.assert(
      fc.property(fc.array(title, { minLength: 1, maxLength: 12 }), (titles) => {
        const text = titles
          .map((name, i) => `q ann ${i + 1} [24/Nov/2026:10:00:00 +0000] total 3 - localhost ${name} A4 -`)
          .join('\n');
        const { jobs } = read(text);
        expect(jobs.map((job) => [job.number, job.impressions, job.media])).toEqual(
          titles.map((_name, i) => [i + 1, 3, 'A4']),
        );
        for (const job of jobs) expect(job.title).not.toMatch(/\n|\r/);
      }),
      { numRuns: 150 },
    );
  });

  test('twenty thousand lines are read as they come, with progress', () => {
    const text = Array.from(
      { length: 20_000 },
      (_, i) => `q ann ${i + 1} [24/Nov/2026:10:00:00 +0000] total 1 - localhost T${i} A4 -`,
    ).join('\n');
    const shares: number[] = [];
    const found = parsePageLog(text, undefined, (share) => shares.push(share));
    expect(found.ok && found.value.jobs).toHaveLength(20_000);
    expect(shares).toEqual([...shares].sort((a, b) => a - b));
    expect(shares.length).toBeGreaterThan(2);
  });
});

describe('jobs asked over IPP', () => {
  test('a real answer: identity, copies, size, and when it was done', () => {
    const decoded = decodeIpp(capture('getjobs-response.bin'));
    if (!decoded.ok) throw new Error(decoded.problem.code);
    const { jobs, refused } = jobsOf(decoded.value);
    expect([jobs.length, refused]).toEqual([7, []]);
    expect(jobs[0]).toMatchObject({
      id: '46b0169f-3097-3d34-782d-ae70e1b3df88',
      queue: 'photo10',
      number: 15,
      title: 'fresh job',
      copies: 2,
      impressions: 2,
      widthMm: 210,
      heightMm: 297,
      at: '2026-11-24T02:38:11.000Z',
      state: 'completed',
    });
  });

  const job = (...attributes: IppAttribute[]) => {
    const message = {
      ...jobsRequest('ipp://h/printers/q', 1, 100),
      code: 0,
      groups: [{ tag: IPP_GROUP.job, attributes }],
    };
    const decoded = decodeIpp(encodeIpp(message));
    if (!decoded.ok) throw new Error(decoded.problem.code);
    return jobsOf(decoded.value);
  };
  const int = (name: string, value: number): IppAttribute => ({ name, values: [{ type: 'integer', value }] });
  const none = (name: string): IppAttribute => ({ name, values: [{ type: 'none', tag: 0x13 }] });
  const word = (name: string, value: string): IppAttribute => ({
    name,
    values: [{ type: 'text', tag: IPP_TAG.name, value }],
  });

  test.each<[string, IppAttribute[], object]>([
    [
      'nothing told but its number',
      [int('job-id', 4)],
      { number: 4, at: null, copies: null, widthMm: null, state: 'unknown' },
    ],
    [
      'no value where one might stand',
      [int('job-id', 4), none('copies'), none('date-time-at-completed')],
      { copies: null, at: null },
    ],
    ['time since the printer’s start is no date', [int('time-at-completed', 8000)], { at: null }],
    ['seconds since 1970 are', [int('time-at-completed', 1795487891)], { at: '2026-11-24T02:38:11.000Z' }],
    [
      'its size inside a collection, in hundredths of a mm',
      [
        {
          name: 'media-col',
          values: [
            {
              type: 'collection',
              members: [
                {
                  name: 'media-size',
                  values: [
                    { type: 'collection', members: [int('x-dimension', 21000), int('y-dimension', 29700)] },
                  ],
                },
              ],
            },
          ],
        },
      ],
      { widthMm: 210, heightMm: 297 },
    ],
    ['a title over two lines', [word('job-name', 'new\nline')], { title: 'new line' }],
  ])('%s', (_name, attributes, found) => {
    expect(job(...attributes).jobs[0]).toMatchObject(found);
  });

  test('what is not finished, or printed nothing, is said so', () => {
    expect(job({ name: 'job-state', values: [{ type: 'enum', value: 5 }] }).refused).toMatchObject([
      { reason: 'notFinished' },
    ]);
    const state = (value: number): IppAttribute => ({ name: 'job-state', values: [{ type: 'enum', value }] });
    const none = int('job-impressions-completed', 0);
    expect(job(none).refused).toMatchObject([{ reason: 'nothingPrinted' }]);
    expect(job(state(7), none).refused).toMatchObject([{ reason: 'nothingPrinted' }]);
    // A raw queue counts nothing of what it passed on: the job is there, its count is not.
    expect(job(state(9), none)).toMatchObject({
      jobs: [{ impressions: null, state: 'completed' }],
      refused: [],
    });
  });

  test.each([0, -3, 2_000_000_000])('copies said to be %d are not known, the job is', (copies) => {
    expect(job(int('copies', copies)).jobs).toMatchObject([{ copies: null }]);
  });

  test('said twice, the first holds', () => {
    expect(job(int('copies', 3), int('copies', 9)).jobs).toMatchObject([{ copies: 3 }]);
  });
});

test.each<[string, [number, number] | null]>([
  ['A4', [210, 297]],
  ['a3', [297, 420]],
  ['Letter', [215.9, 279.4]],
  ['iso_a4_210x297mm', [210, 297]],
  ['na_index-4x6_4x6in', [101.6, 152.4]],
  ['na_super-b_13x19in', [330.2, 482.6]],
  ['4x6.Borderless', [101.6, 152.4]],
  ['A2.FullBleed', [420, 594]],
  ['Custom.100x150mm', [100, 150]],
  ['Custom.595x842pt', [209.9, 297]],
  ['210 × 297 mm', [210, 297]],
  ['13,5x20cm', [135, 200]],
  ['A3+', [330.2, 482.6]],
  ['Super B', [330.2, 482.6]],
  ['-', null],
  ['', null],
  ['Glossy', null],
  // A name that every object has is no size.
  ['constructor', null],
  ['__proto__', null],
  ['0x0mm', null],
])('the size of %s', (media, size) => {
  expect(mediaSize(media)).toEqual(size && { widthMm: size[0], heightMm: size[1] });
});

describe('a table of prints', () => {
  test('columns are found by their names; dates, decimal commas and units as they are written', () => {
    const text =
      'Printer;Document Name;Date;Copies;Width (cm);Height (cm)\nP1;"Sea; bay";24.11.2026 14:05;3;29,7;42\nP1;Harbour;25.11.2026;;21;29,7\n';
    expect(guessCsvMapping(text)).toEqual({
      columns: {
        queue: 'Printer',
        title: 'Document Name',
        at: 'Date',
        copies: 'Copies',
        width: 'Width (cm)',
        height: 'Height (cm)',
      },
      dates: 'dmy',
      unit: 'cm',
    });
    const found = parseJobsCsv(text);
    expect(found.ok && found.value.jobs).toMatchObject([
      {
        queue: 'P1',
        title: 'Sea; bay',
        at: '2026-11-24T14:05:00.000Z',
        copies: 3,
        widthMm: 297,
        heightMm: 420,
      },
      { title: 'Harbour', at: '2026-11-25T00:00:00.000Z', copies: null, widthMm: 210 },
    ]);
  });

  test.each<[string, string, string | null]>([
    ['24/11/2026', 'dmy', '2026-11-24T00:00:00.000Z'],
    ['11/24/2026 2:05 pm', 'mdy', '2026-11-24T14:05:00.000Z'],
    ['2026-11-24T10:00:00+01:00', 'iso', '2026-11-24T09:00:00.000Z'],
    ['2026-11-24 10:00', 'iso', '2026-11-24T10:00:00.000Z'],
    ['31.02.2026', 'dmy', null],
    ['soon', 'iso', null],
  ])('the date %s in the order %s', (date, dates, at) => {
    const found = parseJobsCsv(`title,date\nA,${date}`, {
      columns: { title: 'title', at: 'date' },
      dates: dates as 'iso',
      unit: 'mm',
    });
    expect(found.ok && found.value.jobs.map((one) => one.at)).toEqual(at === null ? [] : [at]);
    if (at === null) expect(found.ok && found.value.refused).toMatchObject([{ line: 2, reason: 'badDate' }]);
  });

  test.each<[string, string, string]>([
    ['nothing', '', 'csvEmpty'],
    ['a header alone', 'title,date\n', 'csvEmpty'],
    ['no date', 'title,copies\nA,2', 'csvNoColumn'],
  ])('refused: %s', (_name, text, code) => {
    const found = parseJobsCsv(text);
    expect(found).toMatchObject({ ok: false, problem: { code } });
    if (!found.ok) expect(jobProblemWords(found.problem)).toMatch(/\.$/);
  });

  test('counts that are none are refused with their line', () => {
    const found = parseJobsCsv('title,date,copies,pages\nA,2026-11-24,two,1\nB,2026-11-24,1,0');
    expect(found.ok && found.value.refused.map(({ line, reason }) => [line, reason])).toEqual([
      [2, 'badNumber'],
      [3, 'nothingPrinted'],
    ]);
  });
});

describe('what becomes of a job', () => {
  const rule = (id: string, part: object): FactDraft =>
    define({
      entity: 'jobRule',
      id,
      name: id,
      queue: '',
      title: '',
      printerId: null,
      subjectId: null,
      paperId: null,
      ignore: false,
      ...part,
    });
  const draft = (part: Partial<DraftJob> = {}): DraftJob => ({
    id: 'q-1@x',
    source: 'page-log',
    queue: 'q',
    number: 1,
    uuid: null,
    title: 'Sea 1',
    user: 'ann',
    copies: 2,
    impressions: 2,
    media: 'A4',
    widthMm: 210,
    heightMm: 297,
    at: '2026-03-05T10:00:00.000Z',
    state: 'completed',
    ...part,
  });
  const book = (...more: FactDraft[]): Ledger => Ledger.from(script([...setUp, ...more]));
  const sort = (ledger: Ledger, jobs: readonly DraftJob[], seen?: ReadonlySet<string>) =>
    sortJobs(ledger, ledger.facts, jobs, seen);
  const RULES = [
    rule('the queue', { queue: 'q', printerId: 'printer' }),
    rule('sea', { title: 'Sea*', subjectId: 'any' }),
    rule('tests', { title: '*test*', ignore: true }),
  ];

  test('certain by rule it is logged; a test page is put away; what lacks something waits with a guess', () => {
    const ledger = book(...RULES, define({ entity: 'subject', id: 'night', name: 'Night' }), {
      kind: 'printed',
      printerId: 'printer',
      title: 'Harbour',
      copies: 1,
      widthMm: 210,
      heightMm: 297,
      subjectId: 'night',
    });
    const found = sort(ledger, [
      draft(),
      draft({ id: 'b', number: 2, title: 'A test page' }),
      draft({ id: 'c', number: 3, title: 'Harbour' }),
      draft({ id: 'd', number: 4, title: 'sea without a size', widthMm: null, heightMm: null }),
      draft({ id: 'e', number: 5, impressions: 0 }),
    ]);
    expect(found.logged.map(({ fact }) => fact)).toMatchObject([
      {
        kind: 'printed',
        printerId: 'printer',
        subjectId: 'any',
        title: 'Sea 1',
        copies: 2,
        at: '2026-03-05T10:00:00.000Z',
        job: { id: 'q-1@x', source: 'page-log', queue: 'q', number: 1 },
      },
    ]);
    expect(found.ignored.map(({ id }) => id)).toEqual(['b', 'e']);
    expect(found.waiting.map(({ job: { id }, guess }) => [id, guess.subjectId])).toEqual([
      ['c', 'night'],
      ['d', 'any'],
    ]);
  });

  test('a printer that was sold logs nothing by itself any more, and one of the same name takes its queue over', () => {
    const gone: FactDraft = {
      kind: 'retired',
      what: 'printer',
      subjectId: 'printer',
      reason: 'sold',
      at: '2026-03-05T00:00:00.000Z',
    };
    const [before, after] = [
      draft({ queue: 'testprinter', at: '2026-03-04T10:00:00.000Z' }),
      draft({ queue: 'testprinter', id: 'b', number: 2 }),
    ];
    const rules = [rule('the queue', { queue: 'testprinter', printerId: 'printer' }), RULES[1]!];
    const sold = sort(book(...rules, gone), [before, after]);
    expect([sold.logged, sold.waiting].map((list) => list.map(({ job }) => job.id))).toEqual([
      ['q-1@x'],
      ['b'],
    ]);
    const second = define({ ...PRINTER, id: 'second' });
    expect(sort(book(gone, second), [after]).waiting[0]!.guess.printerId).toBe('second');
    expect(sort(book(second), [after]).waiting[0]!.guess.printerId).toBe('printer');
  });

  test('a cancelled job counts what it printed', () => {
    const [one] = sort(book(...RULES), [draft({ copies: 60, impressions: 18, state: 'cancelled' })]).logged;
    expect(one!.fact).toMatchObject({ copies: 18 });
  });

  test('a rule that names more speaks before one that names less', () => {
    const ledger = book(
      rule('all', { subjectId: 'any', printerId: 'printer' }),
      define({ entity: 'subject', id: 'night', name: 'Night' }),
      rule('night', { queue: 'q', title: '*night', subjectId: 'night' }),
    );
    const subjects = sort(ledger, [
      draft({ title: 'Bay at night' }),
      draft({ id: 'b', number: 2, title: 'Nightfall' }),
    ]);
    expect(subjects.logged.map(({ fact }) => fact.kind === 'printed' && fact.subjectId)).toEqual([
      'night',
      'any',
    ]);
  });

  test('the same job from page log, IPP and CSV is one, whatever comes first; a number used again much later is not', () => {
    const logged = sort(book(...RULES), [draft()]).logged[0]!.fact;
    const ledger = book(...RULES, logged);
    const again = sort(ledger, [
      draft(),
      draft({ source: 'jobs', id: 'a-uuid', uuid: 'a-uuid', at: '2026-03-05T10:00:20.000Z' }),
      draft({ source: 'csv', id: 'q-1@other', at: '2026-03-05T10:01:00.000Z' }),
      draft({ id: 'later', at: '2026-04-05T10:00:00.000Z' }),
    ]);
    expect(again.duplicates.map(({ source }) => source)).toEqual(['page-log', 'jobs', 'csv']);
    expect(again.logged.map(({ job }) => job.id)).toEqual(['later']);
    // A restart counts anew: the same number within a minute is another job, by whatever it is told.
    const restarted = [
      draft({ id: 'q-1@z', title: 'Harbour', at: '2026-03-05T10:01:00.000Z' }),
      draft({ id: 'q-1@zz', at: '2026-03-05T10:01:30.000Z' }),
      draft({ source: 'jobs', id: 'u2', title: 'Harbour', at: '2026-03-05T10:01:01.000Z' }),
      draft({ source: 'jobs', id: 'u1', at: '2026-03-05T10:00:01.000Z' }),
      draft({ source: 'jobs', id: 'u3', at: '2026-03-05T10:01:31.000Z' }),
      draft({ source: 'jobs', id: 'u4', at: '2026-03-05T10:01:50.000Z' }),
    ];
    const anew = sort(ledger, restarted);
    expect([...anew.logged, ...anew.waiting].map(({ job }) => job.id)).toEqual(['q-1@zz', 'u4', 'q-1@z']);
    expect(anew.duplicates.map(({ id }) => id)).toEqual(['u2', 'u1', 'u3']);
    // In the tray already, or put away there.
    expect(sort(book(...RULES), [draft()], new Set(['q-1@x'])).duplicates).toHaveLength(1);
    // Within one import too.
    expect(sort(book(...RULES), [draft(), draft()]).duplicates).toHaveLength(1);
  });
});

describe('a queue read page by page', () => {
  const job = (n: number): DraftJob =>
    ({ id: `j${n}`, title: '', queue: '', at: null }) as unknown as DraftJob;
  /** A queue whose newest job is `newest()`, and what was asked of it. */
  const queue = (newest: () => number, dies = Infinity) => {
    const asked: (number | 'all')[] = [];
    return {
      asked,
      ask: (first: number | 'all') => {
        asked.push(first);
        if (asked.length > dies) return Promise.resolve({ ok: false as const });
        const from = newest() - (first === 'all' ? 0 : first - 1);
        const count = Math.max(0, first === 'all' ? from : Math.min(PAGE_JOBS, from));
        return Promise.resolve({
          ok: true as const,
          jobs: Array.from({ length: count }, (_, i) => job(from - i)),
          refused: [],
          full: first !== 'all' && count === PAGE_JOBS,
        });
      },
    };
  };

  test('jobs that come in while it is read shift the pages: none is missing, none comes twice', async () => {
    let newest = 1000;
    const { ask } = queue(() => newest++);
    const found = await askPages(ask);
    if (!found.ok) throw new Error('refused');
    const ids = found.jobs.map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    for (let n = 1; n <= 1000; n++) expect(ids).toContain(`j${n}`);
  });

  test('once read to its end, it is asked only as far as something is new; what broke off is asked for whole', async () => {
    const known = (id: string): boolean => Number(id.slice(1)) <= 1000;
    const newer = queue(() => 1100);
    const read: number[] = [];
    const found = await askPages(newer.ask, { isKnown: known, onlyNewer: true, onRead: (n) => read.push(n) });
    expect([newer.asked, read, found.ok && found.whole]).toEqual([[1, 251], [250, 500], true]);
    const whole = queue(() => 1100);
    await askPages(whole.ask, { isKnown: known });
    expect(whole.asked).toEqual([1, 251, 501, 751, 1001]);
    const broken = await askPages(queue(() => 1100, 2).ask);
    expect(broken.ok && [broken.jobs.length, broken.whole]).toEqual([500, false]);
    expect(await askPages(queue(() => 1100, 0).ask)).toEqual({ ok: false });
  });
});

test.each([
  ['id', ['uuid', 'GUID', 'job-uuid', 'Job UUID', 'jobguid'], ['user uuid', 'uuids', 'uuid of printer']],
  [
    'media',
    ['media', 'Paper', 'paper size', 'papersize', 'sheet-size', 'sheet', 'Size', 'format'],
    ['number of media', 'paper type', 'sheets', 'file format', 'media type', 'size in kB'],
  ],
  [
    'queue',
    ['printer', 'Printer name', 'printer-name', 'printername', 'queue', 'Device'],
    ['printer type', 'print queue', 'devices', 'by printer'],
  ],
] as const)('a column is %s by its whole name, not by a part of one', (field, names, others) => {
  const column = (name: string) => guessCsvMapping(`Title,${name}\nA,b`)?.columns[field];
  for (const name of names) expect([name, column(name)]).toEqual([name, name]);
  for (const name of others) expect([name, column(name)]).toEqual([name, undefined]);
});
