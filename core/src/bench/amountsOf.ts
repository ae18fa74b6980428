import type { Uncertain } from '../quantity';
import { entriesOf, type Entry } from './entriesOf';
import { countedIn, METHOD_DATA, type Counted } from './methods';
import { isRead, readU } from './readU';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';
import { riseOf, spansOf, type LoadEntry, type Span } from './spansOf';
import type { Part } from './step';

/** Relative standard uncertainty of what was spilt, as somebody judged it. */
export const SPILT_U = 0.3;

export interface FillAmount {
  readonly chamber: number;
  readonly bottleId: string;
  readonly ml: Uncertain;
  readonly by: 'mass' | 'syringe' | 'line' | Counted;
  /** Which body of a two-part cartridge it went into. */
  readonly part?: Part;
  /** By mass, and read from a syringe too: what each said by itself. */
  readonly beside?: { readonly g: Uncertain; readonly ml: Uncertain };
}

/** An entry, with how much really moved: by the scale where it was weighed before and after, else as it was read. */
export type Measured =
  | { readonly type: 'filled'; readonly entry: Entry; readonly amount: FillAmount }
  | { readonly type: 'out'; readonly entry: Extract<Entry, { type: 'out' }>; readonly ml: Uncertain }
  | { readonly type: 'other'; readonly entry: Entry };

/**
 * What really moved in a run, in order: between two weighings of a body the rise of its mass, with what was taken out by hand
 * meanwhile added back (the balance is of ink poured, not of ink kept), shared by what was read; otherwise the syringe, the
 * count or the line with their larger u. Loads of one chamber between two weighings are one fill.
 */
export function measuredOf(run: CartridgeRun, env: RunEnv): Measured[] {
  const entries = entriesOf(run);
  const fills = new Map<Entry, FillAmount>();
  const outs = new Map<Entry, Uncertain>();
  const merged = new Set<Entry>();
  for (const body of ['whole', 'head', 'tank'] as const)
    for (const { span, from, to } of spansOf(entries, body)) {
      const rise = from && to ? riseOf(span, from, to, env) : null;
      const gainedG = from && to ? { value: to.value - from.value, u: Math.hypot(from.u, to.u) } : null;
      for (const group of groupsOf(span.loads)) {
        const last = group.at(-1)!;
        const amount = amountOf(run, env, span, group, rise, gainedG);
        for (const load of group) if (load !== last || !amount) merged.add(load);
        if (amount) fills.set(last, amount);
      }
      const taken = span.outs.reduce((sum, { ml }) => sum + ml.value, 0);
      // Nothing but drawing out lies between them: the scale knows better than the syringe how much.
      const fell = span.loads.length === 0 && span.spiltMl === 0 && rise && rise.value < 0 ? rise : null;
      for (const out of span.outs)
        if (fell && taken > 0)
          outs.set(out, {
            value: (-fell.value * out.ml.value) / taken,
            u: (fell.u * out.ml.value) / taken,
          });
    }
  return entries.flatMap((entry): Measured[] => {
    if (entry.type === 'load') {
      const amount = fills.get(entry);
      return amount && !merged.has(entry) ? [{ type: 'filled', entry, amount }] : [];
    }
    if (entry.type === 'out') return [{ type: 'out', entry, ml: outs.get(entry) ?? entry.ml }];
    return [{ type: 'other', entry }];
  });
}

/** What really went in, fill by fill. */
export const amountsOf = (run: CartridgeRun, env: RunEnv): FillAmount[] =>
  measuredOf(run, env).flatMap((one) => (one.type === 'filled' ? [one.amount] : []));

const groupsOf = (loads: readonly LoadEntry[]): LoadEntry[][] => {
  const groups = new Map<string, LoadEntry[]>();
  for (const load of loads) {
    if (load.ml <= 0) continue;
    const key = `${load.part ?? ''}/${load.chamber}`;
    groups.set(key, [...(groups.get(key) ?? []), load]);
  }
  return [...groups.values()];
};

function amountOf(
  run: CartridgeRun,
  env: RunEnv,
  { loads, outs, spiltMl }: Span,
  group: readonly LoadEntry[],
  rise: Uncertain | null,
  gainedG: Uncertain | null,
): FillAmount | null {
  const [first] = group;
  const bottleId = first && (run.bottleIds[first.chamber] ?? run.bottleIds[0]);
  if (!first || !bottleId) return null;
  const ml = group.reduce((sum, load) => sum + load.ml, 0);
  const all = loads.reduce((sum, load) => sum + load.ml, 0);
  const read = readU(run, env, ml);
  const common = { chamber: first.chamber, bottleId, ...(first.part ? { part: first.part } : {}) };
  const handMl = spiltMl + outs.reduce((sum, out) => sum + out.ml.value, 0);
  const handVar = (SPILT_U * spiltMl) ** 2 + outs.reduce((sum, out) => sum + out.ml.u ** 2, 0);
  const poured = rise && rise.value + handMl;
  // Drops that the scale does not see went in all the same.
  if (rise && poured !== null && (poured > 0 || !first.topOff)) {
    const share = ml / all;
    // More than this went in or out meanwhile, or the scale said the load, too: the two said nothing each by itself.
    const both =
      gainedG !== null &&
      gainedG.value > 0 &&
      METHOD_DATA[run.method].dosed === 'syringe' &&
      share === 1 &&
      handMl === 0 &&
      group.every(({ id }) => isRead(run, id));
    return {
      ...common,
      by: 'mass',
      ...(both ? { beside: { g: gainedG, ml: { value: ml, u: read } } } : {}),
      ml: {
        value: Math.max(0, poured) * share,
        u: Math.hypot(rise.u, Math.sqrt(handVar)) * share + (env.body.type.chambers > 1 ? read : 0),
      },
    };
  }
  const { dosed } = METHOD_DATA[run.method];
  return {
    ...common,
    by: dosed === 'line' ? 'line' : (countedIn(run.method) ?? 'syringe'),
    ml: { value: ml, u: read },
  };
}
