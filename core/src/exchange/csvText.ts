import Papa from 'papaparse';

/** UTF-8 with byte order mark, CRLF, quoted where needed; text that begins with = + - @ gets an apostrophe in front. */
export const csvText = (fields: readonly string[], data: readonly (readonly (string | number)[])[]): string =>
  `\ufeff${Papa.unparse({ fields: [...fields], data: data.map((row) => [...row]) }, { newline: '\r\n', escapeFormulae: true })}\r\n`;
