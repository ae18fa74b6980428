import { describe, expect, test } from '@jest/globals';
import {
  bodyOf,
  composition,
  densityInside,
  expectedMass,
  inkNow,
  Ledger,
  mixesOf,
  type Book,
} from '../ledger';
import { entryProblems } from '../check';
import { bodyRoom, define, fill, weigh, startRun } from '../testing';
import {
  makeStamp,
  type Cartridge,
  type CartridgeType,
  type Construction,
  type FactDraft,
} from '../workbook';
import { advance } from './advance';
import { beginRun, type RunChoice } from './beginRun';
import { currentStep, stepsFor } from './stepsFor';
import { factsOfStep } from './factsOfStep';
import { forkOf } from './forkOf';
import { massAnswer } from './massAnswer';
import { numberOf } from './numberOf';
import { plannedAnswer } from './layOut';
import { remainingOf } from './dosesOf';
import { runEnv } from './runEnv';
import { dosesOf } from './dosesOf';
import { runFacts } from './runFacts';
import { suggestChoice } from './suggestChoice';
import type { Answer, CartridgeRun } from './run';
import type { Step } from './step';

const AT = '2026-03-02T09:00:00.000Z';
const load = (ml: number): Answer => ({ kind: 'load', ml, massG: null });
const choice = (one: string): Answer => ({ kind: 'choice', choice: one });

interface Given {
  readonly construction: Construction;
  readonly chambers?: number;
  readonly type?: Partial<CartridgeType>;
  readonly cartridge?: Partial<Cartridge>;
  readonly more?: FactDraft[];
  readonly choose?: Partial<RunChoice>;
}

/** A run driven as the screen drives it: facts to the log, events to the run; what is not answered goes as planned. */
class Driven {
  readonly ledger: Ledger;
  run: CartridgeRun;
  now = Date.parse(AT);
  readonly seen: Step[] = [];
  private readonly stamp = makeStamp({ now: () => this.now }, () => 0.4);

  constructor({ construction, chambers = 1, type, cartridge, more = [], choose = {} }: Given) {
    this.ledger = Ledger.from(
      bodyRoom(construction, chambers, {
        ...(type ? { type } : {}),
        ...(cartridge ? { cartridge } : {}),
        more,
      }),
    );
    this.run = this.begin(choose, 'run');
  }

  begin(choose: Partial<RunChoice>, id: string): CartridgeRun {
    const suggested = suggestChoice(this.ledger, 'it', this.iso, choose)!;
    return (this.run = beginRun(this.ledger, { ...suggested, ...choose }, id, this.iso));
  }
  get iso(): string {
    return new Date(this.now).toISOString();
  }
  get env() {
    return runEnv(this.ledger, this.run, this.iso)!;
  }
  get step(): Step {
    return currentStep(this.run, stepsFor(this.run, this.env));
  }
  get over(): boolean {
    return stepsFor(this.run, this.env).every((step) => this.run.done.includes(step.id));
  }
  answer(given: Answer): this {
    const { step } = this;
    this.seen.push(step);
    this.now += 60_000;
    const { facts, events } = factsOfStep(this.run, this.env, step, given, this.iso);
    const written = this.stamp(facts);
    this.ledger.add(written);
    this.run = events.reduce(advance, this.run);
    for (const fact of written)
      this.run = advance(this.run, { type: 'written', id: `${step.id}:${fact.id}` });
    return this;
  }
  /** As planned, but for these answers, until a step comes that `stop` names. */
  go(stop: (step: Step) => boolean, answers: Readonly<Record<string, Answer>> = {}): this {
    for (let i = 0; i < 120 && !this.over; i++) {
      const { step } = this;
      if (stop(step)) return this;
      this.answer(answers[step.id] ?? plannedAnswer(this.run, this.env, step, this.iso));
    }
    return this;
  }
  to(id: string, answers: Readonly<Record<string, Answer>> = {}): this {
    return this.go((step) => step.id === id, answers);
  }
  end(answers: Readonly<Record<string, Answer>> = {}): this {
    return this.go(() => false, answers);
  }
  /** Left off in the middle: what was really done goes to the log. */
  leaveOff(): this {
    this.now += 60_000;
    this.ledger.add(this.stamp(runFacts(this.run, this.env, this.iso)));
    return this;
  }
  inside(book: Book = this.ledger): number {
    return inkNow(book, 'it', new Date(this.now + 1000).toISOString())!.value;
  }
}

const loadMl = (step: Step): number => (step.kind === 'load' ? step.ml.value : NaN);

describe('the next load follows from what really went in', () => {
  const bag: Given = {
    construction: 'bag',
    type: { capacityMl: 40, fullG: 100 + 35.2 * 1.064, maxG: 140, emptyG: { value: 100, u: 0.05 } },
    cartridge: { initial: 'empty', emptyG: { value: 100, u: 0.02 } },
    choose: { byScale: false, occasion: 'first' },
  };

  test('of what is only known to a few millilitres no more goes in than was called safe, in however many loads', () => {
    const type = { capacityMl: 180, fullG: 283.1, maxG: 288.8, emptyG: { value: 92.3, u: 0.75 } };
    const run = new Driven({
      ...bag,
      type,
      cartridge: { initial: 'unknown', emptyG: null },
      more: [{ kind: 'fadedOrRanDry', cartridgeId: 'it', ranDry: true }],
      choose: { ...bag.choose, occasion: 'topUp' },
    }).to('load-0-0');
    const safe = dosesOf(run.run, run.env)[0]!.ml;
    // Only held back where there is something to hold back.
    expect(safe).toBeLessThan(180 - run.inside() - 1);
    const before = run.inside();
    run.end();
    expect(run.inside() - before).toBeLessThan(safe + 0.05);
    expect(run.inside() - before).toBeGreaterThan(safe * 0.97);
  });

  test('30 typed where 17.6 were asked for: 5.2 are left, not 17.6', () => {
    const run = new Driven({
      ...bag,
      more: [
        define({
          entity: 'syringe',
          id: 'big',
          name: 'Syringe 50 ml',
          capacityMl: 50,
          graduationMl: 1,
          keepBackMl: 1,
          family: '',
        }),
      ],
      choose: { ...bag.choose, syringeId: 'big' },
    }).to('load-0-0');
    expect(loadMl(run.step)).toBeCloseTo(17.6, 1);
    run.to('load-0-1', { 'load-0-0': load(30) });
    expect(run.step.id).toBe('load-0-1');
    expect(loadMl(run.step)).toBeCloseTo(5.2, 1);
    run.end();
    expect(run.inside()).toBeCloseTo(35.2, 0);
  });

  test('three loads, 10 and 35 typed: the third is what is missing', () => {
    const run = new Driven({
      construction: 'compartmentTank',
      type: {
        capacityMl: 60,
        fullG: 40 + 55.4 * 1.064,
        maxG: 40 + 57 * 1.064,
        emptyG: { value: 40, u: 0.05 },
      },
      cartridge: { initial: 'empty', emptyG: { value: 40, u: 0.02 } },
      more: [
        define({
          entity: 'syringe',
          id: 'mid',
          name: 'Syringe 20 ml',
          capacityMl: 20,
          graduationMl: 1,
          keepBackMl: 1,
          family: '',
        }),
      ],
      choose: { byScale: false, occasion: 'first', syringeId: 'mid' },
    }).to('load-0-0', { 'prime-decide': choice('tap') });
    run.answer(load(10));
    run.to('load-0-1').answer(load(35));
    expect(run.step.id).toBe('load-0-2');
    expect(loadMl(run.step)).toBeCloseTo(10.4, 1);
  });

  test('a weight taken between loads rules over what was read off the syringe', () => {
    const run = new Driven({
      construction: 'compartmentTank',
      cartridge: { initial: 'empty', emptyG: { value: 40, u: 0.02 } },
    }).to('load-0-0');
    const before = forkOf(run.run, run.env).massG.value;
    // 9.5 ml by its marks, 6 ml by the scale.
    run.answer({ kind: 'load', ml: 6, massG: { value: before + 6 * 1.064, u: 0.015 } });
    expect(forkOf(run.run, run.env).massG.value).toBeCloseTo(before + 6 * 1.064, 2);
    const { targetG } = run.env.body.cartridge;
    expect(targetG).toBeNull();
    const left = remainingOf(run.run, run.env)[0]!;
    const first = new Driven({
      construction: 'compartmentTank',
      cartridge: { initial: 'empty', emptyG: { value: 40, u: 0.02 } },
    }).to('load-0-0');
    expect(left).toBeCloseTo(remainingOf(first.run, first.env)[0]! - 6, 1);
  });

  test('what was spilt is filled again, and a step back takes the last answer off the fork', () => {
    const run = new Driven({
      construction: 'compartmentTank',
      cartridge: { initial: 'empty', emptyG: { value: 40, u: 0.02 } },
      choose: { byScale: false, occasion: 'first' },
    }).to('load-0-1');
    const left = remainingOf(run.run, run.env)[0]!;
    run.run = advance(run.run, { type: 'spilt', ml: 2 });
    expect(remainingOf(run.run, run.env)[0]).toBeCloseTo(left + 2, 0);
    const said = () => forkOf(run.run, run.env).facts.map(({ at: _at, ...fact }) => fact);
    const before = said();
    run.answer(load(3));
    expect(said()).not.toEqual(before);
    run.run = advance(run.run, { type: 'back' });
    expect(said()).toEqual(before);
  });

  test('more than it holds is asked about at once; without a scale the belief says how much to draw back', () => {
    const run = new Driven({
      construction: 'compartmentTank',
      cartridge: { initial: 'empty', emptyG: { value: 40, u: 0.02 } },
      choose: { byScale: false, occasion: 'first' },
    }).to('load-0-0');
    const asked = (ml: number): string[] =>
      entryProblems(run.ledger, run.run, run.env, run.step, load(ml), run.now).map(({ code }) => code);
    expect(asked(10)).toEqual([]);
    expect(asked(60)).toContain('overfill');
    run.answer(load(60)).to('draw-back-1');
    const { step } = run;
    if (step.kind !== 'draw') throw new Error('it is not drawn back');
    const target = forkOf(run.run, run.env);
    expect(step.ml.value).toBeCloseTo(
      (target.massG.value - run.env.body.type.fullG) / 1.064 - (run.run.answers['prime-decide'] ? 1 : 0),
      0,
    );
    run.end();
    expect(run.inside()).toBeLessThan(run.env.body.type.capacityMl + 1.5);
  });
});

test('a prime is checked after its own fill: nobody is asked whether so much is inside', () => {
  const run = new Driven({
    construction: 'compartmentTank',
    cartridge: { initial: 'empty', emptyG: { value: 40, u: 0.02 } },
    choose: { byScale: false, occasion: 'first' },
  }).to('prime', { 'prime-decide': choice('prime') });
  const answer: Answer = { kind: 'volume', ml: { value: 1, u: 0.1 }, fate: 'bin' };
  expect(entryProblems(run.ledger, run.run, run.env, run.step, answer, run.now)).toEqual([]);
});

test('“it is really out”, no scale: head and tank take what they hold, and about that is inside afterwards', () => {
  const run = new Driven({
    construction: 'twoPart',
    cartridge: { initial: 'original' },
    more: [{ kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'it' }] }],
    choose: { byScale: false, occasion: 'original', method: 'twoPart' },
  }).to('load-0-0', { 'really-out': choice('out') });
  const { capacityMl, reserveMl } = run.env.body.type;
  expect(remainingOf(run.run, run.env).reduce((a, b) => a + b, 0)).toBeGreaterThan(0.8 * capacityMl);
  run.to('summary').answer({ kind: 'done' });
  expect(run.ledger.facts.some((fact) => fact.kind === 'fadedOrRanDry' && fact.ranDry)).toBe(true);
  const poured = run.ledger.facts.reduce(
    (sum, fact) => sum + (fact.kind === 'filled' ? fact.ml.value : 0),
    0,
  );
  expect(Math.abs(run.inside() - poured)).toBeLessThan(reserveMl + 0.5);
  expect(run.inside()).toBeLessThan(1.1 * capacityMl);
});

describe('nobody knows how much is in it, and nothing is weighed', () => {
  const head: Given = {
    construction: 'integratedHead',
    cartridge: { initial: 'partUsed' },
    choose: { byScale: false, occasion: 'original', method: 'spongeInjection' },
  };

  test('it is asked before anything is opened; a whole body’s worth never goes in on a guess', () => {
    const run = new Driven(head).to('contents');
    expect(run.step.kind).toBe('decide');
    const laid = stepsFor(run.run, run.env).map(({ id }) => id);
    expect(laid.indexOf('contents')).toBeLessThan(laid.indexOf('open'));
    expect(remainingOf(run.run, run.env)[0]).toBeLessThan(0.1 * run.env.body.type.capacityMl);
  });

  test.each([
    ['nearlyEmpty', 0.08],
    ['quarter', 0.25],
    ['half', 0.5],
    ['most', 0.8],
  ])(
    'told %s: as much goes in as cannot overflow, and the original’s ink stays in the mixture',
    (told, share) => {
      const run = new Driven(head).to('load-0-0', { contents: choice(told) });
      const { capacityMl } = run.env.body.type;
      const dose = remainingOf(run.run, run.env)[0]!;
      expect(dose + (share + 1.645 * 0.12) * capacityMl).toBeLessThan(1.12 * capacityMl);
      if (share < 0.6) expect(dose).toBeGreaterThan(0);
      run.to('summary').answer({ kind: 'done' });
      const original = mixesOf(run.ledger, 'it', run.iso)
        .flatMap(composition)
        .find(({ lot }) => lot === 'original');
      expect(original!.fraction).toBeCloseTo((share * capacityMl) / run.inside(), 1);
    },
  );

  test('in parts: a tenth at a time with a look after each, until it takes no more; then it is full', () => {
    const run = new Driven(head).to('load-0-0', { contents: choice('parts') });
    const { capacityMl } = run.env.body.type;
    expect(loadMl(run.step)).toBeCloseTo(0.1 * capacityMl, 6);
    run.to('room-2').answer(choice('full'));
    expect(stepsFor(run.run, run.env).map(({ id }) => id)).not.toContain('load-0-2');
    run.to('summary').answer({ kind: 'done' });
    expect(run.inside() / capacityMl).toBeGreaterThan(0.8);
  });

  test('drawn out first: what such a body keeps back is what is left, whatever was in it', () => {
    const run = new Driven(head).to('draw-out', { contents: choice('draw') });
    run.answer({ kind: 'volume', ml: { value: 4, u: 0.2 }, fate: 'bin' });
    const { contents } = forkOf(run.run, run.env);
    expect(contents.why).toBe('known');
    expect(contents.value / run.env.body.type.capacityMl).toBeCloseTo(0.15, 2);
  });

  test('left off after a first dose and begun again, the first dose counts', () => {
    const run = new Driven(head).to('load-0-0', { contents: choice('quarter') });
    const first = loadMl(run.step);
    run.answer(load(first)).leaveOff();
    const before = run.inside();
    expect(before).toBeCloseTo(0.25 * run.env.body.type.capacityMl + first, 0);
    run.begin({ ...head.choose }, 'again');
    run.to('load-0-0', { contents: choice('half') });
    const { targetG } = { targetG: run.env.body.type.fullG };
    expect(targetG).toBeGreaterThan(0);
    // What is known from the first time is not asked again.
    expect(run.seen.filter(({ id }) => id === 'contents').length).toBe(1);
  });
});

describe('the first weight of a new, dry cartridge', () => {
  const dry: Given = {
    construction: 'compartmentTank',
    cartridge: { initial: 'empty', emptyG: null },
    choose: { occasion: 'first' },
  };
  const first = (g: number): Record<string, Answer> => ({
    'weigh-before': { kind: 'mass', massG: { value: g, u: 0.0153 }, at: AT },
  });

  test('is its own empty mass by one press, whatever its kind usually weighs; it is then filled to what it holds', () => {
    const run = new Driven(dry).to('own-empty', first(16.82)).answer(choice('empty'));
    const { body } = run.env;
    expect([body.emptyG.value, body.emptyIsOwn]).toEqual([16.82, true]);
    run.end();
    expect(run.inside() / body.type.capacityMl).toBeCloseTo(1, 1);
  });

  test('may be of a wet one: then it dries, and nothing is filled', () => {
    const run = new Driven(dry).to('own-empty', first(45)).answer(choice('wet'));
    expect(run.ledger.state.cartridges.get('it')!.wetMl).toBeGreaterThan(0);
    // The water is asked about by its own question.
    expect(run.step.id).toBe('wet');
    run.answer(choice('dry-first'));
    expect(run.step.id).toBe('set-aside');
  });

  test('may be of something else that lay with it: it is taken back, and weighed again', () => {
    const run = new Driven(dry).to('own-empty', first(60)).answer(choice('part'));
    expect(run.step.id).toBe('weigh-before');
    expect(run.ledger.facts.some((fact) => fact.kind === 'weighed')).toBe(false);
  });
});

test('rejected by a look, it is kept out until a later look is good', () => {
  const run = new Driven({
    construction: 'compartmentTank',
    cartridge: { initial: 'empty', emptyG: { value: 40, u: 0.02 } },
    choose: { byScale: false, occasion: 'first' },
    type: { outletSeal: false },
  }).end({
    'drip-1': choice('ventWet'),
    'drip-2': choice('ventWet'),
    'drip-3': choice('ventWet'),
  });
  expect(run.ledger.state.cartridges.get('it')!.rejected).toMatchObject({ found: 'drips' });
  run.begin({ byScale: false, occasion: 'topUp' }, 'again');
  run.end();
  expect(run.seen.map(({ id }) => id)).toContain('where');
  expect(run.ledger.state.cartridges.get('it')!.rejected).toBeNull();
});

test('what leaked at rest is gone from the ink and from the weight that is expected: a lighter one asks nothing', () => {
  const ledger = Ledger.from(
    bodyRoom('compartmentTank', 1, {
      more: [
        weigh('it', 80),
        { kind: 'looked', cartridgeId: 'it', found: 'leaksAtRest', mlPerDay: { value: 2, u: 1 } },
      ],
    }),
  );
  const [from, later] = ['2026-03-02T09:00:00.000Z', '2026-03-05T09:00:00.000Z'];
  const lostMl = inkNow(ledger, 'it', from)!.value - inkNow(ledger, 'it', later)!.value;
  expect(lostMl).toBeCloseTo(6, 6);
  const [full, less] = [from, later].map((at) => expectedMass(ledger, 'it', at)!);
  expect(full!.value - less!.value).toBeCloseTo(
    lostMl * densityInside(ledger, bodyOf(ledger.context, 'it')!, later).value,
    6,
  );
  expect(less!.u).toBeGreaterThan(full!.u);
});

test('recording writes what the fork holds, to the byte', () => {
  const run = new Driven({
    construction: 'spongeReservoir',
    more: [weigh('it', 18), fill('cyan', 1)],
  }).to('summary');
  const drafts = runFacts(run.run, run.env, run.env.at);
  expect(drafts).toEqual(forkOf(run.run, run.env).facts);
  const { facts } = factsOfStep(run.run, run.env, run.step, { kind: 'done' }, run.env.at);
  expect(facts).toEqual(drafts);
  expect(new Set(drafts.map((draft) => draft.at)).size).toBe(drafts.length);
});

test('a run of an earlier build, its weights in the log by themselves, records none of them twice', () => {
  const { id, startedAt, ...choose } = startRun({ answers: {} });
  const ledger = Ledger.from(bodyRoom('compartmentTank', 1, { more: [weigh('it', 60)] }));
  const begun = beginRun(ledger, choose, id, startedAt);
  const mass: Answer = { kind: 'mass', massG: { value: 60, u: 0.015 }, at: AT };
  const run = { ...begun, answers: { 'weigh-before': mass }, written: ['weigh-before:f1'] };
  expect(runFacts(run, runEnv(ledger, run, AT)!, AT).filter(({ kind }) => kind === 'weighed')).toEqual([]);
});

test('a tare taken bare and a fill weighed with the keeper agree: its mass is taken off what the scale shows', () => {
  const keeper = define({
    entity: 'tool',
    id: 'k',
    name: 'Keeper',
    tool: 'keeper',
    fitsHeightMm: null,
    squeezeMl: null,
    massG: { value: 1.4, u: 0.02 },
    count: 1,
  });
  const run = new Driven({
    construction: 'compartmentTank',
    cartridge: { emptyG: { value: 40, u: 0.02 } },
    type: { outletSeal: false },
    more: [keeper],
  }).to('weigh-before');
  const { step, env } = run;
  if (step.kind !== 'weigh') throw new Error('it is not weighed');
  expect(step.panG).toBeCloseTo(1.4, 9);
  // Ten ml of ink in it, and the keeper on.
  run.answer(massAnswer(run.run, env, step, { value: 40 + 10.64 + 1.4, u: 0.0153 }, run.iso));
  expect(run.inside()).toBeCloseTo(10, 1);
  const [weighed] = run.ledger.facts.filter((fact) => fact.kind === 'weighed');
  expect(weighed).toMatchObject({ withParts: ['keeper'], partsG: { value: 1.4 } });
  run.to('weigh-after-1');
  const full = run.step;
  if (full.kind !== 'weigh') throw new Error('it is not weighed');
  // The figure to come to is of all that lies on the pan.
  expect(numberOf(full)!.value).toBeCloseTo(full.targetG! + 1.4, 9);
});
