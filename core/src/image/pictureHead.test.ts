import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { pictureHead } from './pictureHead';

const be = (value: number, bytes: number): number[] =>
  Array.from({ length: bytes }, (_, i) => (value >>> (8 * (bytes - 1 - i))) & 255);
const letters = (text: string): number[] => [...text].map((letter) => letter.charCodeAt(0));
const png = (w: number, h: number, depth = 8, colour = 2): Uint8Array =>
  Uint8Array.from([
    ...[0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a],
    ...be(13, 4),
    ...letters('IHDR'),
    ...be(w, 4),
    ...be(h, 4),
    ...[depth, colour, 0, 0, 0],
    ...be(0, 4),
  ]);
const segment = (marker: number, body: readonly number[], length = body.length + 2): number[] => [
  ...[0xff, marker],
  ...be(length, 2),
  ...body,
];
const frame = (w: number, h: number, marker = 0xc0): number[] =>
  segment(marker, [8, ...be(h, 2), ...be(w, 2), 3, 1]);
const jpeg = (...segments: readonly number[][]): Uint8Array =>
  Uint8Array.from([0xff, 0xd8, ...segments.flat()]);

const webp = (chunk: string, body: readonly number[]): Uint8Array =>
  Uint8Array.from([
    ...letters('RIFF'),
    0,
    0,
    0,
    0,
    ...letters('WEBP'),
    ...letters(chunk),
    ...[0, 0, 0, 0],
    ...body,
  ]);

describe('what a picture says of itself before it is decoded', () => {
  test.each([
    // Sixty thousand a side: 3.6 gigapixels in a file of some bytes. It is known before anything is unpacked.
    ['a PNG of 60,000 a side', png(60_000, 60_000), { widthPx: 60_000, heightPx: 60_000, rowBytes: 180_001 }],
    [
      '16 bit with alpha',
      png(10, 4, 16, 6),
      { widthPx: 10, heightPx: 4, samples: 4, bits: 16, rowBytes: 81 },
    ],
    ['one bit, rounded up', png(9, 4, 1, 0), { rowBytes: 3 }],
    ['a palette', png(10, 4, 8, 3), { rowBytes: 11 }],
    ['a JPEG', jpeg(frame(640, 480)), { kind: 'jpeg', widthPx: 640, heightPx: 480, samples: 3, bits: 8 }],
    ['a progressive one', jpeg(frame(640, 480, 0xc2)), { widthPx: 640 }],
    [
      'tables before its frame',
      jpeg(segment(0xc4, [1, 2, 3]), segment(0xe1, [9]), frame(8, 6)),
      { widthPx: 8 },
    ],
    // The largest that 14 bits hold: a gigabyte, from thirty bytes.
    [
      'a lossy WebP',
      webp('VP8 ', [0, 0, 0, 0x9d, 0x01, 0x2a, ...[0xff, 0x3f, 0xff, 0x3f]]),
      { kind: 'webp', widthPx: 16_383, heightPx: 16_383 },
    ],
    ['a lossless one', webp('VP8L', [0x2f, 9, 0xc0, 0, 0, 0, 0, 0, 0, 0]), { widthPx: 10, heightPx: 4 }],
    ['one with a profile', webp('VP8X', [0x20, 0, 0, 0, 9, 0, 0, 3, 0, 0]), { widthPx: 10, heightPx: 4 }],
    ['bytes that only fill', jpeg([0xff], frame(8, 6)), { heightPx: 6 }],
  ])('%s', (_name, bytes, head) => {
    expect(pictureHead(bytes)).toMatchObject(head);
  });

  test.each([
    ['nothing', new Uint8Array()],
    ['a PNG without width', png(0, 4)],
    ['a depth that there is not', png(4, 4, 3)],
    ['colours that there are not', png(4, 4, 8, 5)],
    ['a segment that leads back to itself', jpeg(segment(0xe1, [], 0), frame(8, 6))],
    ['one that is shorter than its own length', jpeg(segment(0xe1, [], 1), frame(8, 6))],
    ['pixels before any frame', jpeg(segment(0xda, [1, 2]), frame(8, 6))],
    ['no height', jpeg(frame(8, 0))],
    ['segments without end', jpeg(...Array.from({ length: 3000 }, () => segment(0xe1, [])), frame(8, 6))],
    ['a WebP without its frame', webp('VP8 ', [0, 0, 0, 1, 2, 3, 8, 0, 8, 0])],
    ['a TIFF', Uint8Array.of(0x49, 0x49, 42, 0, 8, 0, 0, 0)],
  ])('%s is no head', (_name, bytes) => {
    expect(pictureHead(bytes)).toBeNull();
  });

  test('no bytes make it throw, or go on for ever', () => {
    fc.assert(
      fc.property(fc.uint8Array({ maxLength: 200 }), fc.boolean(), (bytes, isJpeg) => {
        pictureHead(isJpeg ? Uint8Array.from([0xff, 0xd8, 0xff, ...bytes]) : bytes);
      }),
    );
  });
});
