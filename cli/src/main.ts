import { isAscii, isUtf8 } from 'node:buffer';
import { createReadStream } from 'node:fs';
import { readFile, rename, stat, writeFile } from 'node:fs/promises';
import type { Command, Options } from './command';
import { COMMANDS } from './commands';
import { EXIT } from './exit';
import { explain } from '@hiraeth/core/words';
import { fail, ok, type Result } from '@hiraeth/core/quantity';
import { MAX_FILE_BYTES, parseWorkbook, textOf } from '@hiraeth/core/workbook';

export { EXIT } from './exit';

const ASKS_FOR_HELP: ReadonlySet<string> = new Set(['--help', '-h', 'help']);
const USAGE = `hiraeth report FILE [--at DATE | --to DATE] [--from DATE] [--json]
                                           what the workbook knows at a date; costs of a period
hiraeth check FILE [--json]                what is wrong with it; exit 1 when an entry cannot be right
hiraeth forecast FILE --from DATE --to DATE [--json]
                                           what each channel draws between, foretold from what was known at the first
hiraeth score FILE [--json]                every forecast beside what the scale then said
hiraeth quote FILE --printer P --size WxH --copies N --subject S [--on PAPER] [--spoils N] [--proofs N] [--paper MINOR]
              [--allowance PERCENT] [--at DATE] [--json]
                                           what an edition will take and cost; size in mm, P, S and PAPER by id or name
hiraeth steps FILE --cartridge ID [--bottle ID[,ID…]] [--method M] [--occasion O] [--at DATE] [--quick] [--json]
                                           a refill laid out, step by step, and what stops it from beginning
hiraeth checks FILE [--at DATE] [--json]   each head by its nozzle checks, and what to do next
hiraeth shades FILE [--at DATE] [--json]   measured shades compared, fading, and whether to profile anew
hiraeth import FILE JOBS… --as page-log|jobs|csv [--format 'PAGELOGFORMAT'] [--out OUT] [--json]
                                           prints out of a print system's own records; OUT is the workbook with what rules logged
hiraeth log FILE --do weigh --cartridge C --g 63.42 [--scale S] --out OUT
hiraeth log FILE --do level --cartridge C --percent 40 --out OUT
hiraeth log FILE --do clean --printer P [--level light|deep|group|recharge] [--channels NAME,NAME] --out OUT
hiraeth log FILE --do fill --cartridge C --bottle B --ml 12.5 --out OUT
hiraeth log FILE --do print --printer P --subject S --size WxH [--copies N] [--title T] [--on PAPER] --out OUT
hiraeth log FILE --do buy --what KIND [--name N] [--price 12.50] --out OUT
hiraeth log FILE --do reset --cartridge C --out OUT
                                           one entry from a script, checked as the app does; --at DATE, --sure, --because REASON, --json
hiraeth read-check PHOTO --layout LAYOUT.json [--corners 'X,Y X,Y X,Y X,Y'] [--json]
                                           a photographed nozzle check: which lines are missing; PHOTO is a PNG, JPEG or WebP
hiraeth plan FILE [--at DATE] [--weeks N] [--years N] [--seed S] [--json]
                                           when each channel comes to its reserve, what each policy costs, what to buy

FILE is an exported *.hiraeth.json. DATE is 2026-11-24 (all of that day: --from begins with it, the others end with it) or a UTC time such as 2026-11-24T09:30:00Z.
`;

interface Io {
  readonly stdout: { write: (text: string) => unknown };
  readonly stderr: { write: (text: string) => unknown };
}

/**
 * The command line: reads an exported workbook, prints to standard output, complains on standard error.
 *
 * @param argv words after the program's name
 * @param io where to print
 * @param now milliseconds since 1970, for a report without --at
 * @returns the exit code
 */
export async function main(argv: readonly string[], io: Io, now: () => number = Date.now): Promise<number> {
  if (ASKS_FOR_HELP.has(argv[0] ?? '')) {
    io.stdout.write(USAGE);
    return EXIT.fine;
  }
  const options = readArguments(argv, now);
  if (typeof options === 'string') {
    io.stderr.write(`${options}\n\n${USAGE}`);
    return EXIT.usage;
  }
  if (options.command === 'read-check') return readPhoto(options, io);
  const read = await readText(options.file);
  if (!read.ok) {
    io.stderr.write(`${read.problem}\n`);
    return EXIT.file;
  }
  const workbook = parseWorkbook(read.value);
  if (!workbook.ok) {
    io.stderr.write(`${explain(workbook.problem)}\n`);
    if (workbook.problem.code === 'fileInvalid')
      for (const { path, message } of workbook.problem.problems) io.stderr.write(`  ${path}: ${message}\n`);
    return EXIT.file;
  }
  try {
    const inputs: { name: string; bytes: Uint8Array }[] = [];
    for (const name of options.more) {
      const bytes = await readBytes(name);
      if (!bytes.ok) {
        io.stderr.write(`${bytes.problem}\n`);
        return EXIT.file;
      }
      inputs.push({ name, bytes: bytes.value });
    }
    const done = COMMANDS[options.command](workbook.value.facts, { ...options, inputs });
    if (typeof done === 'string') {
      io.stderr.write(`${done}\n`);
      return EXIT.usage;
    }
    if (done.write) {
      const failed = await writeWhole(done.write.file, done.write.text);
      if (failed !== null) {
        io.stderr.write(`${done.write.file} could not be written: ${failed}. Nothing was changed.\n`);
        return EXIT.file;
      }
    }
    io.stdout.write(options.json ? `${JSON.stringify(done.data, null, 2)}\n` : done.text);
    return done.exit ?? EXIT.fine;
  } catch (error) {
    // Never a stack: what went wrong, and that the file is as it was.
    io.stderr.write(
      `This workbook cannot be worked out: ${error instanceof Error ? error.message : String(error)}. The file was not changed.\n`,
    );
    return EXIT.file;
  }
}

/** A command over a photograph instead of a workbook. */
async function readPhoto(options: Options, io: Io): Promise<number> {
  const layoutFile = options.words.get('--layout');
  if (layoutFile === undefined) {
    io.stderr.write('Which layout? Name it by --layout LAYOUT.json.\n');
    return EXIT.usage;
  }
  const photo = await readBytes(options.file);
  const layout = await readText(layoutFile);
  for (const read of [photo, layout])
    if (!read.ok) {
      io.stderr.write(`${read.problem}\n`);
      return EXIT.file;
    }
  // Decoders are loaded only where a picture is read.
  const { readCheckOf } = await import('./readCheckOf');
  const done = await readCheckOf(
    (photo as { readonly value: Uint8Array }).value,
    (layout as { readonly value: string }).value,
    options.words.get('--corners'),
  );
  if (typeof done === 'string') {
    io.stderr.write(`${done}\n`);
    return EXIT.file;
  }
  io.stdout.write(options.json ? `${JSON.stringify(done.data, null, 2)}\n` : done.text);
  return done.exit ?? EXIT.fine;
}

const FLAGS: Readonly<Record<Command | 'read-check', readonly string[]>> = {
  'read-check': ['--layout', '--corners'],
  report: ['--at', '--from', '--to'],
  check: ['--at'],
  forecast: ['--from', '--to'],
  score: ['--at'],
  quote: [
    '--at',
    '--printer',
    '--size',
    '--copies',
    '--subject',
    '--spoils',
    '--proofs',
    '--on',
    '--paper',
    '--allowance',
  ],
  steps: ['--at', '--cartridge', '--bottle', '--method', '--occasion', '--quick'],
  checks: ['--at'],
  shades: ['--at'],
  import: ['--as', '--format', '--out'],
  log: [
    '--do',
    '--out',
    '--at',
    '--sure',
    '--because',
    '--cartridge',
    '--bottle',
    '--scale',
    '--g',
    '--percent',
    '--level',
    '--channels',
    '--ml',
    '--printer',
    '--subject',
    '--size',
    '--copies',
    '--title',
    '--on',
    '--what',
    '--name',
    '--price',
  ],
  plan: ['--at', '--weeks', '--years', '--seed'],
};
/** Options that take no word after them. */
const SWITCHES = new Set(['--quick', '--sure']);
const DATES = new Set(['--at', '--from', '--to']);

function readArguments(argv: readonly string[], now: () => number): Options | string {
  const [command, ...rest] = argv;
  if (command === undefined) return 'What shall be done?';
  if (!Object.hasOwn(FLAGS, command)) return `“${command}” is not a command.`;
  const known = FLAGS[command as Command];
  let file: string | undefined;
  const more: string[] = [];
  let json = false;
  const words = new Map<string, string>();
  for (let i = 0; i < rest.length; i++) {
    const word = rest[i]!;
    if (word === '--json') json = true;
    else if (SWITCHES.has(word) && known.includes(word)) words.set(word, 'yes');
    else if (known.includes(word)) {
      const value = rest[++i];
      if (value === undefined) return `What follows ${word}?`;
      if (DATES.has(word)) {
        const time = timeOf(value, word === '--from' ? START : END);
        if (time === null) return `“${value}” is not a date. Write it as 2026-11-24.`;
        words.set(word, new Date(time).toISOString());
      } else words.set(word, value);
    } else if (word.startsWith('--')) return `“${word}” is not an option of ${command}.`;
    else if (file !== undefined) {
      if (command !== 'import') return 'Only one file at a time.';
      more.push(word);
    } else file = word;
  }
  if (file === undefined) return 'Which file?';
  const from = words.get('--from') ?? null;
  const to = words.get('--to') ?? null;
  if (from !== null && to !== null && from >= to) return 'The period ends before it begins.';
  return {
    command: command as Command,
    file,
    at: words.get('--at') ?? to ?? new Date(now()).toISOString(),
    from,
    to,
    json,
    words,
    more,
    inputs: [],
    now: now(),
  };
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;

const START = 'T00:00:00.000Z';
const END = 'T23:59:59.999Z';

/** A day (its first or last instant) or an instant with its zone; anything else that a clock might make something of is refused. */
function timeOf(value: string, edge: typeof START | typeof END): number | null {
  if (!DAY.test(value) && !INSTANT.test(value)) return null;
  const time = Date.parse(DAY.test(value) ? `${value}${edge}` : value);
  // The 30th of February is no day, whatever a clock makes of it.
  const back = Number.isNaN(time) ? '' : new Date(time).toISOString().slice(0, 10);
  return Number.isNaN(time) || (DAY.test(value) && back !== value) ? null : time;
}

/** How long a pipe may be silent before it is given up, ms. */
const SILENCE_MS = 10_000;

/** A file's text, bounded in size and, for a pipe that never ends, in time. */
export async function readText(file: string, silenceMs = SILENCE_MS): Promise<Result<string, string>> {
  const bytes = await readBytes(file, silenceMs);
  if (!bytes.ok) return bytes;
  const { buffer, byteOffset, byteLength } = bytes.value;
  const whole = Buffer.from(buffer, byteOffset, byteLength);
  if (isUtf8(whole)) return ok(decode(whole));
  const text = textOf(whole, TextDecoder);
  return text.ok ? text : fail(`${file}: ${explain(text.problem)}`);
}

const PIECE_BYTES = 1 << 20;

/** UTF-8 as text, piece by piece: a workbook is plain letters nearly throughout, and those are copied as they are. */
function decode(bytes: Buffer): string {
  let text = '';
  for (let start = 0; start < bytes.length;) {
    let end = Math.min(bytes.length, start + PIECE_BYTES);
    // A letter of several bytes is not cut in two.
    while (end < bytes.length && (bytes[end]! & 0xc0) === 0x80) end += 1;
    const piece = bytes.subarray(start, end);
    text += piece.toString(isAscii(piece) ? 'latin1' : 'utf8');
    start = end;
  }
  return text;
}

/** Beside it first, then in its place: a file is never half-written. */
async function writeWhole(file: string, text: string): Promise<string | null> {
  try {
    await writeFile(`${file}.part`, text);
    await rename(`${file}.part`, file);
    return null;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

/** A file's bytes, bounded likewise. */
async function readBytes(file: string, silenceMs = SILENCE_MS): Promise<Result<Uint8Array, string>> {
  const no = (why: string): Result<Uint8Array, string> => fail(`${file} cannot be read: ${why}`);
  try {
    const found = await stat(file);
    if (found.isDirectory()) return no('it is a folder. Name the exported file in it.');
    if (found.size > MAX_FILE_BYTES)
      return fail(explain({ code: 'fileTooLarge', bytes: found.size, most: MAX_FILE_BYTES }));
    if (found.isFile()) return ok(await readFile(file));
  } catch (error) {
    return no(error instanceof Error ? error.message : String(error));
  }
  return new Promise((resolve) => {
    // A pipe may never end, and has no size to be asked for.
    const chunks: Buffer[] = [];
    let size = 0;
    const stream = createReadStream(file);
    const end = (result: Result<Uint8Array, string>): void => {
      clearTimeout(timer);
      stream.destroy();
      resolve(result);
    };
    const silent = (): void => end(no('nothing came for some time. Is something writing to it?'));
    let timer = setTimeout(silent, silenceMs);
    stream.on('data', (chunk) => {
      clearTimeout(timer);
      timer = setTimeout(silent, silenceMs);
      size += chunk.length;
      if (size > MAX_FILE_BYTES)
        return end(fail(explain({ code: 'fileTooLarge', bytes: size, most: MAX_FILE_BYTES })));
      chunks.push(Buffer.from(chunk));
    });
    stream.on('end', () => end(ok(new Uint8Array(Buffer.concat(chunks)))));
    stream.on('error', (error) => end(no(error.message)));
  });
}
