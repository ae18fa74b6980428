import { expect, test } from '@jest/globals';
import { all, Ledger } from '@hiraeth/core/ledger';
import { checkFact } from '@hiraeth/core/check';
import {
  CONSTRUCTIONS,
  type Printer,
  entityRule,
  factSchema,
  makeStamp,
  typePreset,
} from '@hiraeth/core/workbook';
import { channelsTaught, describePrinter, readDescription } from '@hiraeth/core/exchange';
import { knownRoom } from '@hiraeth/core/testing';
import { BODY_KEYS, channelDraft, newDraft, type BodyDraft, type Draft } from './draft';
import { readAnswers } from './readAnswers';
import { readDraft } from './readDraft';
import {
  bottleFacts,
  contentsFacts,
  setUp,
  setUpEntities,
  typeOfBody,
  type BodyInput,
  type Channel,
  type Now,
  type SetUpInput,
} from '@hiraeth/core/acts';

const body: BodyInput = {
  construction: 'compartmentTank',
  variant: 'standard',
  emptyG: null,
  fullG: null,
  maxG: null,
  capacityMl: null,
  boxMm: null,
};
const channel = (shades: readonly string[], part: Partial<Channel> = {}): Channel => ({
  shades,
  inkClass: 'pigment',
  body: 0,
  initial: 'unknown',
  chipIsOriginal: false,
  original: { priceMinor: 4750, nominalMl: 54, usableMl: 46 },
  ...part,
});
const input: SetUpInput = {
  name: 'Studio',
  feed: 'stationary',
  channels: [channel(['cyan']), channel(['magenta'])],
  bodies: [body],
  gauge: { display: 'percent', switchOff: null },
  sets: 2,
  chip: 'resetter',
  chipMl: 54,
  scale: { capacityG: 200, resolutionG: 0.01 },
  syringeMl: 20,
};
let next = 0;
const newId = (kind: string): string => `${kind}-${(next += 1)}`;
const kinds = (entities: readonly { entity: string }[]): Record<string, number> =>
  entities.reduce<Record<string, number>>(
    (count, { entity }) => ({ ...count, [entity]: (count[entity] ?? 0) + 1 }),
    {},
  );

test.each(
  CONSTRUCTIONS.flatMap((construction) =>
    (['starter', 'standard', 'large'] as const).map((variant) => [construction, variant] as const),
  ),
)('%s, %s: everything that a new printer brings is valid and passes its checks', (construction, variant) => {
  const ledger = new Ledger();
  const stamp = makeStamp({ now: () => Date.parse('2026-03-01T00:00:00Z') }, () => 0.5);
  const entities = setUpEntities({ ...input, bodies: [{ ...body, construction, variant }] }, ledger, newId);
  for (const fact of stamp(entities.map((entity) => ({ kind: 'defined', entity })))) {
    const parsed = factSchema.safeParse(fact);
    expect(parsed.error?.issues).toBeUndefined();
    expect(checkFact(ledger, parsed.data!, Date.parse('2026-03-02T00:00:00Z'))).toEqual([]);
    ledger.add([parsed.data!]);
  }
  expect(kinds(entities)).toMatchObject({
    settings: 1,
    printer: 1,
    cartridgeType: 1,
    cartridge: 4,
    scale: 1,
    syringe: 1,
  });
});

test('a second printer brings no second scale, subjects or settings; sets are labelled A and B', () => {
  const ledger = new Ledger();
  const stamp = makeStamp({ now: () => Date.parse('2026-03-01T00:00:00Z') }, () => 0.5);
  const first = setUpEntities(input, ledger, newId);
  ledger.add(stamp(first.map((entity) => ({ kind: 'defined', entity }))));
  const labels = first.flatMap((entity) => (entity.entity === 'cartridge' ? [entity.label] : []));
  expect(labels).toEqual(['Cyan A', 'Magenta A', 'Cyan B', 'Magenta B']);
  const second = setUpEntities(
    { ...input, name: 'Other', scale: null, syringeMl: null, sets: 1, chip: 'none', chipMl: null },
    ledger,
    newId,
  );
  expect(kinds(second)).toEqual({ printer: 1, cartridgeType: 1, cartridge: 2 });
  expect(second.find((entity) => entity.entity === 'cartridge')).toMatchObject({
    label: 'Cyan',
    set: '',
    chip: null,
  });
});

test('shades that share a body: one slot, one cartridge with a chamber for each, a type of its own; all at home in their printer', () => {
  const together = setUpEntities(
    {
      ...input,
      bodies: [{ ...body, construction: 'integratedHead' }],
      channels: [['photo black'], ['cyan', 'magenta', 'yellow']].map((shades) =>
        channel(shades, { original: null }),
      ),
      sets: 1,
    },
    new Ledger(),
    newId,
  );
  expect(kinds(together)).toMatchObject({ cartridgeType: 2, cartridge: 2 });
  const printer = together.find((entity) => entity.entity === 'printer')!;
  const types = together.filter((entity) => entity.entity === 'cartridgeType');
  const colour = together.find((entity) => entity.entity === 'cartridge' && entity.shades.length === 3);
  expect(colour).toMatchObject({
    label: 'Colour',
    shades: ['cyan', 'magenta', 'yellow'],
    printerId: printer.id,
    typeId: types.find((type) => type.chambers === 3)!.id,
  });
});

test('weighed masses beat the ready ones; an unknown cartridge is weighed and measured', () => {
  // A mass that only its kind tells is known to a fifth.
  expect(typeOfBody(body).emptyG.u).toBeCloseTo(0.1 * typeOfBody(body).emptyG.value, 1);
  expect(typeOfBody({ ...body, emptyG: 41.58, fullG: 90.9 })).toMatchObject({
    emptyG: { value: 41.58, u: 0.05 },
    fullG: 90.9,
  });
  expect(typeOfBody({ ...body, fullG: 99 }).maxG).toBeGreaterThanOrEqual(99);
  const unknown = typeOfBody({ ...body, variant: 'own', emptyG: 41.6, fullG: 91.6 });
  expect(unknown).toMatchObject({ variant: 'own', capacityMl: 46.9 });
  const measured = typeOfBody({ ...body, variant: 'own', emptyG: 12, boxMm: [60, 15, 40] });
  expect(measured.capacityMl).toBeGreaterThan(15);
  expect(measured.bodyHeightMm).toBe(40);
});

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

test('a described printer comes beside what is there, under ids of its own, without what was its owner’s', () => {
  const stamp = makeStamp({ now: () => Date.parse('2026-03-01T00:00:00Z') }, () => 0.5);
  const ledger = new Ledger();
  const first = setUpEntities(input, ledger, newId);
  ledger.add(
    stamp(first.map((entity) => ({ kind: 'defined', entity }))).map((fact) => factSchema.parse(fact)),
  );
  const [printer] = all(ledger.context, 'printer');
  const text = describePrinter(ledger, printer!.id)!;
  const read = readDescription(text, newId);
  if (!read.ok) throw new Error(read.problem.code);
  const known = new Set(first.map(({ id }) => id));
  for (const { id } of read.value) expect(known.has(id)).toBe(false);
  ledger.add(
    makeStamp(
      { now: () => Date.parse('2026-03-02T00:00:00Z') },
      () => 0.25,
    )(read.value.map((entity) => ({ kind: 'defined', entity }))),
  );
  expect(all(ledger.context, 'printer')).toHaveLength(2);
  const copy = all(ledger.context, 'cartridge').filter(({ printerId }) => printerId !== printer!.id);
  expect(copy.map(({ label, emptyG }) => [label, emptyG])).toEqual(
    ['Cyan A', 'Magenta A', 'Cyan B', 'Magenta B'].map((label) => [label, null]),
  );
  for (const [content, code] of [
    ['{', 'notADescription'],
    ['{"format":"hiraeth-workbook"}', 'notADescription'],
    ['{"format":"hiraeth-printer","version":9}', 'newerDescription'],
    ['{"format":"hiraeth-printer","version":1,"entities":[{"entity":"printer"}]}', 'brokenDescription'],
  ] as const)
    expect(readDescription(content, newId)).toMatchObject({ ok: false, problem: { code } });
  expect(describePrinter(ledger, 'nobody')).toBeNull();
});

test('a set-up is shared with what its printer was taught, if its owner likes: numbers of its channels, and nothing of the log', () => {
  const ledger = Ledger.from(knownRoom('2026-03-10T10:00:00.000Z').facts);
  const [{ id }] = all(ledger.context, 'printer') as [Printer];
  expect(channelsTaught(ledger, id)).toBeGreaterThan(0);
  const drawsIn = (text: string) => {
    const read = readDescription(text, newId);
    if (!read.ok) throw new Error(read.problem.code);
    return read.value.find((entity) => entity.entity === 'printer')!.draws;
  };
  const text = describePrinter(ledger, id, true)!;
  const taught = drawsIn(text).channels!;
  expect(taught).toHaveLength(channelsTaught(ledger, id));
  // What its pictures took, and not what was guessed of them, though all were of one kind.
  for (const [i, perDm2] of [0.03, 0.02, 0.025].entries())
    expect(Math.abs(taught[i]!.perDm2!.value / perDm2 - 1)).toBeLessThan(0.2);
  for (const { name } of all(ledger.context, 'subject')) expect(text).not.toContain(name);
  expect(drawsIn(describePrinter(ledger, id)!).channels).toBeUndefined();
  // Who begins with it and weighs nothing hands on nothing that was not learnt there.
  const begun = new Ledger();
  const read = readDescription(text, newId);
  if (!read.ok) throw new Error(read.problem.code);
  const stamp = makeStamp({ now: () => Date.parse('2026-03-02T00:00:00Z') }, () => 0.25);
  begun.add(stamp(read.value.map((entity) => ({ kind: 'defined', entity }))));
  const [other] = all(begun.context, 'printer') as [Printer];
  expect(drawsIn(describePrinter(begun, other.id, true)!).channels).toBeUndefined();
  expect(other.draws.channels).toEqual(taught);
});

test('a two-part body of own masses is weighed as a whole until its head was weighed by itself; no wrong head stands in the way', () => {
  const preset = typePreset('twoPart', 'standard');
  const made = (part: Partial<BodyInput>) => typeOfBody({ ...body, construction: 'twoPart', ...part });
  expect(made({}).headPart).toEqual(preset.headPart);
  expect(made({ emptyG: preset.emptyG.value, fullG: preset.fullG }).headPart).toEqual(preset.headPart);
  // Lighter than the usual head: those masses are another body's.
  for (const part of [
    { emptyG: 20, fullG: 42 },
    { capacityMl: 25 },
    { variant: 'own' as const, emptyG: 20, fullG: 42 },
  ]) {
    const type = made(part);
    expect(type.headPart ?? null).toBeNull();
    expect(entityRule({ ...type, entity: 'cartridgeType', id: 't', name: 'Own' })).toBeNull();
  }
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

test('no answer of setting up goes unheard: each changes what is written of the printer, its bodies or its tools', () => {
  const written = (part: Partial<SetUpInput>): string => {
    let count = 0;
    const id = (kind: string): string => `${kind}-${(count += 1)}`;
    return JSON.stringify(setUpEntities({ ...input, channels: blacks, ...part }, new Ledger(), id));
  };
  const blacks = [channel(['photoBlack']), channel(['matteBlack'])];
  const base = written({});
  const answers: Readonly<Record<string, Partial<SetUpInput>>> = {
    name: { name: 'Another' },
    'on the head': { feed: 'carriage' },
    'blacks on one line': { blacksShareLine: true },
    'one set': { sets: 1 },
    'a dry set waits': { waiting: true },
    'drilled, its own cap': { bodies: [{ ...body, port: 'drill', closure: 'cap' }] },
    'peeled, then pierced': { bodies: [{ ...body, port: 'peelPierce' }] },
    'a new chip each time': { chip: 'newEachTime' },
    'self-resetting': { chip: 'selfResetting' },
    'left alone': { chip: 'leftAlone' },
    'chip counts 40 ml': { chipMl: 40 },
    steps: { gauge: { display: 'steps', switchOff: null } },
    'cannot be switched off': { gauge: { display: 'percent', switchOff: false } },
    prism: { gauge: { display: 'percent', switchOff: null, prism: true } },
    'no scale': { scale: null },
    'no syringe': { syringeMl: null },
    'an own dry mass': { bodies: [{ ...body, emptyG: 40 }] },
    'an own maximum': { bodies: [{ ...body, maxG: 90 }] },
  };
  const unheard = Object.entries(answers).filter(([, part]) => written(part) === base);
  expect(unheard.map(([name]) => name)).toEqual([]);
  // Already off, or planned: another beginning of the chip.
  expect(written({ chip: 'switchedOff', chipOff: 'already' })).not.toBe(
    written({ chip: 'switchedOff', chipOff: 'planned' }),
  );
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
    /^9000 ml is more than/,
  ],
  ['syringe', { syringeMl: '9000' }, 'scale', /^9000 ml is more than/],
  ['step', { scaleG: '400', stepG: '150' }, 'scale', /^150 g is more than/],
] as const)(
  '%s: what is said to be wrong is what was typed, not what follows from it',
  (_, part, asked, words) => {
    const { problems } = readAnswers({ ...newDraft(), name: 'Attic', ...part }, 'GBP');
    expect([...problems.keys()]).toEqual([asked]);
    expect(problems.get(asked)).toEqual([expect.stringMatching(words)]);
  },
);
