import { expect, test } from '@jest/globals';
import {
  advance,
  beginRun,
  currentStep,
  factsOfStep,
  panOf,
  plannedAnswer,
  queueBook,
  runEnv,
  stepsFor,
  stopsQuick,
  suggestChoice,
  type Answer,
  type BenchRun,
  type CartridgeRun,
} from '@hiraeth/core/bench';
import { all, Ledger, Trial } from '@hiraeth/core/ledger';
import { checkFact, entryProblems } from '@hiraeth/core/check';
import { makeStamp } from '@hiraeth/core/workbook';
import { makeDemo } from './index';

const AT = '2026-11-24T18:00:00.000Z';

test('nine top-ups in a queue, following the shown figures: nothing is asked that need not be, and each takes four presses beside its further syringes', () => {
  const ledger = Ledger.from(makeDemo(AT).facts);
  let now = Date.parse(AT) + 60_000;
  const iso = (): string => new Date(now).toISOString();
  const stamp = makeStamp({ now: () => now }, () => 0.37);
  const printer = all(ledger.context, 'printer').find(({ slots }) => slots.length === 9)!;
  const seats = ledger.state.printers.get(printer.id)!.slots;
  const queue: CartridgeRun[] = printer.slots.map(({ id }, i) =>
    beginRun(ledger, suggestChoice(ledger, seats.get(id)!.cartridgeId!, iso())!, `run-${i}`, iso()),
  );
  const asked: string[] = [];
  let presses = 2;
  let further = 0;
  queue.forEach((start, at) => {
    let run = start;
    for (let i = 0; i < 80; i++) {
      const bench: BenchRun = {
        id: 'queue',
        rehearsal: false,
        queue: queue.map((one, k) => (k === at ? run : one)),
        at,
        startedAt: AT,
      };
      const env = runEnv(queueBook(ledger, bench, iso()), run, iso())!;
      const steps = stepsFor(run, env);
      if (steps.every((step) => run.done.includes(step.id))) break;
      const step = currentStep(run, steps);
      now += 20_000;
      // It goes back at once, as one does whose outlet drips.
      const answer: Answer =
        step.id === 'where' ? { kind: 'choice', choice: 'install' } : plannedAnswer(run, env, step, iso());
      // What one syringe does not hold is drawn up again: as often as it takes.
      if (/^load-\d+-[1-9]/.test(step.id)) further += 1;
      if (stopsQuick(step) && step.kind !== 'weigh') presses += 1;
      expect(panOf(run, env).massG.value).toBeGreaterThanOrEqual(0);
      const problems = entryProblems(ledger, run, env, step, answer, now);
      const { facts, events } = factsOfStep(run, env, step, answer, iso());
      const written = stamp(facts);
      const trial = new Trial(ledger, written);
      for (const fact of written) {
        problems.push(...checkFact(trial, fact, now));
        trial.add(fact);
      }
      for (const { code } of problems) asked.push(`${env.body.cartridge.label}, ${step.id}: ${code}`);
      ledger.add(written);
      run = events.reduce(advance, run);
      for (const fact of written) run = advance(run, { type: 'written', id: `${step.id}:${fact.id}` });
    }
    // On to the next one.
    presses += 1;
    queue[at] = { ...run, state: 'done' };
  });
  expect(asked).toEqual([]);
  expect(presses - further).toBeLessThanOrEqual(2 + 4 * 9);
  // Every one of them stands in its slot again, and is full.
  for (const run of queue) expect(ledger.state.cartridges.get(run.cartridgeId)!.seat).not.toBeNull();
});
