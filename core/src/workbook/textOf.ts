import { fail, ok, type Result } from '../quantity';

/** The platform's `TextDecoder`. */
export type Decoder = new (
  encoding: string,
  options: { readonly fatal: boolean },
) => { decode(bytes: Uint8Array): string };

/** It cannot be opened; or its bytes are letters of no encoding that is read: a damaged file, or another program's. */
export interface TextProblem {
  readonly code: 'fileUnreadable' | 'fileOtherLetters';
}

/**
 * A file's text, as the program that wrote it saved it: UTF-8, or UTF-16 where a byte order mark says so. Nothing is replaced by
 * a question mark in silence.
 *
 * @param Decoder the platform's
 * @param older `western`: what is neither is taken for the letters of older western spreadsheets (Windows-1252). For tables, whose
 *   letters are titles; a workbook's are names, and none of them is guessed
 */
export function textOf(
  bytes: Uint8Array,
  Decoder: Decoder,
  older: 'western' | 'refused' = 'refused',
): Result<string, TextProblem> {
  const encoding =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? 'utf-16le'
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? 'utf-16be'
        : 'utf-8';
  try {
    return ok(new Decoder(encoding, { fatal: true }).decode(bytes));
  } catch {
    return encoding === 'utf-8' && older === 'western'
      ? ok(new Decoder('windows-1252', { fatal: true }).decode(bytes))
      : fail({ code: 'fileOtherLetters' });
  }
}
