import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { deflateSync } from 'node:zlib';
import { join } from 'node:path';
import { describe, expect, test } from '@jest/globals';
import { inkNow, Ledger } from '@hiraeth/core/ledger';
import { parseWorkbook, serializeWorkbook } from '@hiraeth/core/workbook';
import type { EditionQuote } from '@hiraeth/core/cost';
import type { PrinterPlan, UseForecast } from '@hiraeth/core/plan';
import type { SpokenReport } from '@hiraeth/core/words';
import { encode } from 'fast-png';
import encodeWebp, { init } from '@jsquash/webp/encode.js';
import jpeg from 'jpeg-js';
import { makeChance, NINE_LAYOUT, photographCheck } from '../../rig/src';
import { cartridge, define, fill, script, setUp, weigh, install, print } from '@hiraeth/core/testing';
import { main, readText } from './main';

const { resolve } = createRequire(import.meta.url);
const dir = mkdtempSync(join(tmpdir(), 'hiraeth-'));
const facts = script([...setUp, weigh('cyan', 63.42), install, print(20), weigh('cyan', 60)]);
const file = join(dir, 'room.hiraeth.json');
writeFileSync(file, serializeWorkbook(facts, '2026-04-01T00:00:00.000Z'));
const broken = join(dir, 'broken.hiraeth.json');
writeFileSync(broken, serializeWorkbook(script([...setUp, weigh('cyan', 20)]), '2026-04-01T00:00:00.000Z'));

async function run(...argv: string[]) {
  const out: string[] = [];
  const err: string[] = [];
  const code = await main(
    argv,
    { stdout: { write: (t) => out.push(t) }, stderr: { write: (t) => err.push(t) } },
    () => Date.parse('2026-04-02T00:00:00Z'),
  );
  return { code, out: out.join(''), err: err.join('') };
}

test('report --json gives the same numbers as the core', async () => {
  const { code, out } = await run('report', file, '--at', '2026-03-31', '--json');
  const report = JSON.parse(out) as SpokenReport;
  const ledger = Ledger.from(facts);
  expect(code).toBe(0);
  expect(report.cartridges[0]!.inkMl).toBe(inkNow(ledger, 'cyan', '2026-03-31T23:59:59.999Z')!.value);
  expect(report.printers[0]!.copies).toBe(20);
  expect((await run('report', file)).out).toMatch(/cyan\s+Test printer: cyan\s+1\d\.\d+ ± 0\.\d+ ml/);
});

test.each(['--help', '-h', 'help'])('%s says what there is', async (word) => {
  const { code, out, err } = await run(word);
  expect([code, err]).toEqual([0, '']);
  expect(out).toMatch(/^hiraeth report FILE/);
});

test('a file of plain letters and one of others are read alike', async () => {
  const named = join(dir, 'named.hiraeth.json');
  writeFileSync(named, readFileSync(file, 'utf8').replaceAll('Test room', 'Y Stiwdio Fôr'));
  const [plain, other] = await Promise.all([run('report', file, '--json'), run('report', named, '--json')]);
  const name = (out: string) => (JSON.parse(out) as SpokenReport).name;
  expect([name(plain.out), name(other.out)]).toEqual(['Test room', 'Y Stiwdio Fôr']);
  expect(other.out.replace('Y Stiwdio Fôr', 'Test room')).toBe(plain.out);
  writeFileSync(named, `\ufeff${readFileSync(file, 'utf8')}`, 'utf16le');
  expect((await run('report', named, '--json')).out).toBe(plain.out);
});

test('prints of unknown ink have no cost, and the reason is the right one', async () => {
  const unknown = join(dir, 'unknown.hiraeth.json');
  writeFileSync(
    unknown,
    serializeWorkbook(script([...setUp, install, print(20)]), '2026-04-01T00:00:00.000Z'),
  );
  const { out } = await run('report', unknown);
  expect(out).toMatch(
    /no comparison: of no print is the ink known\n +20 prints are left out, the last of 2026/,
  );
  expect(out).not.toMatch(/no price/);
});

test('--at leaves later facts out', async () => {
  const { out } = await run('report', file, '--at', '2026-03-01T09:15:30Z', '--json');
  expect((JSON.parse(out) as SpokenReport).cartridges[0]!.inkMl).toBeCloseTo(20.526, 3);
});

test.each([
  [[], 2, /What shall be done/],
  [['report'], 2, /Which file/],
  [['report', file, '--at', 'yesterday'], 2, /not a date/],
  [['report', file, '--loud'], 2, /not an option/],
  [['report', join(dir, 'none')], 3, /cannot be read/],
  [['check', file], 0, /^$/],
  [['check', broken], 1, /^$/],
])('%j exits with %d', async (argv, code, complaint) => {
  const result = await run(...argv);
  expect(result.code).toBe(code);
  expect(result.err).toMatch(complaint);
  if (code === 1) expect(result.out).toMatch(/error.*lighter than cyan empty/);
});

test('the terminal shows the same numbers in columns, with their doubt and what it means', async () => {
  const { out } = await run('report', file);
  expect(out).toMatch(/^Test room, 2026-04-02 00:00 UTC, \d+ entries\n/);
  expect(out).toMatch(/Cartridge +where +ink now +fills +added +used +lost\n/);
  expect(out).toMatch(/magenta .*weigh it first/);
  expect(out).toMatch(/Test printer: 20 prints, 249 dm²; \d+\.\d ml on paper/);
  expect(out).toMatch(/refill +£\d+\.\d{3} a print +£0\.\d{3} a ml/);
  expect(out).toMatch(/balance .* = .* printed \+ .* on hand; gap -?\d+\.\d ± \d+\.\d ml\n/);
  expect(out).toMatch(/\(± is the expanded uncertainty at about 95 %, 1\.96 u\)\n$/);
  expect(out).not.toMatch(/\u00a0|undefined|NaN/);
});

test('check says how much is wrong, in words or as data', async () => {
  const text = await run('check', broken);
  expect(text.out).toMatch(/^Test room: \d+ entries, 1 to look at\nerror/);
  const data = JSON.parse((await run('check', broken, '--json')).out) as Pick<
    SpokenReport,
    'facts' | 'problems'
  >;
  expect(data.problems).toHaveLength(1);
  expect(data.problems[0]).toMatchObject({ severity: 'error', at: expect.stringMatching(/^2026-03-01T/) });
  expect((await run('check', file)).out).toMatch(/nothing to complain of\n$/);
  // Of a clock that ran ahead: no screen keeps it to itself, nor does this.
  const later = script([print(7)], '2031-01-01T00:00:00.000Z');
  const ahead = join(dir, 'ahead.json');
  writeFileSync(ahead, serializeWorkbook([...facts, ...later], '2026-04-01T00:00:00.000Z'));
  expect((await run('check', ahead)).out).toMatch(
    /1 to look at\nwarning {2}2031-01-01 00:01 {2}The time .* has not come yet/,
  );
});

test.each<[string, string | Uint8Array, RegExp]>([
  ['cut off', serializeWorkbook(facts, '2026-04-01T00:00:00.000Z').slice(0, 900), /was cut off/],
  ['not ours', '{"a":1}', /not a Hiraeth workbook/],
  ['a picture', Uint8Array.from([0x89, 0x50, 0x4e, 0x47]), /letters are not UTF-8/],
  ['no workbook', '%PDF-1.4', /not a workbook file/],
  [
    'wrong inside',
    serializeWorkbook(facts, '2026-04-01T00:00:00.000Z').replace('"copies":20', '"copies":-2'),
    /facts\[\d+\]\.copies \(printed\): /,
  ],
])(
  'a file that is %s is refused with exit 3 and its reason, nothing on standard output',
  async (_name, content, words) => {
    const bad = join(dir, 'bad.hiraeth.json');
    writeFileSync(bad, content);
    const { code, out, err } = await run('report', bad);
    expect([code, out]).toEqual([3, '']);
    expect(err).toMatch(words);
  },
);

test('an amended log is reported as it stands at each date', async () => {
  const at = async (date: string): Promise<number> =>
    (JSON.parse((await run('report', file, '--at', date, '--json')).out) as SpokenReport).facts;
  expect(await at('2026-02-01')).toBeLessThan(await at('2026-03-01'));
  expect(await at('2026-03-01')).toBe(facts.length);
});

const EDITION = ['--printer', 'Test printer', '--subject', 'Any', '--size', '297x420', '--copies', '10'];

test('quote prices an edition, as data and in words', async () => {
  const { code, out } = await run('quote', file, ...EDITION, '--spoils', '2', '--paper', '150', '--json');
  const quote = JSON.parse(out) as EditionQuote;
  expect(code).toBe(0);
  expect(quote).toMatchObject({ sheets: 12, paperMinor: 1800 });
  expect(quote.channels.map((channel) => channel.name)).toEqual(['cyan', 'magenta', 'yellow']);
  const text = await run('quote', file, ...EDITION);
  expect(text.out).toMatch(/^10 × Any, 297 × 420 mm, on Test printer: 10 sheets\n/);
  expect(text.out).toMatch(/cyan +\d+\.\d+ ± \d+\.\d+ ml, to have above the reserve \d+\.\d ml/);
});

/** A PNG that says it has this size, with so many bytes packed into it. */
function sayingPng(name: string, sidePx: number, bytes: number): string {
  const image = Buffer.from(
    encode({ width: 1, height: 1, data: new Uint8Array([9, 9, 9]), channels: 3, depth: 8 }),
  );
  const packed = deflateSync(Buffer.alloc(bytes));
  const at = image.indexOf('IDAT') - 4;
  const chunk = Buffer.alloc(12 + packed.length);
  chunk.writeUInt32BE(packed.length, 0);
  chunk.write('IDAT', 4, 'ascii');
  packed.copy(chunk, 8);
  image.writeUInt32BE(sidePx, 16);
  image.writeUInt32BE(sidePx, 20);
  const path = join(dir, name);
  writeFileSync(path, Buffer.concat([image.subarray(0, at), chunk, image.subarray(-12)]));
  return path;
}

test('read-check counts the lines of a photographed check; what cannot be read says why', async () => {
  const width = 900;
  const height = 675;
  const { photo } = photographCheck(
    { ...NINE_LAYOUT, fields: NINE_LAYOUT.fields.slice(0, 3) },
    { pk: [7, 100] },
    {
      ...{ width, height, chance: makeChance(3), perspective: 0.02, turn: 4, noise: 3, blur: 0.6 },
      ...{ dim: 0.7, glow: 0.05 },
    },
  );
  const layout = join(dir, 'layout.json');
  writeFileSync(layout, JSON.stringify({ ...NINE_LAYOUT, fields: NINE_LAYOUT.fields.slice(0, 3) }));
  const jpg = join(dir, 'check.jpg');
  writeFileSync(jpg, jpeg.encode({ width, height, data: Uint8Array.from(photo.rgba) }, 90).data);
  const { code, out } = await run('read-check', jpg, '--layout', layout, '--json');
  expect(code).toBe(0);
  expect(JSON.parse(out)).toMatchObject({
    refused: null,
    channels: [
      { slotId: 'pk', lines: 180, gaps: [{ line: 7, from: 0, to: 1 }, { line: 100 }], unsure: [] },
      { slotId: 'mk', gaps: [] },
      { slotId: 'gy', gaps: [] },
    ],
  });
  expect((await run('read-check', jpg, '--layout', layout)).out).toMatch(
    /pk +2 missing: 7 \(.*, of 180 lines/,
  );
  const webp = join(dir, 'check.webp');
  await init(new WebAssembly.Module(readFileSync(resolve('@jsquash/webp/codec/enc/webp_enc_simd.wasm'))));
  const picture = { width, height, data: Uint8ClampedArray.from(photo.rgba), colorSpace: 'srgb' as const };
  writeFileSync(webp, Buffer.from(await encodeWebp(picture as never, { quality: 90 })));
  const same = JSON.parse((await run('read-check', webp, '--layout', layout, '--json')).out) as unknown;
  expect(same).toMatchObject({
    refused: null,
    channels: [{ gaps: [{ line: 7 }, { line: 100 }] }, { gaps: [] }, { gaps: [] }],
  });
  const blank = join(dir, 'blank.png');
  const white = {
    width: 90,
    height: 60,
    channels: 3,
    depth: 8,
    data: new Uint8Array(16_200).fill(250),
  } as const;
  writeFileSync(blank, encode(white));
  const [heic, tiff] = ['0000ftypheic', 'II*\0'].map((bytes, i) => {
    const path = join(dir, `kind-${i}`);
    writeFileSync(path, bytes.padEnd(64, '\0'));
    return path;
  }) as [string, string];
  const cut = join(dir, 'cut.webp');
  writeFileSync(cut, readFileSync(webp).subarray(0, 60));
  const huge = sayingPng('huge.png', 60_000, 100);
  const bomb = sayingPng('bomb.png', 40, 200_000_000);
  for (const [argv, exit, words] of [
    [[blank, '--layout', layout], 1, /four dark marks/],
    [[file, '--layout', layout], 3, /no PNG, JPEG or WebP/],
    [[heic, '--layout', layout], 3, /HEIC picture.* as JPEG/],
    [[tiff, '--layout', layout], 3, /TIFF picture. Save it as PNG or JPEG/],
    // Said to be 3.6 gigapixels; and some kilobytes that would unpack to two hundred megabytes.
    [[huge, '--layout', layout], 3, /60000 × 60000 pixels. Save a smaller copy/],
    [[cut, '--layout', layout], 3, /no PNG, JPEG or WebP/],
    [[bomb, '--layout', layout], 3, /no PNG, JPEG or WebP/],
    [[jpg, '--layout', file], 3, /layout cannot be used/],
    [[jpg], 2, /Which layout\?/],
    [[jpg, '--layout', layout, '--corners', '1,2 3'], 3, /--corners are four points/],
  ] as const) {
    const said = await run('read-check', ...argv);
    expect(said.out + said.err).toMatch(words);
    expect(said.code).toBe(exit);
  }
});

test('forecast and score speak of each channel', async () => {
  const { code, out } = await run('forecast', file, '--from', '2026-03-02', '--to', '2026-03-20', '--json');
  const found = JSON.parse(out) as UseForecast;
  expect(code).toBe(0);
  expect(found.printers[0]!.channels.map(({ slotId }) => slotId)).toEqual(['cyan', 'magenta', 'yellow']);
  for (const channel of found.printers[0]!.channels) expect(channel.low).toBeLessThanOrEqual(channel.useMl);
  const score = await run('score', file);
  expect([score.code, score.err]).toEqual([0, '']);
  expect(score.out).toMatch(/forecast|Nothing was weighed twice/);
});

test('plan says what it does not know instead of a date', async () => {
  const { code, out } = await run('plan', file, '--at', '2026-03-03', '--json');
  expect(code).toBe(0);
  expect((JSON.parse(out) as { printers: PrinterPlan[] }).printers[0]).toMatchObject({
    id: 'printer',
    notKnown: 'noRhythm',
  });
  expect((await run('plan', file, '--at', '2026-03-03')).out).toMatch(/Test printer/);
});

test('a day is in its period whole: --from begins with it, --to ends with it', async () => {
  const copies = async (...period: string[]): Promise<number> =>
    (JSON.parse((await run('report', file, ...period, '--json')).out) as SpokenReport).printers[0]!.copies;
  expect(await copies('--from', '2026-03-01', '--to', '2026-03-01')).toBe(20);
  expect(await copies('--from', '2026-03-02', '--to', '2026-03-03')).toBe(0);
});

test('costs of a period: --from leaves out what was before', async () => {
  const { out } = await run('report', file, '--from', '2026-03-20', '--to', '2026-03-31', '--json');
  const report = JSON.parse(out) as SpokenReport;
  expect(report.version).toBe(4);
  expect(report.printers[0]!.copies).toBe(0);
});

test.each([
  [['forecast', file], /needs --from and --to/],
  [['quote', file, ...EDITION.slice(2)], /Which printer\? This workbook has printer \(Test printer\)/],
  [['quote', file, ...EDITION, '--size', 'large'], /A size in mm/],
  [['quote', file, ...EDITION, '--copies', '0'], /How many copies/],
  [['quote', file, ...EDITION, '--on', 'vellum'], /On which paper/],
  [['quote', file, ...EDITION, '--paper', '1.5'], /whole numbers/],
  [['plan', file, '--weeks', 'many'], /weeks/i],
])('%j is answered with what to say instead', async (argv, complaint) => {
  const result = await run(...argv);
  expect([result.code, result.out]).toEqual([2, '']);
  expect(result.err).toMatch(complaint);
});

test('steps lays a refill out: what each step needs, where each answer leads, what stops it', async () => {
  const { code, out } = await run('steps', file, '--cartridge', 'cyan', '--json');
  const laid = JSON.parse(out) as {
    steps: {
      id: string;
      requires: object;
      doseMl: number | null;
      answers: { code: string; leadsTo: string }[];
    }[];
    problems: string[];
  };
  expect([code, laid.problems]).toEqual([0, []]);
  const step = (id: string) => laid.steps.find((one) => one.id === id)!;
  expect(step('open').requires).toEqual({ plug: null, vent: null, seal: null, keeper: 'on', tape: null });
  expect(step('load-0-0').doseMl).toBeGreaterThan(20);
  expect(step('drip-1').answers).toContainEqual({ code: 'tooFull', leadsTo: 'drip-1-hole-open' });
  const wrong = await run('steps', file, '--cartridge', 'cyan', '--bottle', 'bottle-magenta', '--json');
  expect((JSON.parse(wrong.out) as typeof laid).problems).toEqual(['mismatch']);
  const quick = await run('steps', file, '--cartridge', 'cyan', '--quick');
  expect(quick.out).toMatch(/Weigh it as it is[^]*Inject slowly[^]*Weigh it full/);
  expect(quick.out).not.toMatch(/Shake/);
});

test.each([
  [['steps', file], /Which cartridge\? .*cyan \(cyan\)/],
  [['steps', file, '--cartridge', 'cyan', '--method', 'pour'], /not a method: funnelToLine/],
  [['steps', file, '--cartridge', 'cyan', '--occasion', 'now'], /not an occasion: first/],
  [['import', file], /What are they\?/],
  [['import', file, '--as', 'csv'], /Which files/],
])('%j is asked back', async (argv, complaint) => {
  const { code, err } = await run(...argv);
  expect([code, err]).toEqual([2, expect.stringMatching(complaint)]);
});

test('checks and shades: the head and the colours of each printer', async () => {
  const looked = join(dir, 'looked.hiraeth.json');
  const patch = (l: number) => [{ name: 'A1', lab: [l, 0, 0] as [number, number, number] }];
  const chart = {
    kind: 'shadeMeasured',
    printerId: 'printer',
    chart: 'Rows',
    condition: 'M1',
    illuminant: 'D50',
  } as const;
  const book = script([
    ...setUp,
    weigh('cyan', 80),
    install,
    { kind: 'nozzleChecked', printerId: 'printer', gaps: [{ slotId: 'cyan', nozzles: 2 }] },
    { ...chart, ink: 'original', patches: patch(50) },
    { ...chart, ink: 'refill', patches: patch(54) },
    { kind: 'profiled', printerId: 'printer', name: 'Rag' },
    fill('cyan', 8, { bottleId: 'bottle-magenta' }),
  ]);
  writeFileSync(looked, serializeWorkbook(book, '2026-04-01T00:00:00.000Z'));
  const checks = await run('checks', looked, '--at', '2026-03-02');
  expect(checks.out).toMatch(
    /Test printer: One cleaning of these channels alone[^]*cyan +not every line there, 2 missing/,
  );
  const shades = await run('shades', looked, '--at', '2026-03-02');
  expect(shades.out).toMatch(/profile anew\? Now[^]*against the original: Plainly different; mean ΔE00 3\.9/);
  const data = JSON.parse((await run('shades', looked, '--json')).out) as {
    printers: { series: object[] }[];
  };
  expect(data.printers[0]!.series).toMatchObject([
    { chart: 'Rows', againstOriginal: { count: 1, verdict: 'plain' } },
  ]);
});

describe('log: one entry from a script, held against the workbook as the app does', () => {
  const out = join(dir, 'logged.hiraeth.json');
  const log = (...words: string[]) =>
    run('log', file, '--at', '2026-04-01T12:00:00Z', '--out', out, '--do', ...words);
  const last = (): unknown => {
    const read = parseWorkbook(readFileSync(out, 'utf8'));
    if (!read.ok) throw new Error('it does not open again');
    expect(read.value.facts).toHaveLength(facts.length + 1);
    return read.value.facts.at(-1);
  };

  test.each([
    ['weigh --cartridge cyan --g 59,5', { kind: 'weighed', subjectId: 'cyan', massG: { value: 59.5 } }],
    [
      'fill --cartridge cyan --bottle bottle-cyan --ml 12.5',
      { kind: 'filled', ml: { value: 12.5, u: 0.375 } },
    ],
    [
      'print --printer printer --subject any --size 210x297 --copies 3',
      { kind: 'printed', copies: 3, widthMm: 210, heightMm: 297 },
    ],
    ['weigh --cartridge cyan --g 59-60', { kind: 'weighed', massG: { value: 59.5 }, range: [59, 60] }],
    ['level --cartridge cyan --percent 40', { kind: 'levelSeen', cartridgeId: 'cyan', fraction: 0.4 }],
    ['clean --printer printer', { kind: 'cleaned', level: 'light' }],
    [
      'clean --printer printer --level group --channels magenta,cyan',
      { kind: 'cleaned', level: 'group', slotIds: ['magenta', 'cyan'] },
    ],
    ['buy --what tools --name Funnel --price 4.50', { kind: 'purchased', priceMinor: 450 }],
    ['reset --cartridge cyan --sure', { kind: 'chipReset', cartridgeId: 'cyan', worked: true }],
  ])('%s', async (words, fact) => {
    const { code, err } = await log(...words.split(' '));
    expect([code, err]).toEqual([0, '']);
    expect(last()).toMatchObject({ ...fact, at: '2026-04-01T12:00:00.000Z' });
  });

  test.each([
    ['clean --printer printer --level gentle', /--level light\|deep\|group\|recharge/],
    ['clean --printer printer --level group', /Which channels did it clean\?/],
    ['clean --printer printer --channels puce', /Test printer has cyan, magenta, yellow/],
    ['level --cartridge cyan --percent 140', /from 0 to 100/],
  ])('%s: it is said what is missing, and nothing is written', async (words, says) => {
    writeFileSync(out, 'untouched');
    const { code, err } = await log(...words.split(' '));
    expect([code, err]).toEqual([2, expect.stringMatching(says)]);
    expect(readFileSync(out, 'utf8')).toBe('untouched');
  });

  test('what the app would ask about is asked about here: nothing is written until --sure; what cannot be stays out', async () => {
    writeFileSync(out, 'untouched');
    const asked = await log('weigh', '--cartridge', 'cyan', '--g', '45');
    expect([asked.code, asked.out]).toEqual([1, expect.stringMatching(/Nothing was written/)]);
    expect((await log('weigh', '--cartridge', 'cyan', '--g', '900', '--sure')).code).toBe(1);
    expect(readFileSync(out, 'utf8')).toBe('untouched');
    expect((await log('weigh', '--cartridge', 'cyan', '--g', '45', '--sure')).code).toBe(0);
    expect(last()).toMatchObject({ massG: { value: 45 } });
    // Said why, it is asked nothing, and the reason counts.
    expect((await log('weigh', '--cartridge', 'cyan', '--g', '45', '--because', 'spilt')).code).toBe(0);
    expect(last()).toMatchObject({ massG: { value: 45 }, because: 'spilt' });
  });

  test('a name that several things have names none of them: a weight is never written to another one', async () => {
    const twins = join(dir, 'twins.hiraeth.json');
    const called = ['cyan', 'magenta'].map((id) => define({ ...cartridge(id, id), label: 'Twin' }));
    const book = [...facts, ...script(called, '2026-03-30T00:00:00.000Z')];
    writeFileSync(twins, serializeWorkbook(book, '2026-04-01T00:00:00.000Z'));
    const weighed = (name: string) =>
      run('log', twins, '--out', out, '--do', 'weigh', '--cartridge', name, '--g', '59.5', '--sure');
    const asked = await weighed('Twin');
    expect([asked.code, asked.err]).toEqual([
      2,
      expect.stringMatching(/2 are called Twin: cyan \(Twin\), magenta \(Twin\)\. Name it by its id/),
    ]);
    expect((await weighed('magenta')).code).toBe(0);
    const written = parseWorkbook(readFileSync(out, 'utf8'));
    expect(written.ok && written.value.facts.at(-1)).toMatchObject({ subjectId: 'magenta' });
  });

  test('a day that is today is today until now: it is not held to be of the future', async () => {
    const words = ['--out', out, '--do', 'weigh', '--cartridge', 'cyan', '--g', '59.5'];
    expect((await run('log', file, '--at', '2026-04-02', ...words)).code).toBe(0);
    expect(last()).toMatchObject({ at: '2026-04-02T00:00:00.000Z' });
    expect((await run('log', file, '--at', '2026-04-03', ...words)).out).toMatch(/has not come yet/);
  });

  test.each([
    ['dance', /What was done\?/],
    ['weigh --cartridge nobody --g 60', /Which cartridge\? .*cyan/],
    ['weigh --cartridge cyan', /How much\? --g/],
    ['weigh --cartridge cyan --g sixty', /not a number/],
    ['print --printer printer --subject any --size A4', /How large\?/],
    ['buy --what bottle', /What was bought\?/],
    ['print --printer printer --subject any --size 210x297 --copies 2.5', /whole number/],
    ['weigh --cartridge cyan --g 60 --because whim', /Why\?/],
  ])('%s: the question says what is missing', async (words, said) => {
    const { code, err } = await log(...words.split(' '));
    expect([code, err]).toEqual([2, expect.stringMatching(said)]);
  });
});

test('import: a page log is logged by rule into a new file, and the second time nothing is left of it', async () => {
  const room = join(dir, 'rules.hiraeth.json');
  const rules = script([
    ...setUp,
    define({
      entity: 'jobRule',
      id: 'r',
      name: 'Photos',
      queue: 'photo10',
      title: '*.jpg',
      printerId: 'printer',
      subjectId: 'any',
      paperId: null,
      ignore: false,
    }),
  ]);
  writeFileSync(room, serializeWorkbook(rules, '2026-04-01T00:00:00.000Z'));
  const log = join(import.meta.dirname, '../../core/src/jobs/testing/page_log.default');
  const out = join(dir, 'after.hiraeth.json');
  const first = await run('import', room, log, '--as', 'page-log', '--out', out, '--json');
  const found = JSON.parse(first.out) as {
    drafts: { tray: string; title: string }[];
    logged: number;
    duplicates: number;
  };
  expect([first.code, found.logged, found.drafts.filter(({ tray }) => tray === 'waiting').length]).toEqual([
    0, 2, 12,
  ]);
  const after = parseWorkbook(readFileSync(out, 'utf8'));
  expect(after.ok && after.value.facts.filter((fact) => fact.kind === 'printed')).toMatchObject([
    { title: 'IMG_0042.jpg', copies: 1, widthMm: 210, job: { queue: 'photo10', number: 2 } },
    { title: 'photo.jpg', copies: 1, widthMm: 127 },
  ]);
  const again = await run('import', out, log, '--as', 'page-log', '--json');
  expect(JSON.parse(again.out)).toMatchObject({ logged: 0, duplicates: 2 });
  const words = await run('import', room, log, '--as', 'page-log');
  expect(words.out).toMatch(/^2 logged by rule, 12 wait for a word, 0 put away, 0 known already/);
  expect((await run('import', room, log, '--as', 'jobs')).err).toMatch(/no answer of a print system/);
  expect((await run('import', room, log, '--as', 'page-log', '--format', '%u')).err).toMatch(/has no %T/);
  // Another format is not guessed in silence.
  const other = join(dir, 'other_log');
  writeFileSync(
    other,
    '[24/Nov/2026:10:00:00 +0100];q;7;Sea;3\n[25/Nov/2026:10:00:00 +0100];q;8;Bay at night;1\n',
  );
  expect((await run('import', room, other, '--as', 'page-log')).err).toContain("seems to be '%T;%p;%j;");
  expect((await run('import', room, log, '--as', 'page-log', '--out', join(dir, 'no', 'where'))).err).toMatch(
    /could not be written/,
  );
});

test('letters of several bytes come whole, wherever a long file is cut to be read', async () => {
  for (const lead of ['', 'a', 'ab', 'abc']) {
    const text = lead + '🖨×€é'.repeat(150_000);
    const long = join(dir, 'long.txt');
    writeFileSync(long, text);
    const read = await readText(long);
    expect(read.ok && read.value === text).toBe(true);
  }
});
