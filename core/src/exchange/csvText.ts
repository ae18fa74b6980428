import Papa from 'papaparse';

/**
 * What a spreadsheet may take for a formula: one of its marks at the start, also behind blanks, breaks and characters that are
 * not seen, which some of them leave out when they read.
 */
// eslint-disable-next-line no-control-regex
export const LIKE_A_FORMULA = /^[\s\u0000-\u001f\u007f\u200b\ufeff]*[=+\-@\t\r]/;

/** UTF-8 with byte order mark, CRLF, quoted where needed; text that a spreadsheet might reckon with gets an apostrophe in front. */
export const csvText = (fields: readonly string[], data: readonly (readonly (string | number)[])[]): string =>
  `\ufeff${Papa.unparse({ fields: [...fields], data: data.map((row) => [...row]) }, { newline: '\r\n', escapeFormulae: LIKE_A_FORMULA })}\r\n`;
