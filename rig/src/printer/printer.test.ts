import { expect, test } from '@jest/globals';
import { changedReadings, decodeIpp, encodeIpp, markersOf, markersRequest } from '@hiraeth/core/ipp';
import { counterOf, Ledger } from '@hiraeth/core/ledger';
import { emptyAt } from '@hiraeth/core/advice';
import { makeStamp, type Fact, type FactDraft } from '@hiraeth/core/workbook';
import { cartridge, define, PRINTER, script, setUp } from '@hiraeth/core/testing';
import { makeChance } from '../random';
import { answerIpp, FloatSensor, Resetter, SIMULATED_NINE, SimulatedPrinter, type IppDesk } from './index';

const make = (part: Partial<typeof SIMULATED_NINE> = {}, saved?: string): SimulatedPrinter =>
  new SimulatedPrinter({ ...SIMULATED_NINE, ...part }, 4, saved);
const all = (ml: number): number[] => SIMULATED_NINE.channels.map(() => ml);

test('low, very low, nearly, stop: then another page brings a closed prompt back, no leads to the offer, and it is switched off', () => {
  const printer = make({ changeMl: 0 });
  const cyan = printer.slots[4]!;
  const said: string[] = [];
  for (let i = 0; i < 200 && cyan.chip.phase !== 'stopped'; i++) {
    printer.print(all(0).map((_, c) => (c === 4 ? 0.5 : 0)));
    const { phase } = cyan.chip;
    if (said[said.length - 1] !== phase) said.push(phase);
  }
  expect(said).toEqual(['counting', 'low', 'veryLow', 'asks', 'stopped']);
  // The count is at its end, the cartridge has been dry for a while: 47 ml against 54 counted at 0.94.
  expect(printer.panel().prompt).toBeNull();
  expect(cyan.chip.offer).toBe('lost');
});

test('with ink left at the last stop the offer stands, closed and reopened, and its answers lead where they should', () => {
  const printer = make({ changeMl: 0, trueK: 0.7 });
  for (let i = 0; i < 300 && printer.slots[4]!.chip.phase !== 'stopped'; i++)
    printer.print(all(0).map((_, c) => (c === 4 ? 0.5 : 0)));
  expect(printer.slots[4]!.inkMl).toBeGreaterThan(3);
  expect(printer.panel().prompt).toMatch(/new original/);
  printer.press('no');
  expect(printer.panel().prompt).toMatch(/Go on without counting/);
  expect(printer.panel().keys).toEqual(['hold', 'close']);
  printer.press('close');
  expect(printer.print(all(0.1)).printed).toBe(false);
  expect(printer.panel().prompt).toMatch(/new original/);
  printer.press('no');
  printer.press('hold');
  expect(printer.panel().slots[4]!.level).toBeNull();
  expect(printer.print(all(0.1)).printed).toBe(true);
});

test('a change: exchange state and door first, one routine for all that was changed, a prompt that is confirmed; else it loses track', () => {
  const printer = make();
  const before = printer.slots.map((slot) => slot!.inkMl);
  printer.press('exchange');
  printer.press('door');
  for (const slot of [0, 3]) printer.seat(slot, printer.pull(slot)!);
  printer.press('door');
  const { changeMl } = SIMULATED_NINE;
  printer.slots.forEach((slot, i) => expect(slot!.inkMl).toBeCloseTo(before[i]! - changeMl, 9));
  expect(printer.panel().prompt).toMatch(/not an original one/);
  expect(printer.print(all(0.1)).printed).toBe(false);
  printer.press('yes');
  expect(printer.print(all(0.1)).printed).toBe(true);
  expect(printer.panel().padShare).toBeGreaterThan(0);
  printer.seat(2, printer.pull(2)!);
  expect(printer.panel().message).toMatch(/lost track/);
  expect(printer.print(all(0.1)).printed).toBe(false);
});

test('air in a line shows as gaps that no cleaning pushes out; dirt goes', () => {
  const printer = make({ changeMl: 0 });
  printer.print(all(0).map((_, c) => (c === 8 ? 60 : 0)));
  printer.press('check');
  expect(printer.panel().gaps[8]).toBe(12);
  printer.press('clean');
  expect(printer.panel().gaps[8]).toBe(12);
  expect(printer.reasons()).toContain('marker-supply-empty-error');
});

test('saved and brought back it is the same printer', () => {
  const printer = make();
  for (let i = 0; i < 30; i++) printer.print(all(0.2));
  expect(make({}, printer.save()).panel()).toEqual(printer.panel());
});

test('a resetter needs its pins on the contacts, and time', () => {
  const resetter = new Resetter();
  expect([resetter.hold(2, 0, 2000), resetter.light]).toEqual([false, 'failed']);
  expect([resetter.hold(0.2, 12, 2000), resetter.light]).toEqual([false, 'failed']);
  expect([resetter.hold(0.2, 2, 800), resetter.light]).toEqual([false, 'blinking']);
  expect([resetter.hold(0.2, 2, 800), resetter.light]).toEqual([true, 'done']);
  resetter.lift();
  expect([resetter.light, resetter.hold(0.2, 2, 800)]).toEqual(['dark', false]);
});

test('a float sensor switches with hysteresis; one lamp is lit when it is healthy; two or none name the fault', () => {
  const sensor = new FloatSensor(0.3);
  const low = (share: number): boolean => sensor.lamps(share).low;
  expect([low(0.5), low(0.295), low(0.28), low(0.305), low(0.32)]).toEqual([false, false, true, true, false]);
  sensor.fault = 'bothLit';
  expect(FloatSensor.words(sensor.lamps(0.1))).toMatch(/Both lamps are lit: .* fault/);
  sensor.fault = 'bothDark';
  expect(FloatSensor.words(sensor.lamps(0.1))).toMatch(/Both lamps are dark: .* fault/);
});

const slots = SIMULATED_NINE.channels.map((channel, i) => ({
  ...PRINTER.slots[0]!,
  id: `s${i}`,
  name: channel.name,
  shades: [channel.shade],
}));
const map = Object.fromEntries(SIMULATED_NINE.channels.map((channel, i) => [`${channel.name} ink`, `s${i}`]));

/** A workbook for the simulated nine. */
const nineRoom = (): Fact[] =>
  script([
    ...setUp,
    define({ ...PRINTER, slots }),
    ...slots.map((slot, i) => define(cartridge(`c${i}`, slot.shades[0]!))),
    {
      kind: 'installed',
      printerId: 'printer',
      into: slots.map((slot, i) => ({ slotId: slot.id, cartridgeId: `c${i}` })),
    },
  ]);

test('a year of polled readings equals the chips’ own history; restarts of browser and server in the middle lose and double nothing', () => {
  let printer = make();
  let now = Date.parse('2026-03-02T09:00:00Z');
  const chance = makeChance(12);
  const stamp = makeStamp({ now: () => now }, chance.next);
  let facts = nineRoom();
  let ledger = Ledger.from(facts);
  const own: Record<string, number[]> = Object.fromEntries(slots.map((slot) => [slot.id, []]));
  for (let day = 0; day < 365; day++) {
    now += 86_400_000;
    for (let sheet = 0; sheet < 3; sheet++) {
      const done = printer.print(all(0).map((_, c) => 0.02 + 0.01 * (c % 3) + 0.03 * chance.next()));
      if (done.printed) continue;
      printer.press('no');
      printer.press('close');
      // Top up and reset every cartridge that stopped.
      printer.slots.forEach((slot) => {
        if (slot!.chip.phase !== 'stopped') return;
        printer.topUp(slot!, 47);
        printer.resetChip(slot!);
      });
    }
    printer.markers().forEach((marker, i) => {
      const history = own[`s${i}`]!;
      if (history[history.length - 1] !== marker.level) history.push(marker.level!);
    });
    const drafts = changedReadings(ledger, 'printer', map, printer.markers());
    const written = stamp(drafts);
    facts = [...facts, ...written];
    ledger.add(written);
    // Asked again at once, it adds nothing.
    expect(changedReadings(ledger, 'printer', map, printer.markers())).toEqual([]);
    if (day % 50 === 20) ledger = Ledger.from(JSON.parse(JSON.stringify(facts)) as Fact[]);
    if (day % 70 === 30) printer = make({}, printer.save());
  }
  for (const slot of slots) {
    const polled = facts.flatMap((fact) =>
      fact.kind === 'gaugeRead' && fact.slotId === slot.id ? [fact.fraction!] : [],
    );
    expect(polled).toEqual(own[slot.id]);
    expect(polled.length).toBeGreaterThan(50);
  }
});

test('“empty at” is not later than the truth by more than its margin in 95 % of simulated lives, and k is recovered', () => {
  const chance = makeChance(99);
  let sound = 0;
  let lives = 0;
  let inside = 0;
  for (let life = 0; life < 220; life++) {
    const trueK = 1 + 0.08 * (chance.next() * 2 - 1);
    const trueEmptyG = 41.58 + chance.normal(0, 0.05);
    let now = Date.parse('2026-03-02T09:00:00Z');
    const stamp = makeStamp({ now: () => now }, chance.next);
    const ledger = Ledger.from(
      script([...setUp, define(cartridge('cyan', 'cyan', { emptyG: { value: 41.58, u: 0.05 } }))]),
    );
    const write = (drafts: FactDraft[]): void => {
      now += 3_600_000;
      ledger.add(stamp(drafts));
    };
    let ink = 0;
    let counted = 0;
    const weigh = (purpose: 'after' | 'weighIn'): FactDraft => ({
      kind: 'weighed',
      what: 'cartridge',
      subjectId: 'cyan',
      massG: { value: Number((trueEmptyG + ink * 1.064 + chance.normal(0, 0.015)).toFixed(2)), u: 0.0153 },
      scaleId: 'scale',
      purpose,
    });
    const refill = (): void => {
      ink = 38 + 9 * chance.next();
      counted = 0;
      write([
        weigh('after'),
        {
          kind: 'filled',
          cartridgeId: 'cyan',
          chamber: 0,
          bottleId: 'bottle-cyan',
          ml: { value: 0.01, u: 0.01 },
          by: 'mass',
          method: 'topSyringe',
          occasion: 'topUp',
        },
      ]);
      write([{ kind: 'chipReset', cartridgeId: 'cyan', worked: true }]);
    };
    refill();
    write([{ kind: 'installed', printerId: 'printer', into: [{ slotId: 'cyan', cartridgeId: 'cyan' }] }]);
    const reading = (): number => Math.max(0, Math.round((1 - counted / 54) * 100) / 100);
    const draw = (ml: number): void => {
      ink -= ml;
      counted += (ml * chance.factor(0.03)) / trueK;
    };
    for (let fill = 0; fill < 2; fill++) {
      for (let step = 0; step < 3; step++) {
        for (let sheet = 0; sheet < 20; sheet++) draw(0.4);
        now += 86_400_000;
        write([
          {
            kind: 'printed',
            printerId: 'printer',
            title: 'x',
            copies: 20,
            widthMm: 420,
            heightMm: 420,
            subjectId: 'any',
          },
          { kind: 'gaugeRead', printerId: 'printer', slotId: 'cyan', fraction: reading(), by: 'person' },
        ]);
        write([weigh('weighIn')]);
      }
      const at = new Date(now).toISOString();
      const empty = emptyAt(ledger, 'cyan', at)!;
      const counter = counterOf(ledger, 'printer', 'cyan');
      if (fill === 1 && Math.abs(counter.k - trueK) <= 1.96 * Math.sqrt(counter.variance)) inside += 1;
      // Print on until it really stands at its reserve.
      while (ink > 3.5) draw(Math.min(0.2, Math.max(0.01, ink - 3.5)));
      lives += 1;
      if (1 - counted / 54 <= empty.actAt + 1e-9) sound += 1;
      refill();
    }
  }
  expect(sound / lives).toBeGreaterThanOrEqual(0.95);
  expect(inside / (lives / 2)).toBeGreaterThan(0.9);
});

test('the simulated printer’s IPP: markers come through the codec as they are; wrong requests get their status', () => {
  const desk: IppDesk = {
    printer: make(),
    jobs: [],
    upSeconds: () => 7,
    now: () => Date.UTC(2026, 2, 5, 10),
  };
  const uri = 'ipp://127.0.0.1:9/ipp/print';
  const ask = (change: (request: ReturnType<typeof markersRequest>) => ReturnType<typeof markersRequest>) => {
    const decoded = decodeIpp(encodeIpp(change(markersRequest(uri, 5))));
    if (!decoded.ok) throw new Error(decoded.problem.code);
    const back = decodeIpp(encodeIpp(answerIpp(desk, decoded.value, uri)));
    if (!back.ok) throw new Error(back.problem.code);
    return back.value;
  };
  desk.printer.print(all(3));
  expect(markersOf(ask((r) => r)).markers).toEqual(desk.printer.markers());
  expect(ask((r) => ({ ...r, requestId: 0 })).code).toBe(0x0400);
  expect(ask((r) => ({ ...r, version: [0, 0] })).code).toBe(0x0503);
  expect(ask((r) => ({ ...r, code: 0x4001 })).code).toBe(0x0501);
  expect(
    ask((r) => ({ ...r, groups: [{ ...r.groups[0]!, attributes: r.groups[0]!.attributes.slice(1) }] })).code,
  ).toBe(0x0400);
  const sheets = desk.printer.panel().sheets;
  expect(ask((r) => ({ ...r, code: 0x0002, data: Uint8Array.of(1, 2, 3) })).code).toBe(0);
  expect([desk.printer.panel().sheets, desk.jobs.length]).toEqual([sheets + 1, 1]);
});
