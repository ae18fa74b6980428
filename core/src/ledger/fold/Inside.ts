import { lotsOf, mixesMl, takeFrom } from './mixes';
import type { Mix } from './state';

/** Less than this is nothing, ml. */
const NOTHING_ML = 1e-9;

/**
 * The lots in a cartridge while a chain is gone through. What the printer draws leaves their shares as they are: it is taken off
 * when the lots are next asked for, and all draws until then name the same mixture.
 */
export class Inside {
  private totalMl: number;
  private drawnMl = 0;
  /** The chambers as one mixture, once a draw asked for it. */
  private together: Mix | null = null;

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
   * @returns the mixture that it draws: its shares hold, its amount is any
   */
  draw(ml: number): Mix {
    if (this.totalMl - this.drawnMl <= NOTHING_ML) {
      this.put(takeFrom(this.mixes, ml, null));
      return new Map([[this.bareLot, 1]]);
    }
    this.together ??= this.held.length === 1 ? this.held[0]! : lotsOf(this.held, this.totalMl, this.bareLot);
    this.drawnMl += ml;
    return this.together;
  }
}
