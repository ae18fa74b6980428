import { expect, test } from '@jest/globals';
import { Ledger } from '@hiraeth/core/ledger';
import { checkFact } from '@hiraeth/core/check';
import { type Printer, factSchema, makeStamp } from '@hiraeth/core/workbook';
import { BODY_KEYS, channelDraft, newDraft, type BodyDraft, type Draft } from './draft';
import { readAnswers } from './readAnswers';
import { readDraft } from './readDraft';
import { bottleFacts, contentsFacts, setUp, setUpEntities, typeOfBody, type Now } from '@hiraeth/core/acts';

let next = 0;
const newId = (kind: string): string => `${kind}-${(next += 1)}`;

test('a kept draft is taken up; what cannot be read begins anew', () => {
  const draft = { ...newDraft(), name: 'Attic', page: 3 };
  expect(readDraft(draft)).toEqual(draft);
  // One of an earlier build, which asked less, is read on; leaving its page would have lost the answers.
  const { level: _level, ...channelThen } = channelDraft('cyan', { now: 'partUsed' });
  const { port: _port, closure: _closure, ...bodyThen } = newDraft().bodies[0]!;
  const then = { ...draft, channels: [channelThen], bodies: [bodyThen] };
  expect(readAnswers(readDraft(then), 'GBP').problems.size).toBe(0);
  for (const kept of [null, '{', [], { channels: [null], bodies: [{}] }, { channels: [], bodies: [] }])
    expect(readDraft(kept)).toEqual(newDraft());
});

test('answers say what is wrong on their own page, and nothing known is no mistake', () => {
  expect(readAnswers({ ...newDraft(), name: 'A' }, 'GBP').problems.size).toBe(0);
  const [first, ...others] = newDraft().channels;
  const { problems } = readAnswers(
    {
      ...newDraft(),
      channels: [{ ...first!, price: 'dear', ink: 'Marram', bottleMl: '' }, ...others],
      bodies: [{ ...newDraft().bodies[0]!, emptyG: '50', fullG: '40' }],
      scaleG: '63 constructor',
    },
    'GBP',
  );
  expect([...problems.keys()].sort()).toEqual(['inks', 'masses', 'name', 'originals', 'scale']);
});

test('a drilled body says what closes its hole; a body with a plug, or one filled through its outlet, does not', () => {
  const closureOf = (part: Partial<BodyDraft>) =>
    readAnswers(
      { ...newDraft(), name: 'A', bodies: [{ ...newDraft().bodies[0]!, closure: 'cap', ...part }] },
      'GBP',
    ).read?.input.bodies[0]?.closure;
  expect(closureOf({ port: 'drill' })).toBe('cap');
  expect(closureOf({ construction: 'spongeReservoir' })).toBe('cap');
  expect(closureOf({})).toBeNull();
  expect(closureOf({ construction: 'bag' })).toBeNull();
});

test('slots of other bodies, classes and contents; bottles of one ink for each shade of a body', () => {
  const draft = newDraft();
  const { read } = readAnswers(
    {
      ...draft,
      name: 'Two bodies',
      bodies: [
        ...draft.bodies,
        { ...draft.bodies[0]!, construction: 'bag', variant: 'own', emptyG: '80', fullG: '150' },
      ],
      channels: [
        channelDraft('photo black', { body: 1, now: 'dry' }),
        channelDraft('cyan, magenta, yellow', { now: 'original', ink: 'Marram', bottleMl: '100' }),
        channelDraft('clear coat', { now: 'partUsed' }),
      ],
    },
    'GBP',
  );
  const entities = setUpEntities(read.input, new Ledger(), newId);
  const types = entities.filter((entity) => entity.entity === 'cartridgeType');
  expect(types.map(({ construction, chambers }) => [construction, chambers])).toEqual([
    ['bag', 1],
    ['compartmentTank', 3],
    ['compartmentTank', 1],
  ]);
  const own = entities.filter((entity) => entity.entity === 'cartridge');
  expect(own.map(({ initial, inkClass, chip }) => [initial, inkClass, chip!.original])).toEqual([
    ['empty', 'pigment', false],
    ['original', 'pigment', true],
    ['partUsed', 'clearCoat', true],
  ]);
  const bottles = bottleFacts(read.bottles, newId);
  expect(bottles.map((fact) => fact.kind === 'defined' && fact.entity.entity)).toEqual([
    'ink',
    'bottle',
    'ink',
    'bottle',
    'ink',
    'bottle',
  ]);
});

test.each([
  ['stationary', 47, 0.8],
  ['carriage', 12.5, 0.2],
  ['carriage', 60, 0.8],
] as const)(
  'a change of a %s printer with %d ml in each draws %d ml until it is learnt',
  (feed, ml, change) => {
    const bodies = [{ ...newDraft().bodies[0]!, capacityMl: String(ml) }];
    const { read } = readAnswers({ ...newDraft(), name: 'It', feed, bodies }, 'GBP');
    const printer = setUpEntities(read.input, new Ledger(), newId).find(({ entity }) => entity === 'printer');
    expect((printer as Printer).draws.change.value).toBeCloseTo(change, 9);
  },
);

test.each([
  ['two blacks', ['photo black', 'matte black'], true],
  ['one that was left of two', ['matte black', 'cyan'], undefined],
])('a line that %s share', (_, shades, shared) => {
  const channels = shades.map((shade) => channelDraft(shade));
  const { read } = readAnswers({ ...newDraft(), name: 'It', channels, shareLine: true }, 'GBP');
  const printer = setUpEntities(read.input, new Ledger(), newId).find(({ entity }) => entity === 'printer');
  expect(printer).toMatchObject({ entity: 'printer' });
  expect((printer as Printer).blacksShareLine).toBe(shared);
});

test('whatever is told of the ink inside has an effect of its own: another beginning, or evidence with its doubt', () => {
  const told = (now: Now, level: number | null = null): string => {
    const draft = { ...newDraft(), name: 'Studio', channels: [channelDraft('cyan', { now })] };
    const [one] = readAnswers(draft, 'GBP').read.input.channels;
    const facts = contentsFacts({ ...one!, level }, 'it', 47, { printerId: 'p', slotId: 's' });
    return JSON.stringify([one!.initial, one!.chipIsOriginal, now === 'fluid', facts]);
  };
  const answers: readonly Now[] = [
    'original',
    'partUsed',
    'declaredEmpty',
    'ranOut',
    'refilled',
    'wet',
    'fluid',
    'dry',
  ];
  expect(new Set(answers.map((now) => told(now))).size).toBe(answers.length);
  expect(told('partUsed', 0.3)).not.toBe(told('partUsed'));
});

test('a body is one triangle: two of its masses and what it holds give the third; what does not fit is asked about', () => {
  const draft = (part: object) => {
    const made = newDraft();
    return {
      ...made,
      name: 'Studio',
      bodies: [{ ...made.bodies[0]!, construction: 'bag' as const, ...part }],
    };
  };
  const type = (part: object) => typeOfBody(readAnswers(draft(part), 'GBP').read.input.bodies[0]!);
  expect(type({ emptyG: '60', fullG: '100' }).capacityMl).toBeCloseTo(37.7, 1);
  expect(type({ emptyG: '60', capacityMl: '100' }).fullG).toBeCloseTo(166, 0);
  expect(type({ fullG: '166', capacityMl: '100' }).emptyG.value).toBeCloseTo(60, 0);
  // What nobody weighed is known to a fifth.
  const preset = type({});
  expect(preset.emptyG.u / preset.emptyG.value).toBeCloseTo(0.1, 2);
  const { problems } = readAnswers(draft({ emptyG: '60', fullG: '100', capacityMl: '200' }), 'GBP');
  expect(problems.get('masses')!.join()).toMatch(/40\.0 g apart, about 38 ml .* 200 ml/);
});

/** Every field that is typed into, as draft with that text in it. */
const typedFields: readonly (readonly [string, (text: string) => Draft])[] = (() => {
  const made = { ...newDraft(), name: 'Attic', scaleG: '', stepG: '', syringeMl: '' };
  const [body, channel] = [{ ...made.bodies[0]!, variant: 'own' as const }, channelDraft('cyan')];
  const channels = made.channels.slice(1);
  const inBody = (key: string) => (text: string) => ({ ...made, bodies: [{ ...body, [key]: text }] });
  const inChannel = (key: string) => (text: string) => ({
    ...made,
    channels: [{ ...channel, now: 'partUsed' as const, [key]: text }, ...channels],
  });
  return [
    ...BODY_KEYS.map((key) => [key, inBody(key)] as const),
    ...(['level', 'price', 'nominal', 'usable', 'bottleMl', 'bottlePrice'] as const).map(
      (key) => [key, inChannel(key)] as const,
    ),
    ...(['chipMl', 'scaleG', 'stepG', 'syringeMl'] as const).map(
      (key) =>
        [key, (text: string) => ({ ...made, scaleG: key === 'stepG' ? '200' : '', [key]: text })] as const,
    ),
  ];
})();

test.each(typedFields)(
  '%s: what is typed is reckoned with or said to be wrong, never dropped',
  (key, draftOf) => {
    const written = (text: string): string => {
      const { read, problems } = readAnswers(draftOf(text), 'GBP');
      let count = 0;
      const id = (kind: string): string => `${kind}-${(count += 1)}`;
      const told = { bottles: read.bottles, seated: true };
      return JSON.stringify([[...problems.keys()], setUp(new Ledger(), read.input, told, id).facts]);
    };
    expect(readAnswers(draftOf('some'), 'GBP').problems.size).toBe(1);
    expect(readAnswers(draftOf('-3'), 'GBP').problems.size).toBe(1);
    // An emptied cartridge, and an original that was a gift, are no mistakes.
    if (!/level|rice/.test(key)) expect(readAnswers(draftOf('0'), 'GBP').problems.size).toBe(1);
    expect(written('61.5')).not.toBe(written(''));
  },
);

test.each(typedFields)('%s: whatever is not refused here is written without another word', (_, draftOf) => {
  const stamp = makeStamp({ now: () => Date.parse('2026-03-01T00:00:00Z') }, () => 0.5);
  for (const text of ['0.2', '7', '61.5', '99', '480', '9000']) {
    const { read, problems } = readAnswers(draftOf(text), 'GBP');
    if (problems.size > 0) continue;
    const ledger = new Ledger();
    const told = { bottles: read.bottles, seated: true };
    for (const fact of stamp(setUp(ledger, read.input, told, newId).facts)) {
      const parsed = factSchema.safeParse(fact);
      expect([text, parsed.error?.issues]).toEqual([text, undefined]);
      const wrong = checkFact(ledger, parsed.data!, Date.parse('2026-03-02T00:00:00Z'));
      expect([text, wrong]).toEqual([text, []]);
      ledger.add([parsed.data!]);
    }
  }
});

test.each([
  [
    'holds',
    { bodies: [{ ...newDraft().bodies[0]!, capacityMl: '9000' }] },
    'masses',
    /^Holds: 9000 ml is more than/,
  ],
  ['syringe', { syringeMl: '9000' }, 'scale', /^Holds: 9000 ml is more than/],
  ['step', { scaleG: '400', stepG: '150' }, 'scale', /^Smallest step: 150 g is more than/],
] as const)(
  '%s: what is said to be wrong is what was typed, not what follows from it',
  (_, part, asked, words) => {
    const { problems } = readAnswers({ ...newDraft(), name: 'Attic', ...part }, 'GBP');
    expect([...problems.keys()]).toEqual([asked]);
    expect(problems.get(asked)).toEqual([expect.stringMatching(words)]);
  },
);
