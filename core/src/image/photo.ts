/** A picture's pixels, as decoders give them. */
export interface Photo {
  readonly width: number;
  readonly height: number;
  /** 8 bit, red green blue alpha. */
  readonly rgba: ArrayLike<number>;
}

/**
 * A smaller copy by averaging.
 *
 * @param most longest side of the copy, pixels
 * @returns the copy and by how much its sides are shorter
 */
export function shrunk(photo: Photo, most: number): { readonly photo: Photo; readonly by: number } {
  const by = Math.max(1, Math.ceil(Math.max(photo.width, photo.height) / most));
  if (by === 1) return { photo, by };
  const [width, height] = [Math.floor(photo.width / by), Math.floor(photo.height / by)];
  const rgba = new Uint8ClampedArray(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      for (let k = 0; k < 4; k++) {
        let sum = 0;
        for (let v = 0; v < by; v++)
          for (let u = 0; u < by; u++) sum += photo.rgba[4 * ((y * by + v) * photo.width + x * by + u) + k]!;
        rgba[4 * (y * width + x) + k] = sum / (by * by);
      }
  return { photo: { width, height, rgba }, by };
}
