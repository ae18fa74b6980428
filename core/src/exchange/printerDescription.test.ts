import { expect, test } from '@jest/globals';
import { setUpEntities } from '../acts';
import { all, Ledger } from '../ledger';
import { knownRoom, SET_UP_INPUT } from '../testing';
import { factSchema, makeStamp, type Printer } from '../workbook';
import { channelsTaught } from './channelsTaught';
import { describePrinter, readDescription } from './printerDescription';

let next = 0;
const newId = (kind: string): string => `${kind}-${(next += 1)}`;

test('a described printer comes beside what is there, under ids of its own, without what was its owner’s', () => {
  const stamp = makeStamp({ now: () => Date.parse('2026-03-01T00:00:00Z') }, () => 0.5);
  const ledger = new Ledger();
  const first = setUpEntities(SET_UP_INPUT, ledger, newId);
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
