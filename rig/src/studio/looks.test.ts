import { expect, test } from '@jest/globals';
import { headAdvice, headHealth } from '@hiraeth/core/nozzle';
import { Ledger } from '@hiraeth/core/ledger';
import { listOf } from '@hiraeth/core/exposure';
import { reprofile, shadeSeries } from '@hiraeth/core/colour';
import type { Fact } from '@hiraeth/core/workbook';
import { define, install, PRINTER, script, setUp, weigh } from '@hiraeth/core/testing';
import { CHART, simulateLooks, type LooksStory } from './index';

const FROM = '2026-01-01T00:00:00.000Z';
const END = '2026-06-30T12:00:00.000Z';
const printer = { ...PRINTER, headLines: 40, headSpares: 3 };
const STORY: LooksStory = {
  printerId: 'printer',
  paperId: 'rag',
  definitions: [],
  everyDays: 10,
  pale: ['yellow'],
  torchEvery: 2,
  failing: [{ slotId: 'cyan', line: 7, fromDay: 90 }],
  clogs: [{ slotId: 'magenta', lines: [3, 4], day: 55 }],
  profile: { day: 30, name: 'Rag' },
  charts: [
    { day: 20, ink: 'original', shift: [0, 0, 0] },
    { day: 40, ink: 'refill', shift: [0.2, 0, 0] },
    { day: 41, ink: 'refill', shift: [0, 0, 0], display: { where: 'Wall', months: 0 } },
    { day: 130, ink: 'refill', shift: [3, 0, 3], display: { where: 'Wall', months: 3 } },
  ],
};
const base: Fact[] = [
  ...script(
    [
      ...setUp,
      define(printer),
      define({ entity: 'paper', id: 'rag', name: 'Rag', brightener: 'none' }),
      ...['cyan', 'magenta', 'yellow'].map((id) => weigh(id, 80)),
      install,
      { kind: 'nozzleChecked', printerId: 'printer', gaps: [] },
    ],
    FROM,
  ),
  ...script([{ kind: 'nozzleChecked', printerId: 'printer', gaps: [] }], '2026-05-11T09:00:00.000Z'),
  ...script([{ kind: 'noted', text: 'the end' }], END),
].map((fact, i) => ({ ...fact, id: `01KLOOK${String(i).padStart(19, '0')}` }));
const told = (seed = 3) => simulateLooks(base, printer, STORY, FROM, seed);

test('the same seed tells the same; nothing of the period is lost, and its own looks see what this story says', () => {
  const facts = told();
  expect(told()).toEqual(facts);
  expect(told(4)).not.toEqual(facts);
  const ids = new Set(facts.map(({ id }) => id));
  expect(base.every(({ id }) => ids.has(id))).toBe(true);
  expect([...facts].sort((a, b) => (a.at < b.at ? -1 : 1)).map(({ at }) => at)).toEqual(
    facts.map(({ at }) => at),
  );
  // A check of May, with the line that fails since April.
  const may = facts.find((fact) => fact.kind === 'nozzleChecked' && fact.at.startsWith('2026-05-11T09'));
  expect(may).toMatchObject({ gaps: [{ slotId: 'cyan', lines: [7] }] });
});

test('the line is found to be failing, the clog mended; pale inks are seen by torch alone', () => {
  const ledger = Ledger.from(told());
  const { channels, checks } = headHealth(ledger, 'printer')!;
  expect(channels.map(({ state, failing }) => [state, failing])).toEqual([
    ['failing', [7]],
    ['fine', []],
    [checks.at(-1)!.unseen.includes('yellow') ? 'unseen' : 'fine', []],
  ]);
  expect(checks.filter(({ light }) => light === 'torch').every(({ unseen }) => unseen.length === 0)).toBe(
    true,
  );
  expect(checks.some(({ unseen }) => unseen.includes('yellow'))).toBe(true);
  expect(headAdvice(ledger, 'printer', '2026-06-21T12:00:00.000Z')!.act).toBe('live');
});

test('charts are measured with a little noise, fade where they hang, and the profile is kept', () => {
  const ledger = Ledger.from(told());
  const [series] = shadeSeries(ledger, 'printer');
  expect(series!.sets.every(({ patches }) => patches.length === CHART.length)).toBe(true);
  expect(series!.againstOriginal!.found.mean).toBeLessThan(1);
  expect(series!.fading).toMatchObject([{ where: 'Wall', points: [{ months: 0 }, { months: 3 }] }]);
  expect(series!.fading[0]!.points[1]!.mean).toBeGreaterThan(1.5);
  expect(listOf(ledger.state.printers.get('printer')!.profiles)).toHaveLength(1);
  expect(reprofile(ledger, 'printer', END).profile).toMatchObject({ name: 'Rag' });
});
