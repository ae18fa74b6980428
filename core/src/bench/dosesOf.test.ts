import { describe, expect, test } from '@jest/globals';
import { Ledger } from '../ledger';
import { bodyRoom, define, startRun } from '../testing';
import { beginProblemWords } from '../words';
import type { FactDraft } from '../workbook';
import { beginProblems } from './beginProblems';
import { beginRun } from './beginRun';
import { stepsFor } from './stepsFor';
import { numberOf } from './numberOf';
import { runEnv } from './runEnv';
import { runFacts } from './runFacts';
import type { Answer } from './run';
import { AT } from '../testing/lay';

describe('doses by drops', () => {
  const dropMl = { value: 0.031, u: 0.001 };
  const bottle = define({
    entity: 'tool',
    id: 'dropper',
    name: 'Drop bottle',
    tool: 'dropBottle',
    fitsHeightMm: null,
    squeezeMl: dropMl,
    count: 1,
  });
  const room = (more: FactDraft[]) => Ledger.from(bodyRoom('integratedHead', 1, { more }));
  const { id, startedAt, ...choice } = startRun({
    method: 'countedDrops',
    squeezeMl: null,
    byScale: false,
    dosesMl: [3.1],
  });

  test('are counted by the drop as calibrated, in halves, and known as well as the count is', () => {
    const ledger = room([bottle]);
    const run = beginRun(ledger, choice, id, startedAt);
    const env = runEnv(ledger, run, AT)!;
    const loads = stepsFor(run, env).filter((step) => step.kind === 'load');
    expect(loads.map(numberOf)).toEqual([
      { value: 50, unit: 'drops' },
      { value: 50, unit: 'drops' },
    ]);
    const answers = Object.fromEntries(
      loads.map((step): [string, Answer] => [step.id, { kind: 'load', ml: 1.55, massG: null }]),
    );
    const [filled] = runFacts({ ...run, answers }, env, AT).filter((fact) => fact.kind === 'filled');
    expect(filled).toMatchObject({ by: 'drops', method: 'countedDrops' });
    // The calibration's 3.2 %, a twentieth a drop over 100 drops, two in a hundred miscounted.
    expect(filled!.ml.u).toBeCloseTo(3.1 * Math.hypot(0.001 / 0.031, 0.05 / 10, 0.02), 6);
  });

  test('without a calibration it is asked for, and no number of drops is made up', () => {
    const ledger = room([]);
    expect(beginProblems(ledger, choice).map(beginProblemWords)).toContainEqual(
      'Nobody knows what one drop gives: calibrate it in Inks, or type it.',
    );
    const run = beginRun(ledger, choice, id, startedAt);
    const loads = stepsFor(run, runEnv(ledger, run, AT)!).filter((step) => step.kind === 'load');
    expect(loads.map((step) => step.count)).toEqual([null, null]);
  });
});
