import type { Step } from './step';

export interface StepNumber {
  readonly value: number;
  readonly u?: number;
  readonly unit: 'ml' | 'g' | 'squeezes';
}

/** The one number of a step: what goes in or comes out, or what the scale should come to; null where there is none. */
export function numberOf(step: Step): StepNumber | null {
  switch (step.kind) {
    case 'weigh':
      return step.targetG === null ? null : { value: step.targetG, unit: 'g' };
    case 'load':
      return step.squeezes === null
        ? { value: step.ml.value, u: step.ml.u, unit: 'ml' }
        : { value: step.squeezes, unit: 'squeezes' };
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
