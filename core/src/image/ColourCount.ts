const BITS = 6;
const LEVELS = 1 << BITS;

/** A colour, encoded 0 to 1, with its share of all pixels. */
export type CountedColour = readonly [r: number, g: number, b: number, share: number];

/**
 * How often each colour occurs in a picture, in 64 steps of red, green and blue: a picture of any size is taken in strip by
 * strip, and counts of parts add up to the count of the whole. White and black are kept exactly.
 */
export class ColourCount {
  private readonly counts = new Float64Array(LEVELS ** 3);
  private seen = 0;

  /** Pixels taken in so far. */
  get pixels(): number {
    return this.seen;
  }

  /**
   * Takes in interleaved pixels; what is transparent shows the paper.
   *
   * @param data 8 or 16 bit values
   * @param channels 1 grey, 2 grey with alpha, 3 RGB, 4 RGB with alpha
   * @param bits of a value: 8 or 16
   */
  add(data: ArrayLike<number>, channels: 1 | 2 | 3 | 4, bits: 8 | 16): void {
    const shift = bits - BITS;
    const top = bits === 8 ? 255 : 65_535;
    const colour = channels >= 3 ? 2 : 0;
    const alphaAt = channels === 4 ? 3 : channels === 2 ? 1 : -1;
    const { counts } = this;
    for (let i = 0; i + channels <= data.length; i += channels) {
      let r = data[i]!;
      let g = data[i + (colour >> 1)]!;
      let b = data[i + colour]!;
      if (alphaAt >= 0) {
        const alpha = data[i + alphaAt]!;
        if (alpha < top) {
          const paper = top - alpha;
          r = Math.round((r * alpha) / top + paper);
          g = Math.round((g * alpha) / top + paper);
          b = Math.round((b * alpha) / top + paper);
        }
      }
      const at = ((r >> shift) << (2 * BITS)) | ((g >> shift) << BITS) | (b >> shift);
      counts[at] = counts[at]! + 1;
    }
    this.seen += Math.floor(data.length / channels);
  }

  /** Each colour that occurs, encoded 0 to 1, with its share of all pixels. */
  *shares(): Generator<CountedColour> {
    const last = LEVELS - 1;
    for (let at = 0; at < this.counts.length; at++) {
      const count = this.counts[at]!;
      if (count > 0)
        yield [
          (at >> (2 * BITS)) / last,
          ((at >> BITS) & last) / last,
          (at & last) / last,
          count / this.seen,
        ];
    }
  }
}
