import { COVERAGE } from '../numeric';
import type { Uncertain } from '../quantity';
import type { GainStep } from './gain';
import type { ForecastRecord, GainChange, Observed, PrinterModel } from './model';
import type { Pooled } from './pooled';
import { explained } from './seen';
import type { Span } from './weighIns';

/** What the last weigh-in leaves in doubt: missing or changed is often seen only at the next one. */
export function doubtOf(
  spans: readonly Span[],
  pools: readonly (Pooled | null)[],
  wrong: readonly number[],
  changed: readonly number[],
): PrinterModel['doubt'] {
  const span = spans.at(-1);
  if (!span) return null;
  const { from, to, renewed } = span;
  return {
    from,
    to,
    probability: (wrong.at(-1) ?? 0) + (renewed ? 0 : (changed.at(-1) ?? 0)),
    ratio: Math.exp(pools.at(-1)?.value ?? 0),
  };
}

/** One interval as it was foretold, beside what its evidence said. */
export function recordOf(one: Observed, foretold: Uncertain): ForecastRecord {
  const s = Math.hypot(foretold.u, one.used.u);
  const off = one.used.value - foretold.value;
  return {
    factId: one.factId,
    slotId: one.slotId,
    from: one.from,
    to: one.to,
    foretold,
    used: one.used,
    inside: Math.abs(off) <= COVERAGE * s,
    sigmas: s > 0 ? off / s : 0,
    leftOut: explained(one),
  };
}

/** Where the likeliest story has the printer draw otherwise from there on. */
export function changesOf(
  steps: readonly GainStep[],
  spans: readonly Span[],
  probability: readonly number[],
): GainChange[] {
  const changes: GainChange[] = [];
  let before = 0;
  steps.forEach((step, i) => {
    const span = spans[i];
    if (step.label === 'change' && span)
      changes.push({
        at: span.from,
        factor: Math.exp(step.gain - before),
        u: Math.exp(step.gain - before) * step.gainU,
        probability: probability[i] ?? 0,
      });
    if (step.label !== 'wrong') before = step.gain;
  });
  return changes;
}
