import { readFile, stat } from 'node:fs/promises';
import {
  explain,
  MAX_FILE_BYTES,
  parseWorkbook,
  reportAndBook,
  spokenReport,
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
  let content: string;
  try {
    const { size } = await stat(options.file);
    if (size > MAX_FILE_BYTES) {
      io.stderr.write(`${explain({ code: 'fileTooLarge', bytes: size, most: MAX_FILE_BYTES })}\n`);
      return EXIT.file;
    }
    content = await readFile(options.file, 'utf8');
  } catch (error) {
    io.stderr.write(
      `${options.file} cannot be read: ${error instanceof Error ? error.message : String(error)}\n`,
    );
    return EXIT.file;
  }
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
      const time = Date.parse(/^\d{4}-\d{2}-\d{2}$/.test(value) ? `${value}T23:59:59.999Z` : value);
      if (Number.isNaN(time)) return `“${value}” is not a date. Write it as 2026-11-24.`;
      at = new Date(time).toISOString();
    } else if (word.startsWith('--')) return `“${word}” is not an option.`;
    else if (file !== undefined) return 'Only one file at a time.';
    else file = word;
  }
  return file === undefined ? 'Which file?' : { command, file, at, json };
}
