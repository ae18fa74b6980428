import { expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { define, fill, install, script, setUp, weigh, PRINTER } from '../testing';
import { makeStamp } from '../workbook';
import { advance } from './advance';
import { atOpenDoor } from './atOpenDoor';
import { beginRun } from './beginRun';
import { currentStep, stepsFor } from './stepsFor';
import { doorFacts } from './doorFacts';
import { factsOfStep } from './factsOfStep';
import { plannedAnswer } from './layOut';
import { runEnv } from './runEnv';
import { suggestChoice } from './suggestChoice';
import type { BenchRun, CartridgeRun } from './run';
import type { Step } from './step';

const AT = '2026-03-02T09:00:00.000Z';

/** A queue of two out of one printer that stays open, driven until each is in, or to its end. */
function queueOfTwo(whole: boolean) {
  const ledger = Ledger.from(
    script([
      ...setUp,
      define({ ...PRINTER, schools: { ...PRINTER.schools, cleaning: 'always' } }),
      ...['cyan', 'magenta'].flatMap((id) => [weigh(id, 60), fill(id, 1)]),
      install,
    ]),
  );
  let now = Date.parse(AT);
  const iso = (): string => new Date(now).toISOString();
  const stamp = makeStamp({ now: () => now }, () => 0.3);
  const seen: Step[] = [];
  const drive = (id: string): CartridgeRun => {
    const choice = suggestChoice(ledger, id, iso())!;
    let run = beginRun(ledger, { ...choice, oneDoor: true }, `run-${id}`, iso());
    for (let i = 0; i < 90; i++) {
      const env = runEnv(ledger, run, iso())!;
      const steps = stepsFor(run, env);
      if (steps.every((step) => run.done.includes(step.id))) break;
      const step = currentStep(run, steps);
      seen.push(step);
      now += 20_000;
      const answer =
        step.id === 'where'
          ? ({ kind: 'choice', choice: 'install' } as const)
          : plannedAnswer(run, env, step, iso());
      const { facts, events } = factsOfStep(run, env, step, answer, iso());
      const written = stamp(facts);
      ledger.add(written);
      run = events.reduce(advance, run);
      for (const fact of written) run = advance(run, { type: 'written', id: `${step.id}:${fact.id}` });
      if (step.id === 'install' && !whole) break;
    }
    return run;
  };
  const bench: BenchRun = {
    id: 'queue',
    rehearsal: false,
    queue: ['cyan', 'magenta'].map(drive),
    at: 1,
    startedAt: AT,
  };
  return { ledger, bench, seen, stamp };
}
const changes = (ledger: Ledger): number => ledger.facts.filter(({ kind }) => kind === 'installed').length;

test('one door for a queue: nothing is in by the log until it closes, then all of them with one priming routine', () => {
  const { ledger, bench, seen, stamp } = queueOfTwo(true);
  // Behind an open door the printer says nothing of a chip, and cleans nothing.
  expect(seen.filter(({ id }) => id.startsWith('recognised') || id === 'head-clean')).toEqual([]);
  expect(changes(ledger)).toBe(1);
  const facts = doorFacts(ledger, bench);
  expect(facts).toEqual([
    {
      kind: 'installed',
      printerId: 'printer',
      into: [
        { slotId: 'cyan', cartridgeId: 'cyan' },
        { slotId: 'magenta', cartridgeId: 'magenta' },
      ],
    },
  ]);
  ledger.add(stamp(facts));
  expect(changes(ledger)).toBe(2);
  for (const id of ['cyan', 'magenta'])
    expect(ledger.state.cartridges.get(id)!.seat).toMatchObject({ slotId: id });
});

test('a step back from putting one in takes it off the open door; one that was written is not put in twice', () => {
  const { ledger, bench } = queueOfTwo(false);
  const [first, second] = bench.queue as [CartridgeRun, CartridgeRun];
  const stand = (queue: readonly CartridgeRun[]): string[] =>
    atOpenDoor(ledger, { ...bench, queue }).map(({ cartridgeId }) => cartridgeId);
  expect(stand([first, second])).toEqual(['cyan', 'magenta']);
  expect(stand([first, advance(second, { type: 'back' })])).toEqual(['cyan']);
  expect(stand([advance(first, { type: 'written', id: 'install:' }), second])).toEqual(['magenta']);
  expect(doorFacts(ledger, { ...bench, queue: [] })).toEqual([]);
  expect(doorFacts(ledger, { ...bench, rehearsal: true })).toEqual([]);
});
