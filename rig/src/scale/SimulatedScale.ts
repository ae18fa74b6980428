import type { Chance } from '../random';

export interface ScaleFaults {
  /** g per minute. */
  readonly driftGPerMinute: number;
  readonly noiseG: number;
  readonly capacityG: number;
  readonly resolutionG: number;
  /** Reads this factor of the truth. */
  readonly span: number;
}

export const SOUND_SCALE: ScaleFaults = {
  driftGPerMinute: 0,
  noiseG: 0.008,
  capacityG: 200,
  resolutionG: 0.01,
  span: 1,
};

/** A bench scale that speaks the same lines as a real one: it settles, drifts, is tared, overloads, and can be unplugged. */
export class SimulatedScale {
  private shown = 0;
  private tareG = 0;
  private drift = 0;
  private onPan = 0;
  unplugged = false;

  constructor(
    private readonly chance: Chance,
    public faults: ScaleFaults = SOUND_SCALE,
  ) {}

  /** Puts a mass on the pan, in place of what lay there. */
  put(massG: number): void {
    this.onPan = massG;
  }

  tare(): void {
    this.tareG = this.shown;
  }

  /** Lets time pass and gives the line that the scale sends, or null when it is unplugged. */
  step(ms: number): string | null {
    if (this.unplugged) return null;
    const { driftGPerMinute, noiseG, capacityG, resolutionG, span } = this.faults;
    this.drift += (driftGPerMinute * ms) / 60_000;
    const target = this.onPan * span + this.drift;
    // First-order settling, as a damped pan does.
    const gap = target - this.shown;
    this.shown += gap * (1 - Math.exp(-ms / 250));
    if (this.onPan > capacityG) return '  ---OL---  ';
    const moving = Math.abs(target - this.shown) > 2 * resolutionG;
    const reading =
      Math.round((this.shown - this.tareG + this.chance.normal(0, noiseG)) / resolutionG) * resolutionG;
    const digits = Math.max(0, Math.round(-Math.log10(resolutionG)));
    const text = Math.abs(reading).toFixed(digits).padStart(8, ' ');
    return `${moving ? 'US' : 'ST'},GS,${reading < 0 ? '-' : '+'}${text} g`;
  }
}
