/** Of which drawings in a printer's timeline the ink is on the books: what was never weighed while it stood there is not. */
export class Coverage {
  private readonly any: Uint8Array;
  private readonly bySlot = new Map<string, Uint8Array>();
  /** Answers for each channel, and for all under null; forgotten when something is added. */
  private readonly gaps = new Map<string | null, boolean>();

  /** @param length of the timeline */
  constructor(private readonly length: number) {
    this.any = new Uint8Array(length);
  }

  /** What this channel drew from one place to before another is known. */
  add(slotId: string, from: number, to: number): void {
    let mine = this.bySlot.get(slotId);
    if (!mine) this.bySlot.set(slotId, (mine = new Uint8Array(this.length)));
    this.gaps.clear();
    mine.fill(1, from, to);
    this.any.fill(1, from, to);
  }

  /** Is any channel's ink known of what was drawn at this place? */
  has(place: number): boolean {
    return this.any[place] === 1;
  }

  /** Is this channel's? */
  hasOf(slotId: string, place: number): boolean {
    return this.bySlot.get(slotId)?.[place] === 1;
  }

  /** Is anything that was drawn known of no channel; or, of a channel, not known while others are? */
  hasGaps(slotId: string | null = null): boolean {
    let found = this.gaps.get(slotId);
    if (found === undefined) {
      const mine = slotId === null ? this.any : this.bySlot.get(slotId);
      found = false;
      for (let place = 0; place < this.length && !found; place++)
        found = (slotId === null || this.any[place] === 1) && mine?.[place] !== 1;
      this.gaps.set(slotId, found);
    }
    return found;
  }
}
