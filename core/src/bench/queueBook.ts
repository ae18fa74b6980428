import { foldOnto, type Book } from '../ledger';
import type { BenchRun } from './run';
import { runEnv } from './runEnv';
import { runFacts } from './runFacts';

/**
 * The log as the cartridge in hand sees it: with what the others of its queue have poured and not recorded yet.
 *
 * @param bench the queue, and which of it is in hand
 * @param at UTC instant
 */
export function queueBook(book: Book, bench: BenchRun, at: string): Book {
  const others = bench.queue.filter(
    (run, i) =>
      i !== bench.at && run.state === 'doing' && !run.done.includes('summary') && run.done.length > 0,
  );
  const drafts = others.flatMap((run) => {
    const env = runEnv(book, run, at);
    return env ? runFacts(run, env, at) : [];
  });
  // Each cartridge's facts stand in order; between cartridges only the bottle is shared.
  return foldOnto(book, drafts, at, `${bench.id}/others`);
}
