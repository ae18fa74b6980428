import { countedIn, type Counted } from './methods';
import type { Step } from './step';

export interface StepNumber {
  readonly value: number;
  readonly u?: number;
  readonly unit: 'ml' | 'g' | Counted;
}

/** The one number of a step: what goes in or comes out, or what the scale should come to; null where there is none. */
export function numberOf(step: Step): StepNumber | null {
  switch (step.kind) {
    case 'weigh':
      return step.targetG === null ? null : { value: step.targetG + (step.panG ?? 0), unit: 'g' };
    case 'load':
      return step.count === null
        ? { value: step.ml.value, u: step.ml.u, unit: 'ml' }
        : { value: step.count, unit: countedIn(step.method) ?? 'squeezes' };
    case 'draw':
      return { value: step.ml.value, u: step.ml.u, unit: 'ml' };
    case 'do':
      return step.doing.code === 'draw-up' || step.doing.code === 'in-syringe'
        ? { value: step.doing.ml, unit: 'ml' }
        : null;
    default:
      return null;
  }
}
