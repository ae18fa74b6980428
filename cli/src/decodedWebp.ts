import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import decode, { init } from '@jsquash/webp/decode.js';
import type { Photo } from '@hiraeth/core/image';

/** What a browser has and Node has not: the decoder hands its pixels over in one. */
class Pixels {
  constructor(
    readonly data: Uint8ClampedArray,
    readonly width: number,
    readonly height: number,
  ) {}
}

/**
 * A WebP picture's pixels.
 *
 * @throws Error when it is damaged
 */
export async function decodedWebp(bytes: Uint8Array): Promise<Photo> {
  // As it was installed beside this program: the bundle holds only text.
  const file = createRequire(import.meta.url).resolve('@jsquash/webp/codec/dec/webp_dec.wasm');
  (globalThis as { ImageData?: unknown }).ImageData ??= Pixels;
  // It takes a compiled module too, which its types do not say.
  await init(new WebAssembly.Module(await readFile(file)) as never);
  const { width, height, data } = await decode(Uint8Array.from(bytes).buffer);
  return { width, height, rgba: data };
}
