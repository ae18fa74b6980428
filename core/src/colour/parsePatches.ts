import { fail, ok, type Result } from '../quantity';
import type { Lab } from './deltaE';
import { measuredUnder, type MeasuredUnder } from './measuredUnder';

export interface Patch {
  readonly name: string;
  readonly lab: Lab;
}

/** What a file's patches are, and what is odd about it though it can be read. */
export interface ReadPatches {
  readonly patches: readonly Patch[];
  readonly under: MeasuredUnder;
  readonly notes: readonly PatchNote[];
}

export type PatchNote =
  /** It promises another number of patches than it has. */
  | { readonly code: 'patchCount'; readonly said: number; readonly found: number }
  /** All names are numbers alone: the chart's own, or only the order in which it was measured. */
  | { readonly code: 'patchNumbers'; readonly first: string; readonly last: string };

export type PatchProblem =
  | { readonly code: 'patchesEmpty' }
  | { readonly code: 'patchesSpectral' }
  | { readonly code: 'patchesIlluminant'; readonly illuminant: string }
  | { readonly code: 'patchesNoLab'; readonly line: number }
  | { readonly code: 'patchesFew'; readonly line: number; readonly have: number; readonly need: number }
  | { readonly code: 'patchesNumber'; readonly line: number; readonly text: string }
  | { readonly code: 'patchesRange'; readonly line: number; readonly text: string }
  | { readonly code: 'patchesTwice'; readonly line: number; readonly name: string }
  | { readonly code: 'patchesTooMany'; readonly most: number };

const MOST_PATCHES = 2500;
/** Patches with a spectrum each are a tenth as long. */
const MOST_LETTERS = 8_000_000;

/**
 * Measured patches from text: CGATS.17 (its DATA_FORMAT names the columns), a table with a header (comma, semicolon or tab), or
 * lines of `name L a b`. Decimal commas are read where they cannot be separators; keywords that are not known and comments
 * (`#`) are passed over, wherever they stand.
 *
 * @param text as measured, exported or typed
 * @returns patches in their order, names unique, and how they were measured where that is said; or what is wrong, with its line
 */
export function parsePatches(text: string): Result<ReadPatches, PatchProblem> {
  if (text.length > MOST_LETTERS) return fail({ code: 'patchesTooMany', most: MOST_PATCHES });
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/);
  if (lines.every((line) => line.trim() === '')) return fail({ code: 'patchesEmpty' });
  const isCgats = lines.some((line) => /^\s*BEGIN_DATA(_FORMAT)?\s*$/i.test(line));
  const read = isCgats ? cgats(lines) : table(lines);
  if (!read.ok) return read;
  const patches = read.value;
  const head = isCgats ? headOf(lines) : [];
  const under = measuredUnder(head);
  // Computed for another light it would have to be converted, and that is not done in silence.
  if (under.illuminant !== null && !KNOWN_LIGHT.test(under.illuminant))
    return fail({ code: 'patchesIlluminant', illuminant: under.illuminant });
  const notes: PatchNote[] = [];
  const said = head.map((line) => /^\s*NUMBER_OF_SETS\s+"?(\d+)/i.exec(line)?.[1]).findLast((n) => n);
  if (said !== undefined && Number(said) !== patches.length)
    notes.push({ code: 'patchCount', said: Number(said), found: patches.length });
  if (patches.every(({ name }) => /^\d+$/.test(name)))
    notes.push({ code: 'patchNumbers', first: patches[0]!.name, last: patches.at(-1)!.name });
  return ok({ patches, under, notes });
}

const KNOWN_LIGHT = /^D(50|65)$/;

/** Lines that say what the data are. */
function headOf(lines: readonly string[]): readonly string[] {
  const end = lines.findIndex((line) => /^\s*BEGIN_DATA\s*$/i.test(line));
  return lines.slice(0, end < 0 ? lines.length : end);
}

const isComment = (line: string): boolean => line.trimStart().startsWith('#');

/** Columns of reflectance by wavelength. */
const isSpectral = (fields: readonly string[]): boolean =>
  fields.filter((field) => /^"?(SPECTRAL|NM|SPEC|R)?_?[3-7]\d0("?|nm)$/i.test(field.trim())).length >= 3;

interface Columns {
  readonly name: number | null;
  readonly lab: readonly [number, number, number];
}

function columnsOf(fields: readonly string[]): Columns | null {
  const clean = fields.map((field) =>
    field
      .trim()
      .toUpperCase()
      .replace(/["*\s]/g, ''),
  );
  // The first name of the list that is there: a name goes before a running number.
  const find = (...names: string[]): number =>
    names.map((name) => clean.indexOf(name)).find((column) => column >= 0) ?? -1;
  const lab = [find('LAB_L', 'L', 'CIEL'), find('LAB_A', 'A', 'CIEA'), find('LAB_B', 'B', 'CIEB')] as const;
  if (lab.some((column) => column < 0)) return null;
  const name = find('SAMPLE_NAME', 'SAMPLE_ID', 'SAMPLE_LOC', 'SAMPLEID', 'NAME', 'PATCH', 'ID');
  return { name: name < 0 ? null : name, lab };
}

function cgats(lines: readonly string[]): Result<readonly Patch[], PatchProblem> {
  let columns: Columns | null = null;
  let fields: string[] = [];
  let part: 'head' | 'format' | 'data' = 'head';
  const reader = new Reader();
  for (const [i, line] of lines.entries()) {
    const words = line.trim();
    const keyword = words.toUpperCase();
    if (keyword === 'BEGIN_DATA_FORMAT') part = 'format';
    else if (keyword === 'END_DATA_FORMAT') {
      part = 'head';
      columns = columnsOf(fields);
      if (!columns)
        return fail(isSpectral(fields) ? { code: 'patchesSpectral' } : { code: 'patchesNoLab', line: i + 1 });
    } else if (keyword === 'BEGIN_DATA') {
      if (!columns) return fail({ code: 'patchesNoLab', line: i + 1 });
      part = 'data';
    } else if (keyword === 'END_DATA') break;
    else if (part === 'format') fields = [...fields, ...splitQuoted(words, /\s+/)];
    else if (part === 'data' && words !== '' && columns && !isComment(words)) {
      const problem = reader.take(splitQuoted(words, /\s+/), columns, i + 1);
      if (problem) return fail(problem);
    }
  }
  return reader.done();
}

function table(lines: readonly string[]): Result<readonly Patch[], PatchProblem> {
  const filled = lines
    .map((line, i) => ({ line, at: i + 1 }))
    .filter(({ line }) => line.trim() !== '' && !isComment(line));
  if (filled.length === 0) return fail({ code: 'patchesEmpty' });
  const separator = /\t/.test(text(filled)) ? /\t/ : /;/.test(text(filled)) ? /;/ : null;
  const split = (line: string): string[] => {
    if (separator) return splitQuoted(line, separator);
    // Commas separate where spaces do not: then they are no decimal commas.
    return /\s/.test(line.trim()) && !/,\s/.test(line)
      ? splitQuoted(line.trim(), /\s+/)
      : splitQuoted(line, /,\s*/);
  };
  const [first, ...rest] = filled;
  const header = columnsOf(split(first!.line));
  if (!header && isSpectral(split(first!.line))) return fail({ code: 'patchesSpectral' });
  const reader = new Reader();
  for (const { line, at } of header ? rest : filled) {
    const fields = split(line);
    const columns: Columns =
      header ?? (fields.length >= 4 ? { name: 0, lab: [1, 2, 3] } : { name: null, lab: [0, 1, 2] });
    const problem = reader.take(fields, columns, at);
    if (problem) return fail(problem);
  }
  return reader.done();
}

const text = (lines: readonly { readonly line: string }[]): string =>
  lines.map(({ line }) => line).join('\n');

/** Splits at a separator, but not within quotation marks, which fall away. */
function splitQuoted(line: string, separator: RegExp): string[] {
  const fields: string[] = [];
  let rest = '';
  line.split('"').forEach((part, i) => {
    // Every second part stands between quotation marks.
    if (i % 2 === 1) return void (rest += part);
    const [first = '', ...others] = part.split(separator);
    rest += first;
    for (const other of others) {
      fields.push(rest.trim());
      rest = other;
    }
  });
  return [...fields, rest.trim()];
}

const NUMBER = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)([eE][+-]?\d+)?$/;

/** Takes rows one by one; remembers names. */
class Reader {
  private readonly patches: Patch[] = [];
  private readonly names = new Set<string>();

  take(fields: readonly string[], { name, lab }: Columns, line: number): PatchProblem | null {
    const need = Math.max(...lab, name ?? 0) + 1;
    if (fields.length < need) return { code: 'patchesFew', line, have: fields.length, need };
    const values: number[] = [];
    for (const column of lab) {
      const word = fields[column]!;
      if (!NUMBER.test(word)) return { code: 'patchesNumber', line, text: word.slice(0, 40) };
      values.push(Number(word.replace(',', '.')));
    }
    const [l, a, b] = values as [number, number, number];
    if (l < -1 || l > 110 || Math.abs(a) > 200 || Math.abs(b) > 200)
      return { code: 'patchesRange', line, text: `${l} ${a} ${b}` };
    const called = (name === null ? '' : fields[name]!) || `${this.patches.length + 1}`;
    if (this.names.has(called)) return { code: 'patchesTwice', line, name: called.slice(0, 40) };
    if (this.patches.length >= MOST_PATCHES) return { code: 'patchesTooMany', most: MOST_PATCHES };
    this.names.add(called);
    // No minus zero: what goes out comes back the same.
    this.patches.push({ name: called.slice(0, 120), lab: [l + 0, a + 0, b + 0] });
    return null;
  }

  done(): Result<readonly Patch[], PatchProblem> {
    return this.patches.length === 0 ? fail({ code: 'patchesEmpty' }) : ok(this.patches);
  }
}

/** The same patches as a CGATS.17 file, to be read by any colour program. */
export function patchesAsCgats(patches: readonly Patch[], about: Readonly<Record<string, string>>): string {
  // A break would begin another line, and with it a keyword.
  const quote = (value: string): string =>
    `"${value.replace(/"/g, "'").replace(/\p{Cc}|\p{Zl}|\p{Zp}/gu, ' ')}"`;
  return [
    'CGATS.17',
    ...Object.entries(about).map(([key, value]) => `${key}\t${quote(value)}`),
    'NUMBER_OF_FIELDS\t4',
    'BEGIN_DATA_FORMAT',
    'SAMPLE_NAME\tLAB_L\tLAB_A\tLAB_B',
    'END_DATA_FORMAT',
    `NUMBER_OF_SETS\t${patches.length}`,
    'BEGIN_DATA',
    ...patches.map(({ name, lab }) => [quote(name), ...lab.map((value) => value.toString())].join('\t')),
    'END_DATA',
    '',
  ].join('\n');
}
