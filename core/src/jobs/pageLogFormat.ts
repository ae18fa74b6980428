import { fail, ok, type Result } from '../quantity';

/** The spooler's own format where its administrator set none. */
export const DEFAULT_PAGE_LOG =
  '%p %u %j %T %P %C %{job-billing} %{job-originating-host-name} %{job-name} %{media} %{sides}';

export type PageLogProblem =
  /** A field without which no line can be told from another, or tells of no job. */
  | { readonly code: 'formatNoField'; readonly field: string }
  /** Two fields of any length side by side, with nothing between them that neither can hold. */
  | { readonly code: 'formatAmbiguous'; readonly fields: readonly [string, string] };

/** A format, made ready to read lines with. */
export interface PageLogFormat {
  /** Where a record begins: all up to its date. */
  readonly begins: RegExp;
  /** A whole record; a group for each of `fields`. */
  readonly whole: RegExp;
  /** Directives in order: a letter, or an attribute's name. */
  readonly fields: readonly string[];
}

const DATE = String.raw`\[(\d{1,2}\/[A-Za-z]{3}\/\d{4}:\d{2}:\d{2}:\d{2} [+-]\d{4})\]`;
/** What a title stands under; it may hold anything, also breaks. */
const TITLE = 'job-name';
const PART = /%\{([^}]+)\}|%([a-zA-Z])|(%%|[^%]+)/g;

/**
 * Reads a page log's format: any directives in any order, with anything between, before and around them.
 *
 * @param format as the spooler's configuration has it
 */
export function pageLogFormat(format: string): Result<PageLogFormat, PageLogProblem> {
  const parts = [...bare(format).matchAll(PART)].map(([, attribute, letter, literal]) =>
    literal === undefined ? { field: attribute ?? letter! } : { literal: literal === '%%' ? '%' : literal },
  );
  const fields = parts.flatMap(({ field }) => (field === undefined ? [] : [field]));
  if (!fields.includes('T')) return fail({ code: 'formatNoField', field: '%T' });
  if (!fields.includes('j') && !fields.includes(TITLE)) return fail({ code: 'formatNoField', field: '%j' });
  for (const [i, { field }] of parts.entries()) {
    const next = parts[i + 1]?.field;
    if (field && next && field !== 'T' && next !== 'T')
      return fail({ code: 'formatAmbiguous', fields: [directive(field), directive(next)] });
  }
  let pattern = '^"?';
  let begins = '';
  for (const [i, { field, literal }] of parts.entries()) {
    const behind = parts[i + 1]?.literal?.[0];
    if (field === undefined) {
      // Nobody sent it: a user without a name leaves one blank of two.
      const bridges = literal === ' ' && parts[i - 1]?.field === 'u' && parts[i + 1]?.field === 'j';
      pattern += bridges ? ' ?' : escaped(literal);
      continue;
    }
    pattern += patternOf(field, behind, fields);
    if (field === 'T') begins = `${pattern}(?:${behind === undefined ? '' : `${escaped(behind)}|`}"?$)`;
  }
  return ok({ begins: new RegExp(begins), whole: new RegExp(`${pattern}"?$`), fields });
}

/** How a directive is written. */
export const directive = (field: string): string => (field.length === 1 ? `%${field}` : `%{${field}}`);

/** Without the configuration's quotes around it, which are none of the line. */
const bare = (format: string): string => format.trim().replace(/^"([^"]*)"$/, '$1');

function patternOf(field: string, behind: string | undefined, fields: readonly string[]): string {
  const word = behind === undefined || /\s/.test(behind) ? String.raw`\S*` : `[^${inClass(behind)}\\n]*`;
  switch (field) {
    case 'T':
      return DATE;
    case 'j':
      return String.raw`(\d+)`;
    case 'u':
      return '(?<user>.*?)';
    case TITLE:
      // The least that leaves each field behind it its word: of a user's two words, both.
      return '([^]*?)';
    case 'job-originating-user-name':
      // A user of two words stands there with both.
      return fields.indexOf('u') >= 0 && fields.indexOf('u') < fields.indexOf(field)
        ? `(\\k<user>|${word})`
        : `(${word})`;
    default:
      return `(${word})`;
  }
}

const escaped = (text: string): string => text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&');
const inClass = (letter: string): string => letter.replace(/[\]\\^-]/g, '\\$&');
