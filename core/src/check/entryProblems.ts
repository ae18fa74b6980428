import { DAY_MS } from '../time';
import { advance, runFacts, type Answer, type CartridgeRun, type RunEnv, type Step } from '../bench';
import { Trial, type CheckedBook } from '../ledger';
import type { FactDraft } from '../workbook';
import { checkFact } from './checkFact';
import type { FactProblem } from './factProblem';

/** The bench corrects these itself, at its next step. */
const CORRECTED: ReadonlySet<string> = new Set(['heavierThanMax', 'evidenceOff']);

/**
 * What is wrong with an answer on the bench, asked about as it is given and not when it is recorded: its facts are checked
 * against the run's fork, each after those before it.
 *
 * @param log what was recorded, and what is taken back: of the book that the run stands on
 * @param run before the answer
 * @param now milliseconds since 1970
 * @returns nothing when it may stand
 */
export function entryProblems(
  log: Pick<CheckedBook, 'recorded' | 'isVoidedBesides'>,
  run: CartridgeRun,
  env: RunEnv,
  step: Step,
  answer: Answer,
  now: number,
): FactProblem[] {
  if (run.done.includes('summary') || !['load', 'draw', 'weigh'].includes(step.kind)) return [];
  const at = new Date(now).toISOString();
  const then = advance(run, { type: 'next', step, answer: { ...answer, at: answer.at ?? at } });
  const known = new Set(runFacts(run, env, at).map(said));
  const drafts = runFacts(then, env, at);
  // Facts of its own run do not stand for each other here: each is judged by itself.
  const { recorded, isVoidedBesides } = log;
  const { context, state } = env.book;
  const trial = new Trial({ context, state, recorded, isVoidedBesides, facts: [] });
  return drafts.flatMap((draft, i): FactProblem[] => {
    const fact = { ...draft, id: `${run.id}#${i}`, recorded: at, at: draft.at ?? at };
    // They stand a moment after each other: none of them is held to be of the future.
    const found = known.has(said(draft)) ? [] : checkFact(trial, fact, now + DAY_MS);
    trial.add(fact);
    return found.filter(({ severity, code }) => severity === 'stop' || !CORRECTED.has(code));
  });
}

/** What a draft says, whenever it was. */
const said = ({ at: _at, ...draft }: FactDraft): string => JSON.stringify(draft);
