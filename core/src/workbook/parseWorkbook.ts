import { fail, ok, type Result } from '../quantity';
import { FactsById } from './FactsById';
import { faultWords } from './faultWords';
import { migrate } from './migrate';
import { isPlain } from './quick';
import { sameFact } from './sameFact';
import type { TextProblem } from './textOf';
import { factSchema, FORMAT_VERSION, workbookSchema, type Fact, type Workbook } from './schema';

/** A workbook file may be this long: ten busy years are about a third of it. */
export const MAX_FILE_BYTES = 40_000_000;

/** Most entries of a file are sound as they stand. */
const isPlainFact = isPlain(factSchema);

/** A file is read no further than its first so many faults. */
const MOST_PROBLEMS = 20;

export type FileProblem =
  | { readonly code: 'fileTooLarge'; readonly bytes: number; readonly most: number }
  | TextProblem
  | { readonly code: 'fileEmpty' }
  | { readonly code: 'fileCutOff'; readonly bytes: number }
  | { readonly code: 'fileNotJson'; readonly begins: string }
  | { readonly code: 'fileNotOurs' }
  | { readonly code: 'fileNewer'; readonly version: number; readonly known: number }
  | {
      readonly code: 'fileInvalid';
      /** Faults found; an entry may have several. */
      readonly count: number;
      /** It was read no further: there may be more. */
      readonly stopped: boolean;
      readonly problems: readonly { readonly path: string; readonly message: string }[];
    }
  | { readonly code: 'fileDuplicate'; readonly id: string };

/**
 * Reads a workbook file. It is taken whole or not at all: nothing is repaired in silence.
 *
 * @param content the file's text
 * @returns the workbook, or why it is refused: too large, empty, cut off, not JSON, not a workbook, of a newer
 *   version, with invalid facts (path and message of the first twenty), or with one id for two different facts
 */
export function parseWorkbook(content: string): Result<Workbook, FileProblem> {
  if (content.length > MAX_FILE_BYTES)
    return fail({ code: 'fileTooLarge', bytes: content.length, most: MAX_FILE_BYTES });
  const trimmed = content.trim();
  if (trimmed === '') return fail({ code: 'fileEmpty' });
  let raw: unknown;
  try {
    raw = JSON.parse(trimmed);
  } catch {
    const ours = trimmed.startsWith('{') && trimmed.slice(0, 400).includes('"hiraeth-workbook"');
    return fail(
      ours && !trimmed.endsWith('}')
        ? { code: 'fileCutOff', bytes: content.length }
        : { code: 'fileNotJson', begins: trimmed.slice(0, 24) },
    );
  }
  if (typeof raw !== 'object' || raw === null || !('format' in raw) || raw.format !== 'hiraeth-workbook')
    return fail({ code: 'fileNotOurs' });
  if ('version' in raw && typeof raw.version === 'number' && raw.version > FORMAT_VERSION)
    return fail({ code: 'fileNewer', version: raw.version, known: FORMAT_VERSION });
  const from = 'version' in raw && typeof raw.version === 'number' ? raw.version : 1;
  const facts = 'facts' in raw && Array.isArray(raw.facts) ? migrate(raw.facts as unknown[], from) : null;
  if (facts && !facts.ok)
    return fail({ code: 'fileNewer', version: facts.problem.version, known: facts.problem.known });
  const outer = { ...raw, version: FORMAT_VERSION, facts: facts ? [] : undefined };
  const envelope = workbookSchema.safeParse(outer);
  const problems: { path: string; message: string }[] = [];
  if (!envelope.success)
    for (const issue of envelope.error.issues)
      problems.push({ path: pathOf(issue.path, raw), message: faultWords(issue, outer) });
  const read = new FactsById();
  let twice: string | null = null;
  const take = (fact: Fact): void => {
    const twin = read.add(fact);
    if (twin && !sameFact(twin, fact)) twice ??= fact.id;
  };
  // A file that is wrong throughout is told by its first faults, in bounded time.
  for (let i = 0; i < (facts?.value.length ?? 0) && problems.length < MOST_PROBLEMS; i++) {
    const entry = facts!.value[i];
    if (isPlainFact(entry)) {
      take(entry as Fact);
      continue;
    }
    const fact = factSchema.safeParse(entry);
    if (fact.success) take(fact.data);
    else
      for (const issue of fact.error.issues)
        problems.push({ path: pathOf(['facts', i, ...issue.path], raw), message: faultWords(issue, entry) });
  }
  if (problems.length > 0 || !envelope.success)
    return fail({
      code: 'fileInvalid',
      count: problems.length,
      stopped: problems.length >= MOST_PROBLEMS,
      problems: problems.slice(0, MOST_PROBLEMS),
    });
  return twice === null
    ? ok({ ...envelope.data, facts: [...read.values()] })
    : fail({ code: 'fileDuplicate', id: twice });
}

function pathOf(of: readonly PropertyKey[], raw: object): string {
  const [first, index] = of;
  const path = of
    .map((part) => (typeof part === 'number' ? `[${part}]` : `.${String(part)}`))
    .join('')
    .replace(/^\./, '');
  if (first !== 'facts' || typeof index !== 'number' || !('facts' in raw) || !Array.isArray(raw.facts))
    return path || 'file';
  const fact: unknown = raw.facts[index];
  const kind = typeof fact === 'object' && fact !== null && 'kind' in fact ? String(fact.kind) : 'unknown';
  return `${path} (${kind})`;
}
