import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { CHIP_WHY } from '../words';
import type { ChipStrategy } from '../workbook';
import {
  chipOptions,
  chipStep,
  newChip,
  type ChipEvent,
  type ChipPhase,
  type SwitchOffOffer,
} from './chipMachine';
import { COUNTER_PRIOR, learnCounter } from './learnCounter';
import { emptyAtReading } from './emptyAtReading';
import { gaugeReadingU, readableActAt } from './gaugeReadingU';
import { sensorContent } from './sensorContent';

const RULE = {
  offered: true,
  lostWhenRunDry: true,
  asksNewOriginalFirst: true,
  promptReturns: true,
  originalOnly: true,
};
const sig = (signal: Extract<ChipEvent, { type: 'signalled' }>['signal']): ChipEvent => ({
  type: 'signalled',
  signal,
});
const filled: ChipEvent = { type: 'toppedUp' };
const reset = (worked = true): ChipEvent => ({ type: 'reset', worked });
const fresh = (original = false): ChipEvent => ({ type: 'replaced', original });

/** Whole lives: two refills and one fault each; after every event the phase, the offer, and which steps are open. */
const LIVES: readonly (readonly [
  string,
  ChipStrategy,
  boolean,
  Partial<typeof RULE>,
  readonly (readonly [ChipEvent, ChipPhase, SwitchOffOffer, string])[],
])[] = [
  [
    'resetter: reset only after a top-up; a reset that does not take, twice, spends it; a new chip mends it',
    'resetter',
    false,
    {},
    [
      [sig('low'), 'low', 'never', ''],
      [filled, 'low', 'never', 'reset'],
      [reset(), 'counting', 'never', ''],
      [sig('low'), 'low', 'never', ''],
      [sig('stops'), 'stopped', 'never', ''],
      [filled, 'stopped', 'never', 'reset'],
      [reset(false), 'stopped', 'never', 'reset'],
      [reset(false), 'spent', 'never', 'newChip'],
      [fresh(), 'counting', 'never', ''],
    ],
  ],
  [
    'self-resetting: must claim empty first, then out and in; a refusal may only be its claim',
    'selfResetting',
    false,
    {},
    [
      [filled, 'counting', 'never', 'topUpOnly'],
      [{ type: 'reseated' }, 'counting', 'never', 'topUpOnly'],
      // It ran down to its own stop: ink first, whatever was put in before it began to count.
      [sig('stops'), 'stopped', 'never', 'topUpOnly'],
      [filled, 'stopped', 'never', 'reseat topUpOnly'],
      [{ type: 'reseated' }, 'counting', 'never', 'topUpOnly'],
      [sig('notRecognised'), 'notRecognised', 'never', 'cleanContacts topUpOnly'],
      [filled, 'notRecognised', 'never', 'cleanContacts reseat topUpOnly'],
      [sig('notRecognised'), 'notRecognised', 'never', 'cleanContacts reseat topUpOnly'],
      [{ type: 'reseated' }, 'counting', 'never', 'topUpOnly'],
    ],
  ],
  [
    'contact bridge: as a resetter',
    'contactBridge',
    false,
    {},
    [
      [filled, 'counting', 'never', 'bridge'],
      [reset(), 'counting', 'never', ''],
      [sig('notRecognised'), 'notRecognised', 'never', 'cleanContacts'],
      [{ type: 'reseated' }, 'counting', 'never', ''],
      [filled, 'counting', 'never', 'bridge'],
      [reset(), 'counting', 'never', ''],
    ],
  ],
  [
    'a new chip each time: each begins anew; one not recognised is cleaned, then replaced',
    'newEachTime',
    false,
    {},
    [
      [sig('stops'), 'stopped', 'never', 'newChip'],
      [filled, 'stopped', 'never', 'newChip'],
      [fresh(), 'counting', 'never', 'newChip'],
      [sig('notRecognised'), 'notRecognised', 'never', 'cleanContacts newChip'],
      [sig('notRecognised'), 'spent', 'never', 'newChip newChip'],
      [fresh(), 'counting', 'never', 'newChip'],
    ],
  ],
  [
    'switched off: offered at the last stop, its prompt closed and brought back by another page, then taken',
    'leftAlone',
    true,
    {},
    [
      [sig('low'), 'low', 'later', 'leave'],
      [sig('veryLow'), 'veryLow', 'later', 'leave'],
      [sig('asks'), 'asks', 'later', 'leave'],
      [filled, 'asks', 'later', 'leave'],
      [sig('stops'), 'stopped', 'open', 'leave switchOff'],
      [sig('promptClosed'), 'stopped', 'closed', 'leave'],
      [sig('stops'), 'stopped', 'open', 'leave switchOff'],
      [{ type: 'switchedOff' }, 'off', 'taken', 'leave'],
      [filled, 'off', 'taken', 'leave'],
      [sig('low'), 'off', 'taken', 'leave'],
      [fresh(true), 'counting', 'later', 'leave'],
    ],
  ],
  [
    'switched off, too late: it ran dry, and this printer then closes the door for good',
    'leftAlone',
    true,
    {},
    [
      [{ type: 'ranDry' }, 'counting', 'lost', 'leave newChip'],
      [sig('stops'), 'stopped', 'lost', 'leave newChip'],
      [fresh(true), 'counting', 'later', 'leave'],
    ],
  ],
  [
    'switched off from the start: nothing it signals counts; a new chip begins to count',
    'switchedOff',
    true,
    {},
    [
      [sig('low'), 'off', 'taken', 'leave'],
      [filled, 'off', 'taken', 'leave'],
      [{ type: 'ranDry' }, 'off', 'taken', 'leave'],
      [filled, 'off', 'taken', 'leave'],
      [sig('recognised'), 'off', 'taken', 'leave'],
      [fresh(true), 'counting', 'later', 'leave'],
    ],
  ],
  [
    'emulated or none: there is no gauge to mind, whatever happens',
    'none',
    false,
    {},
    [
      [filled, 'counting', 'never', 'leave'],
      [{ type: 'reseated' }, 'counting', 'never', 'leave'],
      [filled, 'counting', 'never', 'leave'],
      [sig('notRecognised'), 'notRecognised', 'never', 'cleanContacts leave'],
      [sig('recognised'), 'counting', 'never', 'leave'],
    ],
  ],
  [
    'on another printer running dry loses nothing, but a closed prompt does',
    'leftAlone',
    true,
    { lostWhenRunDry: false, promptReturns: false },
    [
      [{ type: 'ranDry' }, 'counting', 'later', 'leave'],
      [sig('stops'), 'stopped', 'open', 'leave switchOff'],
      [sig('promptClosed'), 'stopped', 'lost', 'leave newChip'],
    ],
  ],
];

describe('a chip’s whole life', () => {
  test.each(LIVES)('%s', (_name, strategy, original, rule, life) => {
    const all = { ...RULE, ...rule };
    let chip = newChip(strategy, original, all);
    for (const [event, phase, offer, open] of life) {
      chip = chipStep(chip, event, all);
      expect([event, chip.phase, chip.offer]).toEqual([event, phase, offer]);
      const allowed = chipOptions(chip, all).filter((option) => option.allowed);
      expect(allowed.map((option) => option.act).join(' ')).toBe(open);
      for (const option of chipOptions(chip, all)) expect(CHIP_WHY[option.why]).toMatch(/^\S.*\.$/);
    }
  });

  test('no event ever reopens a lost offer but a reset or another chip', () => {
    const events: ChipEvent[] = [
      sig('low'),
      sig('asks'),
      sig('stops'),
      sig('promptClosed'),
      sig('notRecognised'),
      sig('recognised'),
      filled,
      { type: 'ranDry' },
      { type: 'reseated' },
      reset(false),
    ];
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...events), { maxLength: 20 }), (life) => {
        let chip = chipStep(newChip('leftAlone', true, RULE), { type: 'ranDry' }, RULE);
        for (const event of life) chip = chipStep(chip, event, RULE);
        return chip.offer === 'lost';
      }),
    );
  });
});

test.each<[ChipStrategy, boolean, 'already' | 'planned', ChipPhase, SwitchOffOffer]>([
  // An original that will be switched off counts until it is, and its offer comes; one that is off counts no more.
  ['switchedOff', true, 'already', 'off', 'taken'],
  ['switchedOff', true, 'planned', 'counting', 'later'],
  ['resetter', true, 'already', 'counting', 'later'],
  // The printer offers it for originals only.
  ['resetter', false, 'already', 'counting', 'never'],
])(
  'a chip to be %s, an original %s, %s off: it is %s, the offer %s',
  (strategy, original, off, phase, offer) => {
    expect(newChip(strategy, original, RULE, off)).toMatchObject({ phase, offer });
  },
);

test('a chip that resets itself says what comes first: declare it empty, fill it, put it back', () => {
  const why = (...events: ChipEvent[]) =>
    chipOptions(
      events.reduce((state, event) => chipStep(state, event, RULE), newChip('selfResetting', false, RULE)),
      RULE,
    ).find(({ act }) => act === 'reseat');
  expect(why()).toMatchObject({ allowed: false, why: 'mustDeclareFirst' });
  expect(why(sig('stops'))).toMatchObject({ allowed: false, why: 'fillFirst' });
  expect(why(sig('stops'), filled)).toMatchObject({ allowed: true, why: 'declaredEmpty' });
});

test('worked example 6, and what margins do', () => {
  const at = (k: number) => emptyAtReading({ value: 47, u: 0 }, 54, 3.5, { value: k, u: 0 });
  expect(at(1).reading.value).toBeCloseTo(0.194, 3);
  expect(at(0.94).reading.value).toBeCloseTo(0.143, 3);
  // By hand: span 43.5/(0.94·54) = 0.8570; u² = (0.6/50.76)² + (0.8570·0.05/0.94)² = 0.04708²; acted at 1.645 of it above.
  const doubtful = emptyAtReading({ value: 47, u: 0.6 }, 54, 3.5, { value: 0.94, u: 0.05 });
  expect(doubtful.reading.u).toBeCloseTo(0.04709, 4);
  expect(doubtful.actAt).toBeCloseTo(0.143 + 1.645 * 0.04709, 3);
  expect(emptyAtReading({ value: 20, u: 0 }, 54, 3.5, { value: 1, u: 0 }, 0.5).reading.value).toBeCloseTo(
    0.1944,
    4,
  );
  // A part-full cartridge that was reset, and one larger than its chip.
  expect(emptyAtReading({ value: 20, u: 0 }, 54, 3.5, { value: 1, u: 0 }).reading.value).toBeGreaterThan(0.6);
  expect(emptyAtReading({ value: 80, u: 0 }, 54, 3.5, { value: 1, u: 0 }).reading.value).toBeLessThan(0);
  expect(() => emptyAtReading({ value: 47, u: 0 }, 0, 3.5, { value: 1, u: 0 })).toThrow(RangeError);
});

test('a sensor that was never compared with a weight: above the reserve, within the body, with a generous doubt', () => {
  for (const [capacityMl, reserveMl] of [
    [14, 2],
    [47, 3.5],
    [8, 4],
  ] as const)
    for (const sensor of ['optical', 'float'] as const) {
      const { value, u } = sensorContent({ capacityMl, reserveMl }, sensor);
      expect(value).toBeLessThan(0.6 * capacityMl);
      expect(sensor === 'float' || value >= reserveMl).toBe(true);
      expect(u).toBeGreaterThan(0.05 * capacityMl);
    }
});

test('gauges in steps: act at the lowest step that does not come too late', () => {
  const steps = { display: 'steps' as const, steps: [1, 0.5, 0.2, 0] };
  expect([0.1, 0.2, 0.21, 0.6, 1.2].map((at) => readableActAt(steps, at))).toEqual([0.2, 0.2, 0.5, 1, 1]);
  expect([-0.1, 0.191, 1.4].map((at) => readableActAt({ display: 'percent', steps: [] }, at))).toEqual([
    0, 0.2, 1,
  ]);
  expect(gaugeReadingU(steps)).toBeGreaterThan(gaugeReadingU({ display: 'percent', steps: [] }));
});

test('the counter’s bias is learnt, its doubt shrinks, and an entry gone wrong teaches nothing', () => {
  let counter = COUNTER_PRIOR;
  for (let i = 0; i < 12; i++) {
    const next = learnCounter(
      counter,
      { value: 8 * 0.93 + (i % 3) * 0.05 - 0.05, u: 0.1 },
      { value: 8, u: 0.15 },
    );
    expect(next.variance).toBeLessThan(counter.variance);
    counter = next;
  }
  expect(Math.abs(counter.k - 0.93)).toBeLessThan(2 * Math.sqrt(counter.variance));
  expect(learnCounter(counter, { value: 40, u: 0.1 }, { value: 8, u: 0.15 })).toEqual(counter);
  expect(learnCounter(counter, { value: 0.1, u: 0.1 }, { value: 0.1, u: 0.1 })).toEqual(counter);
});

test('what was put in before a chip began to count is no top-up: from its first insertion on it is', () => {
  const before = chipStep(
    chipStep(newChip('resetter', false, RULE), filled, RULE),
    { type: 'reseated' },
    RULE,
  );
  expect([before.begun, before.toppedUp]).toEqual([true, false]);
  const since = chipStep(chipStep(before, filled, RULE), { type: 'reseated' }, RULE);
  expect([since.begun, since.toppedUp]).toEqual([true, true]);
});

test('a gauge in steps is as coarse as its widest step, in whatever order they were said', () => {
  const of = (steps: number[]) => gaugeReadingU({ display: 'steps', steps }) * Math.sqrt(12);
  for (const steps of [
    [1, 0.6, 0.2, 0],
    [0, 0.2, 0.6, 1],
    [0.6, 0, 1, 0.2],
  ])
    expect(of(steps)).toBeCloseTo(0.4, 9);
});

describe('a chip says why, and a look at it changes nothing that it has counted', () => {
  const after = (strategy: ChipStrategy, original: boolean, ...events: ChipEvent[]) =>
    events.reduce((state, event) => chipStep(state, event, RULE), newChip(strategy, original, RULE));
  const whyOf = (act: string, ...[strategy, original, ...events]: Parameters<typeof after>) =>
    chipOptions(after(strategy, original, ...events), RULE).find((option) => option.act === act)?.why;

  test.each<[string, string, ...Parameters<typeof after>]>([
    ['onlyAfterTopUp', 'reset', 'resetter', false],
    ['toppedUp', 'reset', 'resetter', false, filled],
    // It was topped up, and still no reset will take.
    ['refusedTwice', 'reset', 'resetter', false, filled, reset(false), reset(false)],
    ['offerNever', 'switchOff', 'leftAlone', false],
    ['offerLater', 'switchOff', 'leftAlone', true],
    ['offerOpenAsksNew', 'switchOff', 'leftAlone', true, sig('stops')],
    ['offerClosed', 'switchOff', 'leftAlone', true, sig('stops'), sig('promptClosed')],
    ['offerLost', 'switchOff', 'leftAlone', true, { type: 'ranDry' }],
    ['offerTaken', 'switchOff', 'leftAlone', true, sig('stops'), { type: 'switchedOff' }],
    // Filled while it counted: that is not the fill that its claim of being empty asks for.
    ['fillFirst', 'reseat', 'selfResetting', false, filled, sig('notRecognised')],
    ['declaredEmpty', 'reseat', 'selfResetting', false, sig('notRecognised'), filled],
  ])('%s', (why, act, ...life) => expect(whyOf(act, ...life)).toBe(why));

  test('a printer that offers no switching off lists none', () => {
    const never = { ...RULE, offered: false };
    expect(chipOptions(newChip('leftAlone', true, never), never).map(({ act }) => act)).toEqual(['leave']);
    expect(offerWords(RULE.asksNewOriginalFirst)).toBe('offerOpenAsksNew');
    expect(offerWords(false)).toBe('offerOpen');
  });
  const offerWords = (asksNewOriginalFirst: boolean) =>
    chipOptions(after('leftAlone', true, sig('stops')), { ...RULE, asksNewOriginalFirst }).find(
      ({ act }) => act === 'switchOff',
    )!.why;

  test('taken out and put back, a low chip is still low; only one that was not recognised counts on', () => {
    expect(after('resetter', false, { type: 'reseated' }, sig('low'), { type: 'reseated' }).phase).toBe(
      'low',
    );
    const putIn: ChipEvent = { type: 'reseated' };
    expect(after('resetter', false, putIn, sig('notRecognised'), putIn).phase).toBe('counting');
    // Seen again after two refusals it counts; a low one that is seen stays low.
    expect(after('newEachTime', false, sig('notRecognised'), sig('notRecognised')).phase).toBe('spent');
    expect(
      after('newEachTime', false, sig('notRecognised'), sig('notRecognised'), sig('recognised')).phase,
    ).toBe('counting');
    expect(after('resetter', false, sig('low'), sig('recognised')).phase).toBe('low');
    // An optical signal is about the ink: the count stands.
    expect(after('resetter', false, sig('low'), sig('seesLow'))).toEqual(
      after('resetter', false, sig('low')),
    );
  });
});

describe('the counter’s bias, by hand', () => {
  const counted = { value: 10, u: 0.2 };
  test('used 12 ± 0.1 ml while it counted 10 ± 0.2', () => {
    // own = 0.1² + (1·0.2)² + 0.02·10 = 0.25; variance = 10²·0.01 + 0.25 = 1.25; gain = 10·0.01/1.25 = 0.08.
    const learnt = learnCounter(COUNTER_PRIOR, { value: 12, u: 0.1 }, counted);
    expect(learnt.k).toBeCloseTo(1 + 0.08 * 2, 9);
    expect(learnt.variance).toBeCloseTo(0.01 * (1 - 0.08 * 10), 9);
    expect([learnt.seen, learnt.noise]).toEqual([1, 0.02]);
    expect(learnCounter(learnt, { value: 12, u: 0.1 }, counted).seen).toBe(2);
  });

  test('beyond five standard deviations (5.59 ml here) an entry went wrong; so little was counted that it says nothing', () => {
    const off = (ml: number) => learnCounter(COUNTER_PRIOR, { value: 10 + ml, u: 0.1 }, counted);
    expect(off(5.5).k).toBeCloseTo(1.44, 6);
    expect(off(5.7)).toBe(COUNTER_PRIOR);
    expect(off(-5.7)).toBe(COUNTER_PRIOR);
    for (const x of [0, 0.3, NaN])
      expect(learnCounter(COUNTER_PRIOR, { value: 0.3, u: 0.1 }, { value: x, u: 0.1 })).toBe(COUNTER_PRIOR);
    expect(learnCounter(COUNTER_PRIOR, { value: 0.31, u: 0.1 }, { value: 0.31, u: 0.1 }).seen).toBe(1);
    expect(learnCounter(COUNTER_PRIOR, { value: NaN, u: 0.1 }, counted)).toBe(COUNTER_PRIOR);
  });
});

test('what a gauge can show: its steps where it shows steps, its per cent where it shows those', () => {
  const steps = [1, 0.5, 0.25, 0];
  const shows = (display: 'percent' | 'steps' | 'lamps', list: number[] = steps) => ({
    display,
    steps: list,
  });
  type Gauge = Parameters<typeof readableActAt>[0];
  const at = (gauge: unknown, act: number) => readableActAt(gauge as Gauge, act);
  expect([at(shows('steps'), 0.25), at(shows('steps'), 0.26)]).toEqual([0.25, 0.5]);
  // Per cent, whatever steps were once entered; steps of which nobody said which are quarters, not finer than they can be.
  expect([at(shows('percent'), 0.26), at(shows('steps', []), 0.26)]).toEqual([0.26, 0.5]);
  // 0.07 · 100 is a little more than 7: that is 7 %, not 8.
  expect([at(shows('percent'), 0.07), at(shows('percent'), 0.071), at(shows('percent'), 1.2)]).toEqual([
    0.07, 0.08, 1,
  ]);
  const u = (gauge: unknown) => gaugeReadingU(gauge as Gauge) * Math.sqrt(12);
  expect([u(shows('steps')), u(shows('percent')), u(shows('steps', [])), u(shows('steps', [1]))]).toEqual([
    0.5, 0.01, 0.25, 0.25,
  ]);
});

test('what is inside at a sensor’s change, as shares of the body: a prism sees the free ink go, a float drops at a third', () => {
  const body = { capacityMl: 40, reserveMl: 3 };
  expect(sensorContent(body, 'optical')).toEqual({ value: 0.35 * 40, u: 0.08 * 40 });
  expect(sensorContent(body, 'float')).toEqual({ value: 0.3 * 40, u: 0.07 * 40 });
  expect(sensorContent({ ...body, reserveMl: 20 }, 'optical').value).toBe(20);
});
