export type FloatFault = 'none' | 'bothLit' | 'bothDark';

/**
 * A float sensor clipped on a clear wall: a switch point with its tolerance, some hysteresis, and two lamps of which one is
 * always lit when it is healthy.
 */
export class FloatSensor {
  private wet = true;

  constructor(
    /** Where it switches, as a share of the capacity; its own tolerance is part of it. */
    readonly switchAt: number,
    readonly hysteresis = 0.02,
    public fault: FloatFault = 'none',
  ) {}

  /** The lamps for a content: one for ink, one for low. */
  lamps(share: number): { readonly ink: boolean; readonly low: boolean } {
    if (share < this.switchAt - this.hysteresis / 2) this.wet = false;
    else if (share > this.switchAt + this.hysteresis / 2) this.wet = true;
    if (this.fault === 'bothLit') return { ink: true, low: true };
    if (this.fault === 'bothDark') return { ink: false, low: false };
    return { ink: this.wet, low: !this.wet };
  }

  /** What its lamps say in words. */
  static words({ ink, low }: { readonly ink: boolean; readonly low: boolean }): string {
    if (ink && low) return 'Both lamps are lit: the sensor or its cable is at fault.';
    if (!ink && !low) return 'Both lamps are dark: the sensor or its cable is at fault.';
    return ink ? 'Ink stands above the sensor.' : 'Ink stands below the sensor: weigh it soon.';
  }
}
