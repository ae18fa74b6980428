import { describe, expect, test } from '@jest/globals';
import { counterOf, inkNow, Ledger } from '@hiraeth/core/ledger';
import { COVERAGE } from '@hiraeth/core/numeric';
import { livesOf } from '@hiraeth/core/report';
import { printerCost } from '@hiraeth/core/cost';
import { ABERLANW } from '../../../demo/src/aberlanw';
import { simulateStudio } from './simulateStudio';

const AT = '2026-11-24T18:00:00.000Z';
const year = (seed: number, part: Partial<Parameters<typeof simulateStudio>[1]> = {}) =>
  simulateStudio(ABERLANW, { seed, endAt: AT, days: 300, ...part });

describe('a simulated studio', () => {
  test('is the same for the same seed, another for another, and shifts with its last day', () => {
    expect(year(3)).toEqual(year(3));
    expect(year(3).facts.length).not.toBe(year(4).facts.length);
    const later = year(3, { endAt: '2026-11-25T18:00:00.000Z' });
    expect(later.facts.map((fact) => fact.kind)).toEqual(year(3).facts.map((fact) => fact.kind));
    expect(later.facts[200]!.at > year(3).facts[200]!.at).toBe(true);
  });

  test('never writes a fact after its end, nor one out of order of recording', () => {
    const { facts } = year(5);
    for (const [i, fact] of facts.entries()) {
      expect(fact.at <= AT).toBe(true);
      if (i > 0) expect(fact.id > facts[i - 1]!.id).toBe(true);
    }
  });

  test('keeps its truth whole: nothing below empty, nothing above what fits, and drawn is at least what was printed', () => {
    for (const seed of [1, 2, 3]) {
      const { truth } = year(seed);
      for (const ml of Object.values(truth.inkMl)) {
        expect(ml).toBeGreaterThanOrEqual(0);
        expect(ml).toBeLessThan(50);
      }
      for (const [printer, slots] of Object.entries(truth.drawnMl))
        expect(Object.values(slots).reduce((a, b) => a + b, 0)).toBeGreaterThan(truth.printedMl[printer]!);
    }
  });

  test('a busier studio prints more', () => {
    const copies = (busy: number): number =>
      year(6, { busy }).facts.reduce((sum, fact) => sum + (fact.kind === 'printed' ? fact.copies : 0), 0);
    expect(copies(3)).toBeGreaterThan(2 * copies(1));
  });

  test('without human faults nobody runs dry, and no leak is found', () => {
    const sound = simulateStudio({ ...ABERLANW, faults: null }, { seed: 9, endAt: AT, days: 300 });
    expect(sound.truth.ranDry).toEqual([]);
    const ledger = Ledger.from(sound.facts);
    const flags = [...livesOf(ledger, AT).values()].flat().map((entry) => entry.flag);
    expect(flags.filter((flag) => flag === 'leak' || flag === 'heavier')).toEqual([]);
  });
});

describe('judged by the truth, over several years', () => {
  const years = [21, 22, 23].map((seed) => year(seed));

  test('the counter’s bias is found for every channel that counts', () => {
    for (const { facts } of years) {
      const ledger = Ledger.from(facts);
      for (const room of ABERLANW.printers)
        for (const slot of room.printer.slots) {
          const counter = counterOf(ledger, room.printer.id, slot.id);
          if (counter.seen < 4) continue;
          expect(Math.abs(counter.k - room.trueK)).toBeLessThan(0.01 + 3.5 * Math.sqrt(counter.variance));
        }
    }
  });

  test('ink drawn is known within three per cent; it and the ink on hand lie within their intervals for nine in ten', () => {
    let inside = 0;
    let all = 0;
    let drawnInside = 0;
    let channels = 0;
    for (const { facts, truth } of years) {
      const ledger = Ledger.from(facts);
      for (const room of ABERLANW.printers) {
        const cost = printerCost(ledger, room.printer.id, AT)!;
        const drawn = Object.values(truth.drawnMl[room.printer.id]!).reduce((a, b) => a + b, 0);
        const found = cost.channels.reduce((sum, channel) => sum + channel.drawnMl.value, 0);
        expect(Math.abs(found / drawn - 1)).toBeLessThan(0.03);
        for (const { slotId, drawnMl } of cost.channels) {
          channels += 1;
          const miss = Math.abs(drawnMl.value - truth.drawnMl[room.printer.id]![slotId]!);
          if (miss <= COVERAGE * drawnMl.u) drawnInside += 1;
        }
      }
      for (const [id, ml] of Object.entries(truth.inkMl)) {
        const ink = inkNow(ledger, id, AT)!;
        all += 1;
        if (Math.abs(ink.value - ml) <= COVERAGE * ink.u) inside += 1;
      }
    }
    expect(inside / all).toBeGreaterThanOrEqual(0.9);
    expect(drawnInside / channels).toBeGreaterThanOrEqual(0.9);
  });
});

test('its days add up: what each channel drew, but for changes, and the ink that the next day begins with', () => {
  const { truth } = simulateStudio({ ...ABERLANW, faults: null }, { seed: 21, endAt: AT, days: 120 });
  for (const { printer } of ABERLANW.printers) {
    const days = truth.days[printer.id]!;
    expect(days).toHaveLength(120);
    expect(days.map(({ at }) => at)).toEqual([...days.map(({ at }) => at)].sort());
    printer.slots.forEach((slot, s) => {
      const used = days.reduce((sum, day) => sum + day.usedMl[s]!, 0);
      expect(used).toBeLessThanOrEqual(truth.drawnMl[printer.id]![slot.id]! + 1e-6);
      expect(used).toBeGreaterThan(0);
      days.slice(1).forEach((day, i) => {
        const before = days[i]!;
        // Less by what was drawn, or more by a fill; a change takes a little besides.
        const gone = before.inkMl[s]! - day.inkMl[s]!;
        expect(gone <= before.usedMl[s]! + 3 || day.inkMl[s]! > before.inkMl[s]!).toBe(true);
        expect(day.inkMl[s]!).toBeGreaterThanOrEqual(0);
      });
    });
    expect(days.reduce((sum, { areaDm2 }) => sum + areaDm2, 0)).toBeGreaterThan(0);
  }
});
