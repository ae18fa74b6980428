import type { Uncertain } from '../quantity';
import { middleSubject, termCoefficient } from './channel';
import { priorOfTerm, type Draws } from './features';
import type { PrinterModel } from './model';

type TaughtDraws = NonNullable<Draws['channels']>[number];

/** Before so many weigh-ins a channel has taught little. */
const LEAST_INTERVALS = 3;
/** What of a prior's doubt may be left of what counts as taught. */
const LEFT = 0.6;
/** Printers of one kind differ by so much, relative. */
const ANOTHER = 0.2;
/** The terms that a description may carry, by the name that it has there. */
const CARRIED = {
  light: 'light',
  deep: 'deep',
  group: 'group',
  recharge: 'recharge',
  change: 'change',
  idleDay: 'idleDays',
} as const;

/**
 * What a printer's weigh-ins taught of its channels, for another printer of its kind to begin from: how much a picture takes in
 * the middle of all kinds, cleanings, changes and idle days; widened by how far printers of one kind lie apart. What was hardly
 * ever met is left out.
 */
export function taughtDraws(model: PrinterModel): TaughtDraws[] {
  const widened = ({ value, u }: Uncertain): Uncertain => ({
    value: value * model.gain.value,
    u: Math.hypot(u * model.gain.value, ANOTHER * value * model.gain.value),
  });
  return [...model.channels].flatMap(([slotId, channel]) => {
    if (channel.intervals < LEAST_INTERVALS) return [];
    const terms = Object.entries(CARRIED).flatMap(([name, term]) => {
      const learnt = termCoefficient(channel, term);
      return learnt.u < LEFT * priorOfTerm(term, model.draws).u ? [[name, widened(learnt)] as const] : [];
    });
    const middle = middleSubject(channel);
    return [
      {
        slotId,
        ...(middle ? { perDm2: widened(middle) } : {}),
        ...(Object.fromEntries(terms) as Omit<TaughtDraws, 'slotId'>),
      },
    ];
  });
}
