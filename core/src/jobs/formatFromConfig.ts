import { DEFAULT_PAGE_LOG } from './pageLogFormat';

/**
 * The page log's format from the print system's own configuration text.
 *
 * @param text of the configuration, whole or a part
 * @returns the last format that is set there; the standard one where it is only named in a comment, or set to nothing; null:
 *   the text says nothing of it
 */
export function formatFromConfig(text: string): string | null {
  let found: string | null = null;
  for (const line of text.slice(0, 1_000_000).split(/\r\n|\r|\n/)) {
    const said = /^\s*(#?)\s*PageLogFormat\b[ \t]*(.*)$/i.exec(line);
    if (!said) continue;
    if (said[1] === '#') found ??= DEFAULT_PAGE_LOG;
    else found = said[2]!.trim() || DEFAULT_PAGE_LOG;
  }
  return found;
}
