import { expect, test } from '@jest/globals';
import { cartridgeView, slotView } from '../advice';
import { withReason } from '../check';
import { Ledger } from '../ledger';
import { bodyRoom, define, weigh } from '../testing';
import {
  BECAUSE,
  LOOKS,
  makeStamp,
  SIGNALS,
  type Cartridge,
  type CartridgeType,
  type Construction,
  type FactDraft,
  type Signal,
} from '../workbook';
import { advance } from './advance';
import { beginRun, type RunChoice } from './beginRun';
import { CONSTRUCTION_DATA } from './methods';
import { currentStep, stepsFor } from './stepsFor';
import { factsOfStep } from './factsOfStep';
import { forkOf } from './forkOf';
import { plannedAnswer } from './layOut';
import { runEnv } from './runEnv';
import { suggestChoice } from './suggestChoice';
import type { CartridgeRun } from './run';
import type { Step } from './step';

const AT = '2026-03-02T09:00:00.000Z';

/** Answers that change nothing, each with its reason. Whatever else is asked has an effect, or this test fails. */
const NEUTRAL: Readonly<Record<string, string>> = {
  'match same': 'where the log knows that they differ it asks whatever the eye said',
  'match differs': 'the same: it is asked whether it is meant so',
  'prime-decide printer': 'the printer’s own cleaning is offered at the door, by its school',
  'prime-decide skip': 'nothing is drawn: the dose is without a prime, as it was planned by the school',
  'head-clean no': 'no cleaning is made',
  'self-reset no': 'its count goes on falling as it did',
  'new-chip no': 'the old chip stays',
  'reset leftAlone': 'the gauge keeps counting down',
  'recognised recognised': 'what was expected',
  'really-out prints': 'it is put aside: nothing was opened',
};

interface Room {
  readonly construction: Construction;
  readonly chambers?: number;
  readonly type?: Partial<CartridgeType>;
  readonly cartridge?: Partial<Cartridge>;
  readonly more?: FactDraft[];
  readonly choose?: Partial<RunChoice>;
}
const chip = (strategy: 'newEachTime' | 'selfResetting') => ({
  chip: { strategy, volumeMl: 20, original: false } as const,
});
const HERE: FactDraft = {
  kind: 'installed',
  printerId: 'printer',
  into: [{ slotId: 'cyan', cartridgeId: 'it' }],
};
const ROOMS: readonly Room[] = [
  { construction: 'compartmentTank', more: [weigh('it', 60), HERE] },
  { construction: 'spongeReservoir', more: [weigh('it', 20), HERE], cartridge: chip('newEachTime') },
  { construction: 'spongeReservoir', more: [weigh('it', 20)], choose: { method: 'outletSyringe' } },
  { construction: 'integratedHead', chambers: 3, more: [weigh('it', 29), HERE] },
  { construction: 'integratedHead', cartridge: { initial: 'partUsed' }, choose: { byScale: false } },
  { construction: 'twoPart', cartridge: { initial: 'original' }, more: [HERE], choose: { byScale: false } },
  { construction: 'bag', more: [weigh('it', 120)], cartridge: chip('selfResetting') },
  {
    construction: 'compartmentTank',
    cartridge: { initial: 'empty', emptyG: null },
    choose: { occasion: 'first' },
  },
  {
    construction: 'compartmentTank',
    more: [{ kind: 'flushed', cartridgeId: 'it', chamber: 0, addedMl: 8, drawnMl: 2 }],
    choose: { bottleIds: ['bottle-magenta'] },
  },
];

/** What stands in the world after an answer: the way on, the facts, the belief, the ports. */
function worldAfter(ledger: Ledger, run: CartridgeRun, step: Step, choice: string): string {
  const env = runEnv(ledger, run, AT)!;
  const { facts, events } = factsOfStep(run, env, step, { kind: 'choice', choice }, AT);
  const then = events.reduce(advance, run);
  const book = Ledger.from([...ledger.facts, ...makeStamp({ now: () => Date.parse(AT) }, () => 0.6)(facts)]);
  const after = runEnv(book, then, AT)!;
  const fork = forkOf(then, after);
  const view = cartridgeView(fork.book, 'it', AT)!;
  return JSON.stringify({
    way: stepsFor(then, after).map((one) => [
      one.id,
      one.kind === 'load' ? one.ml.value.toFixed(3) : one.kind === 'draw' ? one.chamber : '',
    ]),
    facts: facts.map(({ at: _at, ...fact }) => fact),
    fork: fork.facts.map(({ at: _at, ...fact }) => fact),
    ink: [fork.contents.value.toFixed(4), view.wetMl, view.state.rejected, view.state.chip.machine.phase],
    ports: then.ports,
    ended: then.done.length < run.done.length,
  });
}

test('every answer to every question has an effect, or is named as neutral with its reason', () => {
  const silent = new Map<string, Set<string>>();
  const asked = new Set<string>();
  for (const room of ROOMS) {
    const { construction, chambers = 1, more = [], choose = {}, type, cartridge } = room;
    const ledger = Ledger.from(
      bodyRoom(construction, chambers, {
        more: [
          define({
            entity: 'tool',
            id: 'clip',
            name: 'Clip',
            tool: 'clip',
            fitsHeightMm: null,
            squeezeMl: null,
            count: 1,
          }),
          ...more,
        ],
        ...(type ? { type } : {}),
        ...(cartridge ? { cartridge } : {}),
      }),
    );
    const method = choose.method ?? CONSTRUCTION_DATA[construction].methods[0]!;
    const chosen = suggestChoice(ledger, 'it', AT, { method, ...choose })!;
    let run = beginRun(ledger, chosen, 'run', AT);
    for (let i = 0; i < 90; i++) {
      const env = runEnv(ledger, run, AT)!;
      const steps = stepsFor(run, env);
      if (steps.every((step) => run.done.includes(step.id))) break;
      const step = currentStep(run, steps);
      const codes = step.kind === 'check' ? step.answers : step.kind === 'decide' ? step.options : [];
      const worlds = codes.map((code) => worldAfter(ledger, run, step, code));
      codes.forEach((code, k) => {
        const name = `${step.kind === 'check' ? step.check : step.id} ${code}`;
        asked.add(name);
        // The answer that goes on as planned is what the others are held against.
        const same = worlds.some((world, other) => other !== k && world === worlds[k]);
        if (same) silent.set(name, (silent.get(name) ?? new Set()).add(construction));
      });
      const go =
        step.id === 'where'
          ? ({ kind: 'choice', choice: 'install' } as const)
          : step.id === 'wet'
            ? ({ kind: 'choice', choice: 'fill-wet' } as const)
            : step.id === 'mismatch'
              ? ({ kind: 'choice', choice: 'on-purpose' } as const)
              : plannedAnswer(run, env, step, AT);
      run = factsOfStep(run, env, step, go, AT).events.reduce(advance, run);
    }
  }
  const without = [...silent.keys()].filter((name) => NEUTRAL[name] === undefined);
  expect(without).toEqual([]);
  // The table speaks of questions that are really put.
  for (const question of [
    'contents draw',
    'own-empty part',
    'really-out out',
    'drip tooFull',
    'wet dry-first',
  ])
    expect(asked).toContain(question);
});

/** The belief and the chip of one cartridge in its slot, after these facts. */
function standing(drafts: readonly FactDraft[]): string {
  const facts = bodyRoom('compartmentTank', 1, {
    cartridge: { chip: { strategy: 'leftAlone', volumeMl: 47, original: true } },
    more: [weigh('it', 80), HERE, ...drafts],
  });
  const book = Ledger.from(facts);
  const at = '2026-03-04T09:00:00.000Z';
  const view = cartridgeView(book, 'it', at)!;
  const advice = slotView(book, 'printer', 'cyan', at)!.advice;
  return JSON.stringify([
    view.ink && [view.ink.value.toFixed(3), view.ink.u.toFixed(3), view.ink.contradiction?.code],
    view.state.chip.machine,
    view.state.gauge?.fraction,
    view.wetMl,
    view.state.rejected?.found,
    [advice.code, advice.notKnown, advice.safeSheets],
    book.context.empties.get('it')?.value,
  ]);
}
const signal = (one: Signal): FactDraft => ({
  kind: 'chipSignalled',
  printerId: 'printer',
  slotId: 'cyan',
  signal: one,
});

test('every signal of a printer, every look and every “what happened?” is reckoned with, or is neutral for a reason', () => {
  const neutral: Readonly<Record<string, string>> = {
    'signal recognised': 'it was seen before, too',
    'signal promptClosed': 'no prompt stood open',
    'look sound': 'nothing was wrong with it',
    'because unknown': 'the weight counts as it stands; the account leaves the difference unexplained',
    'because drawsMore': 'the weight counts as it stands; what is learnt of the printer changes from here',
    'because leaked': 'the weight counts as it stands; the account says leaked',
    'because spilt': 'the weight counts as it stands; the account says spilt',
    'because evaporated': 'the weight counts as it stands; the account says leaked',
    'because notLogged': 'the weight counts as it stands; the interval teaches nothing',
  };
  const silent: string[] = [];
  const before = standing([]);
  for (const one of SIGNALS) if (standing([signal(one)]) === before) silent.push(`signal ${one}`);
  for (const found of LOOKS)
    if (standing([{ kind: 'looked', cartridgeId: 'it', found }]) === before) silent.push(`look ${found}`);
  const off: FactDraft = weigh('it', 55);
  const plain = standing([off]);
  for (const reason of [...BECAUSE, 'ownEmpty', 'wet', 'partOn'] as const)
    if (standing([withReason(off, reason)]) === plain) silent.push(`because ${reason}`);
  expect(silent.filter((name) => neutral[name] === undefined)).toEqual([]);
});

test('the newer of two signals counts, whatever the older said', () => {
  const read = (fraction: number): FactDraft => ({
    kind: 'gaugeRead',
    printerId: 'printer',
    slotId: 'cyan',
    fraction,
    by: 'person',
  });
  const phase = (...drafts: FactDraft[]): string =>
    (JSON.parse(standing(drafts)) as [unknown, { phase: string }])[1].phase;
  expect(phase(signal('low'), read(0.8))).toBe('counting');
  expect(phase(read(0.8), signal('low'))).toBe('low');
  expect(phase(signal('low'), signal('notRecognised'), signal('recognised'))).toBe('counting');
  expect(phase(signal('stops'), signal('recognised'))).toBe('stopped');
  // A figure that was read before the signal no longer stands.
  const gauge = (...drafts: FactDraft[]): number =>
    (JSON.parse(standing(drafts)) as [unknown, unknown, number])[2];
  expect(gauge(read(0.8), signal('low'))).toBe(0.2);
});
