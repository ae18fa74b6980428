import { lotsOf, mixesMl, mixOf, NOTHING_ML, takeFrom } from './mixes';
import type { Blend, Mix } from './state';

/**
 * The lots in a cartridge while a chain is gone through. What the printer draws leaves their shares as they are: it is taken off
 * when the lots are next asked for, and all draws until then are of the same blend.
 */
export class Inside {
  private totalMl: number;
  private drawnMl = 0;
  /** The chambers as one blend, once a draw asked for it. */
  private together: Blend | null = null;

  /** @param bareLot lot of ink that no record explains */
  constructor(
    private held: readonly Mix[],
    private readonly bareLot: string,
  ) {
    this.totalMl = mixesMl(held);
  }

  /** ml by lot, chamber by chamber, as of now. */
  get mixes(): readonly Mix[] {
    if (this.drawnMl !== 0) this.put(takeFrom(this.held, this.drawnMl, null));
    return this.held;
  }

  /** Other lots are in it from here. */
  put(mixes: readonly Mix[]): void {
    this.held = mixes;
    this.totalMl = mixesMl(mixes);
    this.drawnMl = 0;
    this.together = null;
  }

  /**
   * The printer draws from all chambers alike.
   *
   * @returns the blend that it draws
   */
  draw(ml: number): Blend {
    if (this.totalMl - this.drawnMl <= NOTHING_ML) {
      this.put(takeFrom(this.mixes, ml, null));
      return mixOf(this.bareLot, 1).blend;
    }
    this.together ??= lotsOf(this.held, 1, this.bareLot).blend;
    this.drawnMl += ml;
    return this.together;
  }
}
