import { describe, expect, test } from '@jest/globals';
import { headOf, inkNow, Ledger } from '../ledger';
import { bodyRoom, script, startRun } from '../testing';
import { stepAnswerWords, stepWords } from '../words';
import { typePreset, type FactDraft } from '../workbook';
import { advance } from './advance';
import { beginRun } from './beginRun';
import { currentStep, stepsFor } from './stepsFor';
import { factsOfStep } from './factsOfStep';
import { plannedAnswer } from './layOut';
import { massAnswer } from './massAnswer';
import { runEnv } from './runEnv';
import type { CartridgeRun } from './run';
import { AT } from '../testing/lay';

describe('head and tank are two bodies', () => {
  const preset = typePreset('twoPart', 'standard');
  const head = preset.headPart!;
  const tankEmptyG = preset.emptyG.value - head.emptyG.value;
  const ledger = Ledger.from(bodyRoom('twoPart', 1, { cartridge: { initial: 'original' } }));
  /** Goes on, weighing what it is told, doing the rest as planned. */
  function drive(weights: Readonly<Record<string, number>>) {
    const { id, startedAt, ...choice } = startRun({
      method: 'twoPart',
      occasion: 'original',
      wasIn: { printerId: 'printer', slotId: 'cyan' },
    });
    let run: CartridgeRun = { ...beginRun(ledger, choice, id, startedAt), wasIn: choice.wasIn };
    const ids: string[] = [];
    const facts: FactDraft[] = [];
    for (let i = 0; i < 60; i++) {
      const env = runEnv(ledger, run, AT)!;
      const laid = stepsFor(run, env);
      if (laid.every((step) => run.done.includes(step.id))) break;
      const step = currentStep(run, laid);
      ids.push(step.id);
      const at = new Date(Date.parse(AT) + i * 60_000).toISOString();
      const g = weights[step.id];
      const answer =
        step.kind === 'weigh' && g !== undefined
          ? massAnswer(run, env, step, { value: g, u: 0.0153 }, at)
          : plannedAnswer(run, env, step, at);
      const outcome = factsOfStep(run, env, step, answer, at);
      facts.push(...outcome.facts);
      run = outcome.events.reduce(advance, run);
    }
    return { ids, facts, run };
  }
  const near = (ml: number): unknown => expect.closeTo(ml, 1);

  test('each is weighed, filled and corrected by its own masses, the head first; then both are in', () => {
    const { ids, facts } = drive({
      'weigh-head': head.emptyG.value + 0.5,
      'weigh-before': tankEmptyG + 2,
      'head-weigh-after-1': head.fullG - 0.6,
      'weigh-primed': head.fullG - 0.1,
      'weigh-after-1': preset.fullG - head.fullG,
    });
    const order = [
      'really-out',
      'weigh-head',
      'weigh-before',
      'load-0-0',
      'head-weigh-after-1',
      'head-top-off-1',
    ];
    const rest = [
      'head-weigh-after-2',
      'head-plug',
      'prime-head',
      'weigh-primed',
      'tank-open',
      'load-1-0',
      'weigh-after-1',
    ];
    const at = [...order, ...rest].map((id) => ids.indexOf(id));
    expect(at).toEqual([...at].sort((a, b) => a - b));
    expect(at[0]).toBeGreaterThan(-1);
    expect(ids.indexOf('setting')).toBeGreaterThan(ids.indexOf('install'));
    const rho = 1.064;
    expect(
      facts.flatMap((fact) => (fact.kind === 'filled' ? [[fact.part, fact.by, fact.ml.value]] : [])),
    ).toEqual([
      ['head', 'mass', near((head.fullG - 0.6 - head.emptyG.value - 0.5) / rho)],
      ['head', 'mass', expect.any(Number)],
      ['tank', 'mass', near((preset.fullG - head.fullG - tankEmptyG - 2) / rho)],
    ]);
    // The cartridge weighs what both weigh, and its head is told apart.
    const masses = facts.flatMap((fact) =>
      fact.kind === 'weighed' ? [[fact.massG.value, fact.headG?.value]] : [],
    );
    expect(masses[0]).toEqual([expect.closeTo(preset.emptyG.value + 2.5, 6), head.emptyG.value + 0.5]);
    expect(masses.at(-1)).toEqual([expect.closeTo(preset.fullG - 0.1, 6), head.fullG - 0.1]);
    const after = Ledger.from([...ledger.facts, ...script(facts, AT)]);
    expect(headOf(after, 'it')!.ink.value).toBeCloseTo((head.fullG - 0.1 - head.emptyG.value) / rho, 1);
    // What putting it in draws is foretold, not weighed.
    const there = inkNow(after, 'it', '2026-03-03T00:00:00.000Z')!;
    expect(Math.abs(there.value - (preset.fullG - 0.1 - preset.emptyG.value) / rho)).toBeLessThan(
      3 * there.u,
    );
  });

  test('the first time it waits until it is really out: while it still prints, nothing is opened', () => {
    const { id, startedAt, ...choice } = startRun({ method: 'twoPart', occasion: 'original' });
    const seat = { printerId: 'printer', slotId: 'cyan' };
    const run = { ...beginRun(ledger, choice, id, startedAt), wasIn: seat };
    const env = runEnv(ledger, run, AT)!;
    const asked = stepsFor(run, env).find((step) => step.id === 'really-out');
    if (asked?.kind !== 'decide') throw new Error('it is not asked');
    expect(stepWords(asked).title).toBe('Is it really out?');
    expect(stepAnswerWords(asked, 'prints').label).toBe('It still prints');
    const ids = stepsFor(
      { ...run, answers: { 'really-out': { kind: 'choice', choice: 'prints' } } },
      env,
    ).map(({ id: step }) => step);
    expect(ids.slice(-2)).toEqual(['really-out', 'set-aside']);
    // Later fills are not asked.
    const later = { ...run, occasion: 'topUp' as const };
    expect(stepsFor(later, env).map(({ id: step }) => step)).not.toContain('really-out');
  });

  test('a cartridge whose own empty mass leaves no sound tank is weighed as a whole', () => {
    const light = bodyRoom('twoPart', 1, { emptyG: head.emptyG.value - 1 });
    const run = startRun({ method: 'twoPart' });
    const ids = stepsFor(run, runEnv(Ledger.from(light), run, AT)!).map(({ id }) => id);
    expect(ids).toContain('weigh-before');
    expect(ids).not.toContain('weigh-head');
  });

  test('an over-full head is drawn back before its plug; a tank that is full takes nothing', () => {
    const { ids, facts } = drive({
      'weigh-head': head.emptyG.value,
      'weigh-before': preset.fullG - head.fullG,
      'head-weigh-after-1': head.maxG + 1,
      'head-weigh-after-2': head.fullG + 0.5,
    });
    expect(ids).not.toContain('load-1-0');
    expect(ids.indexOf('head-draw-back-1')).toBeGreaterThan(-1);
    expect(ids.indexOf('head-draw-back-1')).toBeLessThan(ids.indexOf('head-plug'));
    expect(facts.filter((fact) => fact.kind === 'filled').map((fact) => fact.part)).toEqual(['head']);
    expect(facts.find((fact) => fact.kind === 'drawnOut')!.ml.value).toBeCloseTo(
      (head.maxG + 0.5 - head.fullG) / 1.064,
      1,
    );
  });
});
