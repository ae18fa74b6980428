import type { Ports } from '../workbook';
import type { Caution } from './cautions';
import type { Action } from './methods';

export type StepKind = 'tools' | 'do' | 'weigh' | 'load' | 'draw' | 'decide' | 'rest' | 'summary';

export interface Step {
  readonly id: string;
  readonly kind: StepKind;
  readonly title: string;
  readonly text: string;
  readonly stop?: string;
  readonly never?: string;
  readonly cautions: readonly Caution[];
  readonly requires?: Ports;
  readonly changes?: Ports;
  readonly waitSeconds?: number;
  /** The one number of the step. */
  readonly number?: { readonly value: number; readonly u?: number; readonly unit: 'ml' | 'g' | 'squeezes' };
  /** A second reading that goes with it: what the scale shows when done. */
  readonly scaleG?: number;
  readonly purpose?: 'before' | 'after' | 'rested';
  readonly chamber?: number;
  readonly choices?: readonly { readonly value: string; readonly label: string; readonly why: string }[];
  readonly suggested?: string;
  readonly optional?: boolean;
}

export type StepDraft = Omit<Step, 'cautions'> & { readonly cautions?: readonly Caution[] };
/** Appends to the run that is being laid out: any step, or one thing to do with the hands. */
export interface Lay {
  readonly add: (step: StepDraft) => void;
  readonly act: (action: Action) => void;
}
