import type { Uncertain } from '../quantity';
import type { Entry, Weighed } from './entriesOf';
import type { RunEnv } from './env';
import { pouredDensity } from './pouredDensity';

export type LoadEntry = Extract<Entry, { type: 'load' }>;
export type OutEntry = Extract<Entry, { type: 'out' }>;

/** What moved between two weighings of one body. */
export interface Span {
  loads: LoadEntry[];
  outs: OutEntry[];
  spiltMl: number;
}
const newSpan = (): Span => ({ loads: [], outs: [], spiltMl: 0 });

/** The spans between the weighings of one body; the last one is open. */
export function spansOf(
  entries: readonly Entry[],
  body: Weighed,
): { readonly span: Span; readonly from: Uncertain | null; readonly to: Uncertain | null }[] {
  const spans: { span: Span; from: Uncertain | null; to: Uncertain | null }[] = [];
  let span = newSpan();
  let from: Uncertain | null = null;
  for (const entry of entries) {
    if (entry.body !== body) continue;
    if (entry.type === 'mass') {
      spans.push({ span, from, to: entry.massG });
      span = newSpan();
      from = entry.massG;
    } else if (entry.type === 'load') span.loads.push(entry);
    // Back into the cartridge: nothing left it.
    else if (entry.type === 'out') {
      if (entry.fate !== 'cartridge' && entry.ml.value > 0) span.outs.push(entry);
    } else if (entry.type === 'spilt') span.spiltMl += entry.ml;
  }
  spans.push({ span, from, to: null });
  return spans;
}

/** What a body gained between two weighings, ml: poured less taken out. */
export function riseOf(span: Span, from: Uncertain, to: Uncertain, env: RunEnv): Uncertain {
  const byChamber: number[] = Array.from({ length: env.body.type.chambers }, () => 0);
  for (const { chamber, ml } of span.loads) byChamber[chamber] = (byChamber[chamber] ?? 0) + ml;
  const before = span.outs.some(({ id }) => id === 'draw-out') && span.loads.length === 0;
  const rho = before ? env.densityInside : pouredDensity(env, byChamber);
  const value = (to.value - from.value) / rho.value;
  return { value, u: Math.hypot(Math.hypot(from.u, to.u) / rho.value, (value * rho.u) / rho.value) };
}
