import type { z } from 'zod';
import { fail, ok, type Result } from '../quantity';
import { migrate } from './migrate';
import { FORMAT_VERSION, workbookSchema, type Fact, type Workbook } from './schema';

/** A workbook file may be this long: ten busy years are about a third of it. */
export const MAX_FILE_BYTES = 40_000_000;

export type FileProblem =
  | { readonly code: 'fileTooLarge'; readonly bytes: number; readonly most: number }
  | { readonly code: 'fileEmpty' }
  | { readonly code: 'fileCutOff'; readonly bytes: number }
  | { readonly code: 'fileNotJson'; readonly begins: string }
  | { readonly code: 'fileNotOurs' }
  | { readonly code: 'fileNewer'; readonly version: number; readonly known: number }
  | {
      readonly code: 'fileInvalid';
      readonly count: number;
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
  const parsed = workbookSchema.safeParse(
    facts?.ok ? { ...raw, version: FORMAT_VERSION, facts: facts.value } : raw,
  );
  if (!parsed.success) {
    const problems = parsed.error.issues.map((issue) => ({
      path: pathOf(issue, raw),
      message: issue.message,
    }));
    return fail({ code: 'fileInvalid', count: problems.length, problems: problems.slice(0, 20) });
  }
  const seen = new Map<string, Fact>();
  for (const fact of parsed.data.facts) {
    const twin = seen.get(fact.id);
    if (!twin) seen.set(fact.id, fact);
    else if (JSON.stringify(twin) !== JSON.stringify(fact))
      return fail({ code: 'fileDuplicate', id: fact.id });
  }
  return ok(
    seen.size === parsed.data.facts.length ? parsed.data : { ...parsed.data, facts: [...seen.values()] },
  );
}

function pathOf(issue: z.core.$ZodIssue, raw: object): string {
  const [first, index] = issue.path;
  const path = issue.path
    .map((part) => (typeof part === 'number' ? `[${part}]` : `.${String(part)}`))
    .join('')
    .replace(/^\./, '');
  if (first !== 'facts' || typeof index !== 'number' || !('facts' in raw) || !Array.isArray(raw.facts))
    return path || 'file';
  const fact: unknown = raw.facts[index];
  const kind = typeof fact === 'object' && fact !== null && 'kind' in fact ? String(fact.kind) : 'unknown';
  return `${path} (${kind})`;
}
