import { contentsOf, expectedMass, foldOnto, type Book, type Contents } from '../ledger';
import type { Uncertain } from '../quantity';
import type { FactDraft } from '../workbook';
import type { CartridgeRun } from './run';
import type { RunEnv } from './env';
import { runFacts } from './runFacts';

/** A run's fork of the log: what is true with all that was answered so far, though nothing of it is recorded yet. */
export interface RunFork {
  readonly book: Book;
  /** What the fork holds beyond the log: what recording would write. */
  readonly facts: readonly FactDraft[];
  /** When its last fact happened. */
  readonly at: string;
  /** What is believed to be inside now, and what a scale would show. */
  readonly contents: Contents;
  readonly massG: Uncertain;
}

const forks = new WeakMap<CartridgeRun, { readonly env: RunEnv; readonly fork: RunFork }>();

/**
 * The run folded as far as it has come: plans, limits, scale readings and checks of what is still to do are read from here, so
 * that there is no second arithmetic beside the ledger's. Folded once for each answer.
 */
export function forkOf(run: CartridgeRun, env: RunEnv): RunFork {
  const known = forks.get(run);
  if (known?.env === env) return known.fork;
  // Once recorded, the log itself says it.
  const facts = run.done.includes('summary') ? [] : runFacts(run, env, env.at);
  const last = facts.at(-1)?.at;
  const at = last !== undefined && last > env.at ? last : env.at;
  const book = foldOnto(env.book, facts, at, run.id);
  const contents = contentsOf(book, run.cartridgeId, at) ?? { value: 0, u: 0, why: 'unknown' as const };
  const { emptyG } = env.body;
  const rho = env.densityInside.value;
  const massG =
    (contents.why === 'known' ? expectedMass(book, run.cartridgeId, at) : null) ??
    ({
      value: emptyG.value + contents.value * rho,
      u: Math.hypot(emptyG.u, contents.u * rho),
    } satisfies Uncertain);
  const fork: RunFork = { book, facts, at, contents, massG };
  forks.set(run, { env, fork });
  return fork;
}
