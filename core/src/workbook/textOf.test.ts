import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { textOf } from './textOf';

const utf16 = (text: string, order: 'le' | 'be'): Uint8Array => {
  const bytes = new Uint8Array(2 + 2 * text.length);
  const view = new DataView(bytes.buffer);
  [0xfeff, ...Array.from({ length: text.length }, (_, i) => text.charCodeAt(i))].forEach((unit, i) =>
    view.setUint16(2 * i, unit, order === 'le'),
  );
  return bytes;
};

test('a text is the same in each encoding that is read, with a byte order mark and without', () => {
  fc.assert(
    fc.property(fc.string({ unit: 'grapheme' }), (some) => {
      // A mark at the beginning of the text itself is its byte order mark.
      const text = some.replace(/^\ufeff+/, '');
      const utf8 = new TextEncoder().encode(text);
      for (const bytes of [
        utf8,
        Uint8Array.from([0xef, 0xbb, 0xbf, ...utf8]),
        utf16(text, 'le'),
        utf16(text, 'be'),
      ])
        expect(textOf(bytes, TextDecoder)).toEqual({ ok: true, value: text });
    }),
  );
});

test('other letters are refused, or taken for western ones where that is asked for', () => {
  const latin = Uint8Array.from([0x47, 0x72, 0xfc, 0x6e]);
  const refused = { ok: false, problem: { code: 'fileOtherLetters' } };
  expect(textOf(latin, TextDecoder)).toEqual(refused);
  expect(textOf(latin, TextDecoder, 'western')).toEqual({ ok: true, value: 'Grün' });
  // UTF-16 that ends in the middle of a letter.
  expect(textOf(utf16('ab', 'le').subarray(0, 5), TextDecoder, 'western')).toEqual(refused);
});
