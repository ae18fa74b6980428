import { createReadStream } from 'node:fs';
import { stat } from 'node:fs/promises';
import {
  explain,
  fail,
  MAX_FILE_BYTES,
  ok,
  parseWorkbook,
  reportAndBook,
  spokenReport,
  type Result,
  type SpokenReport,
} from '@hiraeth/core';
import { reportText } from './reportText';

/** Exit codes, documented in docs/format.md. */
export const EXIT = { fine: 0, problems: 1, usage: 2, file: 3 } as const;

const USAGE = `hiraeth report FILE [--at DATE] [--json]   what the workbook knows, at a date
hiraeth check FILE [--json]                what is wrong with it; exit 1 when an entry cannot be right

FILE is an exported *.hiraeth.json. DATE is 2026-11-24 (its end) or a UTC time such as 2026-11-24T09:30:00Z.
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
  const options = readArguments(argv, now);
  if (typeof options === 'string') {
    io.stderr.write(`${options}\n\n${USAGE}`);
    return EXIT.usage;
  }
  const read = await readText(options.file);
  if (!read.ok) {
    io.stderr.write(`${read.problem}\n`);
    return EXIT.file;
  }
  const content = read.value;
  const workbook = parseWorkbook(content);
  if (!workbook.ok) {
    io.stderr.write(`${explain(workbook.problem)}\n`);
    if (workbook.problem.code === 'fileInvalid')
      for (const { path, message } of workbook.problem.problems) io.stderr.write(`  ${path}: ${message}\n`);
    return EXIT.file;
  }
  const { report, book } = reportAndBook(workbook.value.facts, options.at);
  const found = spokenReport(report, book);
  if (options.command === 'report')
    io.stdout.write(options.json ? `${JSON.stringify(found, null, 2)}\n` : reportText(found));
  else
    io.stdout.write(
      options.json
        ? `${JSON.stringify({ facts: found.facts, problems: found.problems }, null, 2)}\n`
        : checkText(found),
    );
  return options.command === 'check' && found.problems.some((problem) => problem.severity === 'error')
    ? EXIT.problems
    : EXIT.fine;
}

function checkText(found: SpokenReport): string {
  const lines = found.problems.map(
    (problem) =>
      `${problem.severity}  ${problem.at?.slice(0, 16).replace('T', ' ') ?? ''}  ${problem.message}`,
  );
  return `${found.name}: ${found.facts} entries, ${found.problems.length === 0 ? 'nothing to complain of' : `${found.problems.length} to look at`}\n${lines.join('\n')}${lines.length > 0 ? '\n' : ''}`;
}

function readArguments(
  argv: readonly string[],
  now: () => number,
): { command: 'report' | 'check'; file: string; at: string; json: boolean } | string {
  const [command, ...rest] = argv;
  if (command !== 'report' && command !== 'check')
    return command === undefined ? 'What shall be done?' : `“${command}” is not a command.`;
  let file: string | undefined;
  let at = new Date(now()).toISOString();
  let json = false;
  for (let i = 0; i < rest.length; i++) {
    const word = rest[i]!;
    if (word === '--json') json = true;
    else if (word === '--at') {
      const value = rest[++i] ?? '';
      const time = timeOf(value);
      if (time === null) return `“${value}” is not a date. Write it as 2026-11-24.`;
      at = new Date(time).toISOString();
    } else if (word.startsWith('--')) return `“${word}” is not an option.`;
    else if (file !== undefined) return 'Only one file at a time.';
    else file = word;
  }
  return file === undefined ? 'Which file?' : { command, file, at, json };
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;
const INSTANT = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;

/** A day (its end) or an instant with its zone; anything else that a clock might make something of is refused. */
function timeOf(value: string): number | null {
  if (!DAY.test(value) && !INSTANT.test(value)) return null;
  const time = Date.parse(DAY.test(value) ? `${value}T23:59:59.999Z` : value);
  // The 30th of February is no day, whatever a clock makes of it.
  const back = Number.isNaN(time) ? '' : new Date(time).toISOString().slice(0, 10);
  return Number.isNaN(time) || (DAY.test(value) && back !== value) ? null : time;
}

/** How long a pipe may be silent before it is given up, ms. */
const SILENCE_MS = 10_000;

/** A file's text, bounded in size and, for a pipe that never ends, in time. */
export async function readText(file: string, silenceMs = SILENCE_MS): Promise<Result<string, string>> {
  const no = (why: string): Result<string, string> => fail(`${file} cannot be read: ${why}`);
  try {
    const found = await stat(file);
    if (found.isDirectory()) return no('it is a folder. Name the exported file in it.');
    if (found.size > MAX_FILE_BYTES)
      return fail(explain({ code: 'fileTooLarge', bytes: found.size, most: MAX_FILE_BYTES }));
  } catch (error) {
    return no(error instanceof Error ? error.message : String(error));
  }
  return new Promise((resolve) => {
    const chunks: Buffer[] = [];
    let size = 0;
    const stream = createReadStream(file);
    const end = (result: Result<string, string>): void => {
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
    stream.on('end', () => end(ok(Buffer.concat(chunks).toString('utf8'))));
    stream.on('error', (error) => end(no(error.message)));
  });
}
