import { CONTRADICTS_SIGMA } from '../ledger';
import { SPILT_U } from './amountsOf';
import { entriesOf, type Weighed } from './entriesOf';
import type { RunEnv } from './env';
import { METHOD_DATA } from './methods';
import { isRead, readU } from './readU';
import type { CartridgeRun } from './run';
import { riseOf, spansOf } from './spansOf';

/** A difference of less than this is how a hand pours: ml, and as a share of the larger. */
const LEAST_ML = 1;
const LEAST_SHARE = 0.15;

/** What went into one body since it was weighed, as it was read and as the scale has it, ml. */
export interface Apart {
  readonly readMl: number;
  readonly weighedMl: number;
}

/**
 * Do syringe and scale say amounts of one fill that cannot both be right? One of them was mistyped, or more went in or out than
 * was said. Of the last weighing that has loads before it.
 *
 * @returns null where they agree, or where nothing was read beside the scale
 */
export function saidApart(run: CartridgeRun, env: RunEnv): Apart | null {
  if (METHOD_DATA[run.method].dosed !== 'syringe') return null;
  const entries = entriesOf(run);
  const spans = (['whole', 'head', 'tank'] satisfies Weighed[]).flatMap((body) => spansOf(entries, body));
  const last = spans.findLast(({ span, from, to }) => from && to && span.loads.length > 0);
  if (!last?.from || !last.to) return null;
  const { loads, outs, spiltMl } = last.span;
  // Drops onto a sponge are not read at all; and a load of which the scale said how much it was agrees with itself.
  if (!loads.every(({ id, topOff }) => !topOff && isRead(run, id))) return null;
  const rise = riseOf(last.span, last.from, last.to, env);
  const readMl = loads.reduce((sum, { ml }) => sum + ml, 0);
  const weighedMl = rise.value + spiltMl + outs.reduce((sum, { ml }) => sum + ml.value, 0);
  const u = Math.hypot(
    rise.u,
    SPILT_U * spiltMl,
    ...outs.map(({ ml }) => ml.u),
    ...loads.map(({ ml }) => readU(run, env, ml)),
  );
  const off = Math.abs(readMl - weighedMl);
  const least = Math.max(LEAST_ML, LEAST_SHARE * Math.max(readMl, weighedMl), CONTRADICTS_SIGMA * u);
  return off > least ? { readMl, weighedMl } : null;
}
