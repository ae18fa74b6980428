import type { Uncertain } from '../quantity';
import type { Fate } from '../workbook';
import type { Answer, CartridgeRun } from './run';
import type { Part } from './step';

/** The body that stood on the scale: the whole, or one of a two-part cartridge's two. */
export type Weighed = 'whole' | Part;

/** What moved ink, or told how much there is, in the order in which it was answered. */
export type Entry = { readonly id: string; readonly at: string | null; readonly body: Weighed } & (
  | {
      readonly type: 'mass';
      /** Of that body. */
      readonly massG: Uncertain;
      /** What the log takes of it; null: a head waits for its tank. */
      readonly taken: {
        readonly purpose: 'before' | 'after';
        readonly answer: Extract<Answer, { kind: 'mass' }>;
      } | null;
    }
  | {
      readonly type: 'load';
      readonly chamber: number;
      readonly part: Part | null;
      readonly ml: number;
      readonly topOff: boolean;
    }
  | {
      readonly type: 'out';
      readonly kind: 'drawnOut' | 'primed';
      readonly ml: Uncertain;
      readonly fate: Fate;
    }
  | { readonly type: 'spilt'; readonly ml: number }
  | { readonly type: 'said'; readonly choice: string }
);

/** A run as it stood before its first load: what was decided, weighed and drawn out until then. */
export function beforeLoads(run: CartridgeRun): CartridgeRun {
  const known = before.get(run);
  if (known) return known;
  const ids = idsOf(run);
  const first = ids.findIndex((id) => id.startsWith('load-'));
  let cut = run;
  if (first >= 0) {
    const kept = new Set(ids.slice(0, first));
    const at = run.done.findIndex((id) => id.startsWith('load-'));
    const done = at >= 0 ? run.done.slice(0, at) : run.done;
    const spills = (run.spills ?? []).filter(({ after }) => after === null || done.includes(after));
    cut = {
      ...run,
      done,
      answers: Object.fromEntries(Object.entries(run.answers).filter(([id]) => kept.has(id))),
      spills,
      spiltMl: spills.reduce((sum, { ml }) => sum + ml, 0),
    };
  }
  before.set(run, cut);
  return cut;
}
const before = new WeakMap<CartridgeRun, CartridgeRun>();

/** Ids in the order in which they were answered; answers put together by hand stand in the order of their keys. */
function idsOf(run: CartridgeRun): string[] {
  const done = run.done.filter((id) => run.answers[id] !== undefined);
  const known = new Set(done);
  return [...done, ...Object.keys(run.answers).filter((id) => !known.has(id))];
}

/**
 * A run as a story: each answer that says something of its ink, one after the other.
 *
 * @returns entries in order; what is weighed after its record is in the log by itself and is left out
 */
export function entriesOf(run: CartridgeRun): Entry[] {
  const entries: Entry[] = [];
  const parts = Object.values(run.answers).some((answer) => answer.kind === 'mass' && answer.headG);
  const bodyOf = (part: Part): Weighed => (parts ? part : 'whole');
  let spilt = 0;
  let unplaced = run.spiltMl - (run.spills ?? []).reduce((sum, { ml }) => sum + ml, 0);
  const spill = (ml: number): void => {
    if (ml > 1e-9)
      entries.push({ id: `spilt-${(spilt += 1)}`, at: null, body: bodyOf('tank'), type: 'spilt', ml });
  };
  const spillsAfter = (id: string): void => {
    for (const one of run.spills ?? []) if (one.after === id) spill(one.ml);
  };
  for (const one of run.spills ?? []) if (one.after === null) spill(one.ml);
  for (const id of idsOf(run)) {
    const answer = run.answers[id]!;
    const entry = entryOf(run, id, answer, bodyOf);
    if (entry) entries.push(...entry);
    // What a run of an earlier build spilt has no place of its own: with the first load, as it was meant.
    if (answer.kind === 'load' && unplaced > 1e-9) {
      spill(unplaced);
      unplaced = 0;
    }
    spillsAfter(id);
  }
  // Spilt after a step that asks nothing.
  for (const one of run.spills ?? [])
    if (one.after !== null && run.answers[one.after] === undefined) spill(one.ml);
  spill(unplaced);
  return entries;
}

function entryOf(
  run: CartridgeRun,
  id: string,
  answer: Answer,
  bodyOf: (part: Part) => Weighed,
): Entry[] | null {
  const at = answer.at ?? null;
  switch (answer.kind) {
    case 'mass': {
      if (id === 'weigh-rested') return null;
      if (id === 'weigh-head' || id === 'weigh-primed' || id.startsWith('head-weigh-after'))
        return [{ id, at, body: 'head', type: 'mass', massG: answer.massG, taken: null }];
      const { headG } = answer;
      const purpose = id === 'weigh-before' || id === 'weigh-drawn' ? 'before' : 'after';
      return [
        {
          id,
          at,
          body: headG ? 'tank' : 'whole',
          type: 'mass',
          massG: headG ? { value: answer.massG.value - headG.value, u: answer.massG.u } : answer.massG,
          taken: { purpose, answer },
        },
      ];
    }
    case 'load': {
      const head = /^(load-0-|head-)/.test(id);
      const part = run.method === 'twoPart' ? (head ? ('head' as const) : ('tank' as const)) : null;
      const body = part ? bodyOf(part) : 'whole';
      const chamber = part || !id.startsWith('load-') ? 0 : Number(id.split('-')[1]);
      const load: Entry = {
        id,
        at,
        body,
        type: 'load',
        chamber,
        part,
        ml: answer.ml,
        topOff: !id.startsWith('load-'),
      };
      if (!answer.massG) return [load];
      const taken =
        body === 'whole'
          ? {
              purpose: 'after' as const,
              answer: { kind: 'mass' as const, massG: answer.massG, at: at ?? '' },
            }
          : null;
      return [load, { id, at, body, type: 'mass', massG: answer.massG, taken }];
    }
    case 'volume': {
      if (id === 'leftover') return null;
      const kind = id.includes('prime') ? 'primed' : 'drawnOut';
      const body = id.includes('head') ? bodyOf('head') : bodyOf('tank');
      return [{ id, at, body, type: 'out', kind, ml: answer.ml, fate: answer.fate }];
    }
    case 'choice':
      return [{ id, at, body: 'whole', type: 'said', choice: answer.choice }];
    default:
      return null;
  }
}
