import { describe, expect, test } from '@jest/globals';
import { Ledger } from '@hiraeth/core/ledger';
import { install, print, script, setUp } from '@hiraeth/core/testing';
import type { FactDraft } from '@hiraeth/core/workbook';
import { firstTaken, lastStanding } from './doings';
import { readDoings, withDoing, type Doing } from './doingsNote';

const facts = script([...setUp, install, print(1), print(2), print(3)]);
const prints = facts.slice(-3);
const doings: readonly Doing[] = prints.map(({ id }, i) => ({ ids: [id], words: `print ${i + 1}` }));
const after = (...drafts: FactDraft[]): Ledger =>
  Ledger.from([...facts, ...script(drafts, '2026-04-01T09:00:00.000Z')]);
const back = (factId: string): FactDraft => ({ kind: 'voided', factId, reason: 'taken back' });

describe('what a key takes back and does again', () => {
  test('the last first, one after the other, and never what is gone already', () => {
    expect(lastStanding(after(), doings)?.words).toBe('print 3');
    expect(lastStanding(after(back(prints[2]!.id)), doings)?.words).toBe('print 2');
    expect(lastStanding(after(...prints.map(({ id }) => back(id))), doings)).toBeNull();
    // Taken back elsewhere, out of order: it is passed over.
    expect(lastStanding(after(back(prints[2]!.id), back(prints[1]!.id)), doings)?.words).toBe('print 1');
  });

  test('again: the one that was taken back last comes first, and nothing where something else was done since', () => {
    expect(firstTaken(after(), doings)).toBeNull();
    expect(firstTaken(after(back(prints[2]!.id), back(prints[1]!.id)), doings)?.words).toBe('print 2');
    expect(firstTaken(after(back(prints[1]!.id)), doings)).toBeNull();
  });

  test('of another workbook, or not here any more: it is no doing', () => {
    expect(lastStanding(after(), [{ ids: ['elsewhere'], words: 'x' }])).toBeNull();
    expect(firstTaken(after(), [{ ids: ['elsewhere'], words: 'x' }])).toBeNull();
  });

  test('fifty are kept, and what an older build kept is none', () => {
    let all: readonly Doing[] = [];
    for (let i = 0; i < 60; i++) all = withDoing(all, { ids: [`${i}`], words: `${i}` });
    expect([all.length, all[0]!.words, all.at(-1)!.words]).toEqual([50, '10', '59']);
    for (const note of [undefined, null, 'x', [{ ids: [] }], { words: 1 }])
      expect(readDoings(note)).toEqual([]);
  });
});
