import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import * as webp from '@jsquash/webp/decode.js';
import type { Photo } from '@hiraeth/core/image';

/** As it is used here: its own types are those of a browser, and do not say that it takes a compiled module. */
const { default: decode, init } = webp as unknown as {
  readonly default: (
    bytes: ArrayBuffer,
  ) => Promise<{ readonly width: number; readonly height: number; readonly data: Uint8ClampedArray }>;
  readonly init: (module: WebAssembly.Module) => Promise<void>;
};

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
  await init(new WebAssembly.Module(await readFile(file)));
  const { width, height, data } = await decode(Uint8Array.from(bytes).buffer);
  return { width, height, rgba: data };
}
