export type ResetterLight = 'dark' | 'blinking' | 'done' | 'failed';

/** How far the pins may be off, mm and degrees, and how long they must stay. */
const MOST_OFFSET_MM = 0.8;
const MOST_TILT_DEG = 5;
const HOLD_MS = 1500;

/**
 * A chip resetter: its pins must meet the contacts, and stay there until the light says so. Alignment takes more than one
 * try, as in life.
 */
export class Resetter {
  private heldMs = 0;
  light: ResetterLight = 'dark';

  /** Holds it on the chip for some time; true when the chip was reset by it. */
  hold(offsetMm: number, tiltDeg: number, ms: number): boolean {
    const meets = Math.abs(offsetMm) <= MOST_OFFSET_MM && Math.abs(tiltDeg) <= MOST_TILT_DEG;
    if (!meets) {
      this.heldMs = 0;
      this.light = 'failed';
      return false;
    }
    this.heldMs += ms;
    this.light = this.heldMs >= HOLD_MS ? 'done' : 'blinking';
    return this.light === 'done';
  }

  /** Takes it off the chip. */
  lift(): void {
    this.heldMs = 0;
    this.light = 'dark';
  }
}
