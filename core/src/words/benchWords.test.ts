import { describe, expect, test } from '@jest/globals';
import {
  CHECKS,
  CONSTRUCTION_DATA,
  layOut,
  quickCard,
  stepsFor,
  runEnv,
  type CheckCode,
  type DrawCode,
  type Step,
} from '../bench';
import { Ledger } from '../ledger';
import { bodyRoom, SHADES, weigh, startRun } from '../testing';
import { CONSTRUCTIONS, OCCASIONS, typePreset, type Construction } from '../workbook';
import { beginProblemWords, goingInWords } from './benchWords';
import { mismatchWords } from './mismatchWords';
import { stepAnswerWords, stepWords } from './stepWords';

const AT = '2026-03-02T09:00:00.000Z';

/** Every step that any run lays out as planned, one of each id. */
function allSteps(): Step[] {
  const found = new Map<string, Step>();
  for (const construction of CONSTRUCTIONS)
    for (const method of CONSTRUCTION_DATA[construction].methods)
      for (const occasion of OCCASIONS) {
        const chambers = construction === 'integratedHead' ? 3 : 1;
        const { emptyG } = typePreset(construction, 'standard');
        const ledger = Ledger.from(
          bodyRoom(construction, chambers, {
            schools: { remains: 'drawOut', closing: occasion === 'topUp' ? 'seal' : 'open' },
            more: [weigh('it', emptyG.value + 3)],
          }),
        );
        const { steps } = layOut(
          ledger,
          {
            cartridgeId: 'it',
            method,
            occasion,
            bottleIds: SHADES.map((shade) => `bottle-${shade}`),
            scaleId: 'scale',
            syringeId: 'syringe',
            squeezeMl: 0.8,
            byScale: true,
          },
          AT,
        );
        for (const { step } of steps) found.set(`${construction} ${step.id}`, step);
      }
  return [...found.values()];
}

test('every step has a title and sentences; every answer a label; nothing unfilled stands in them', () => {
  const steps = allSteps();
  expect(steps.length).toBeGreaterThan(150);
  for (const step of steps) {
    const { title, text, stop, never } = stepWords(step);
    for (const words of [title, text, stop ?? '.', never ?? '.'])
      expect(words).not.toMatch(/undefined|NaN|null|\[object|\d{6,}/);
    expect(title).toMatch(/^\S.*[^.\s]$/);
    expect([step.id, text]).toEqual([step.id, expect.stringMatching(/[.!?]$/)]);
    const codes = step.kind === 'check' ? step.answers : step.kind === 'decide' ? step.options : [];
    if (step.kind === 'check' || step.kind === 'decide')
      for (const code of codes) {
        const { label, why } = stepAnswerWords(step, code);
        expect([step.id, code, label]).toEqual([
          step.id,
          code,
          expect.stringMatching(/^[A-Za-z0-9].*[^.\s]$/),
        ]);
        expect(why === '' || /[.!?]$/.test(why)).toBe(true);
      }
  }
});

test('every answer of every check that is not the good one says what follows', () => {
  for (const check of Object.keys(CHECKS) as CheckCode[]) {
    const step: Step = {
      id: `${check}-1`,
      kind: 'check',
      check,
      answers: CHECKS[check].answers,
      chambers: [],
      pairs: [],
      cautions: [],
    };
    const [, ...others] = CHECKS[check].answers;
    expect(others.length).toBeGreaterThan(0);
    for (const code of others)
      expect([check, code, stepAnswerWords(step, code).why]).toEqual([
        check,
        code,
        expect.stringMatching(/\S.*\.$/),
      ]);
  }
});

describe('words by what is at hand', () => {
  const wordsOf = (
    construction: Construction,
    id: string,
    part: Parameters<typeof bodyRoom>[2] = {},
    run: object = {},
  ) => {
    const start = startRun({ method: CONSTRUCTION_DATA[construction].methods[0]!, ...run });
    const env = runEnv(Ledger.from(bodyRoom(construction, 1, part)), start, AT)!;
    const step = stepsFor(start, env).find((one) => one.id === id);
    return step ? `${stepWords(step).title}: ${stepWords(step).text}` : null;
  };
  test('pigment settles, and dye does not; a funnel asks for no needle hole', () => {
    expect(wordsOf('compartmentTank', 'shake')).toMatch(/^Shake the bottle: Pigment settles.*needle’s width/);
    expect(wordsOf('openTank', 'shake')).not.toMatch(/needle/);
  });
  test('the outlet is shut by what there is: a keeper, a swab, its seal, a wet pad', () => {
    const keeper = {
      kind: 'defined',
      entity: {
        entity: 'tool',
        id: 'k',
        name: 'K',
        tool: 'keeper',
        fitsHeightMm: null,
        squeezeMl: null,
        count: 1,
      },
    } as const;
    expect(wordsOf('openTank', 'shut-outlet', { more: [keeper] })).toMatch(/outlet keeper on/);
    expect(wordsOf('openTank', 'shut-outlet')).toMatch(/No keeper: a folded swab/);
    expect(wordsOf('compartmentTank', 'shut-outlet', {}, { ports: { seal: 'intact' } })).toMatch(
      /seal stays on.*not primed through it/,
    );
    expect(wordsOf('integratedHead', 'shut-outlet')).toMatch(/damp lint-free pad/);
  });
  test('what is left over fits the tools: nothing stays in a funnel', () => {
    expect(wordsOf('openTank', 'leftover')).toBeNull();
    expect(wordsOf('openTank', 'clean')).toMatch(/Funnel rinsed/);
    expect(wordsOf('compartmentTank', 'clean')).toMatch(/Syringe and needle rinsed/);
  });
  test('a printer that has an exchange state stays switched on for it', () => {
    const room = (exchangeState: boolean) => {
      const facts = bodyRoom('compartmentTank').map((fact) =>
        fact.kind === 'defined' && fact.entity.entity === 'printer'
          ? { ...fact, entity: { ...fact.entity, exchangeState } }
          : fact,
      );
      const run = startRun({ wasIn: { printerId: 'printer', slotId: 'cyan' } });
      const step = stepsFor(run, runEnv(Ledger.from(facts), run, AT)!).find(({ id }) => id === 'take-out')!;
      return [stepWords(step).text, step.cautions] as const;
    };
    expect(room(true)[0]).toMatch(/it stays switched on/);
    expect(room(true)[1]).not.toContain('unplug');
    expect(room(false)[0]).not.toMatch(/exchange state/);
  });
});

test.each<[DrawCode, RegExp]>([
  ['draw-out', /Draw out what is left/],
  ['prime', /Prime at the (outlet|nozzles)/],
  ['prime-head', /Prime the head/],
  ['prime-chamber', /Prime it again/],
  ['draw-back', /Too full: draw back/],
  ['drain', /Draw a little back/],
  ['leftover', /left in the syringe/],
])('what is drawn: %s', (draw, title) => {
  const step: Step = {
    id: 'prime',
    kind: 'draw',
    draw,
    construction: 'compartmentTank',
    chamber: 0,
    part: '',
    ml: { value: 1, u: 0.1 },
    scaleG: null,
    fates: ['bin'],
    suggested: 'bin',
    mixed: true,
    cautions: [],
  };
  expect(stepWords(step).title).toMatch(title);
});

test('what differs, what stops Begin, and what stops a cartridge at the door, as one would say it', () => {
  expect(mismatchWords({ code: 'inkClass', bottle: 'dye', cartridge: 'pigment' })).toBe(
    'The bottle holds dye ink, the cartridge pigment: mixed, they clog.',
  );
  expect(mismatchWords({ code: 'lot', bottle: 'M2', inside: 'M1' })).toMatch(
    /^Another lot: M2 in the bottle, M1 inside/,
  );
  expect(beginProblemWords({ severity: 'ask', code: 'wet', waterMl: 5.68 })).toMatch(
    /about 5\.7 ml of water/,
  );
  expect(goingInWords({ code: 'nothingInside', ml: 1.24 })).toEqual({
    what: 'Only 1.2 ml are left in it, no more than its reserve.',
    mend: 'Top it up first: the printer would draw air.',
  });
});

test.each(CONSTRUCTIONS)(
  '%s: a quick card has its steps in words, its weighing, and its cautions',
  (construction) => {
    const card = quickCard({
      entity: 'cartridgeType',
      id: 'type',
      name: 'Type',
      ...typePreset(construction, 'standard'),
    })!;
    const kinds = new Set(card.steps.map(({ step }) => step.kind));
    for (const kind of ['weigh', 'do', 'check'] as const) expect(kinds.has(kind)).toBe(true);
    expect(card.steps.some(({ step }) => step.cautions.length > 0)).toBe(true);
    for (const { step } of card.steps) expect(stepWords(step).title).toMatch(/\S/);
  },
);
