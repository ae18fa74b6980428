import { expect, test } from '@jest/globals';
import fc from 'fast-check';
import { balance, balanceOf, inkAccount, inkAccounts, ALWAYS } from '../account';
import { canPrint } from '../plan';
import { cartridgeView, printerAdvice, slotView } from '../advice';
import { meanPrint, printCost, printerCost } from '../cost';
import { all, inkNow, keepHead, Ledger, mostInside, openWalk, reviveHead, type Book } from '../ledger';
import { reprofile } from '../colour';
import { headHealth } from '../nozzle';
import { between, fill, install, print, script, setUp, SHADES, weigh } from '../testing';
import { spokenReport } from '../words';
import { BECAUSE, makeStamp, type Because, type FactDraft } from '../workbook';
import { report, reportOf } from './report';

const AT = '2026-06-01T12:00:00.000Z';
const shade = fc.constantFrom(...SHADES);
const because = fc.option(fc.constantFrom<Because>(...BECAUSE), { nil: undefined });
const withReason = (draft: FactDraft, reason: Because | undefined): FactDraft =>
  (reason === undefined ? draft : { ...draft, because: reason }) as FactDraft;

/** Histories with every kind of evidence in them. */
const draft: fc.Arbitrary<FactDraft> = fc.oneof(
  { weight: 3, arbitrary: fc.integer({ min: 1, max: 60 }).map(print) },
  {
    weight: 3,
    arbitrary: fc
      .tuple(shade, fc.integer({ min: 4400, max: 9000 }), because)
      .map(([id, g, reason]) => withReason(weigh(id, g / 100), reason)),
  },
  {
    weight: 2,
    arbitrary: fc.tuple(shade, fc.integer({ min: 1, max: 30 })).map(([id, ml]) => fill(id, ml)),
  },
  fc
    .tuple(shade, between(0, 1), because)
    .map(([cartridgeId, fraction, reason]) =>
      withReason({ kind: 'levelSeen', cartridgeId, fraction, u: 0.06 }, reason),
    ),
  fc
    .tuple(shade, fc.integer({ min: 2, max: 30 }), because)
    .map(([cartridgeId, ml, reason]) =>
      withReason({ kind: 'sensorSignalled', cartridgeId, sensor: 'float', ml: { value: ml, u: 3 } }, reason),
    ),
  fc
    .tuple(shade, fc.boolean(), because)
    .map(([cartridgeId, ranDry, reason]) =>
      withReason({ kind: 'fadedOrRanDry', cartridgeId, ranDry }, reason),
    ),
  fc.tuple(shade, fc.integer({ min: 0, max: 100 })).map(([slotId, percent]): FactDraft => ({
    kind: 'gaugeRead',
    printerId: 'printer',
    slotId,
    fraction: percent / 100,
    by: 'network',
  })),
  fc
    .tuple(shade, fc.constantFrom('low', 'veryLow', 'asks', 'stops', 'recognised'))
    .map(([slotId, signal]): FactDraft => ({
      kind: 'chipSignalled',
      printerId: 'printer',
      slotId,
      signal: signal as 'low',
    })),
  shade.map((cartridgeId): FactDraft => ({ kind: 'chipReset', cartridgeId, worked: true })),
  fc.tuple(shade, fc.integer({ min: 4160, max: 6000 })).map(([subjectId, g]): FactDraft => ({
    kind: 'weighed',
    what: 'cartridge',
    subjectId,
    massG: { value: g / 100, u: 0.0153 },
    purpose: 'drying',
  })),
  fc.tuple(shade, fc.constantFrom('bin', 'bottle')).map(([cartridgeId, fate]): FactDraft => ({
    kind: 'primed',
    cartridgeId,
    ml: { value: 0.6, u: 0.1 },
    fate: fate as 'bin',
    ...(fate === 'bottle' ? { bottleId: `bottle-${cartridgeId}` } : {}),
  })),
  shade.map((cartridgeId): FactDraft => ({
    kind: 'flushed',
    cartridgeId,
    chamber: 0,
    addedMl: 4,
    drawnMl: 4,
    bottleId: `bottle-${cartridgeId}`,
  })),
  fc.constant<FactDraft>({ kind: 'cleaned', printerId: 'printer', level: 'light' }),
  fc.constant<FactDraft>({ kind: 'cleaned', printerId: 'printer', level: 'group', slotIds: ['cyan'] }),
  shade.map((id): FactDraft => ({ kind: 'removed', printerId: 'printer', cartridgeIds: [id] })),
  fc.constant(install),
);
const history = fc
  .array(draft, { minLength: 1, maxLength: 40 })
  .map((drafts) => script([...setUp, ...drafts]));

test('for any workbook: account, cost, balance, report and the pages agree, and parts add up to wholes', () => {
  fc.assert(
    fc.property(history, (facts) => {
      const ledger = Ledger.from(facts);
      const found = spokenReport(reportOf(ledger, AT), ledger);
      for (const { id } of all(ledger.context, 'printer')) {
        const account = inkAccount(ledger, id, ALWAYS, AT)!;
        const cost = printerCost(ledger, id, AT)!;
        const books = balance(ledger, id, AT)!;
        const row = found.printers.find((printer) => printer.id === id)!;
        expect(balanceOf(account)).toEqual(books);
        expect(row.balance).toMatchObject(books);
        expect([row.printedMl, row.wasteMl, row.refill.minor, row.copies]).toEqual([
          cost.printedMl,
          cost.wasteMl,
          cost.inkKnown ? cost.refill.minor : null,
          cost.copies,
        ]);
        expect(row.refill.perPrint).toBe(meanPrint(cost, 'refill')?.value ?? null);
        // Printed and not logged reached paper; the rest of what was drawn is waste. One account behind both.
        expect(cost.printedMl).toBeCloseTo(books.printedMl + books.notLoggedMl, 6);
        expect(cost.wasteMl).toBeCloseTo(books.cleanedMl + books.changesMl + books.idleMl, 6);
        expect(cost.refill.parts.reduce((sum, part) => sum + part.minor!, 0)).toBeCloseTo(
          cost.refill.minor!,
          6,
        );
        for (const channel of account.channels)
          for (const entry of channel.entries)
            expect(entry.mixes.reduce((sum, { ml }) => sum + ml, 0)).toBeCloseTo(entry.ml, 6);
        // A subject's mean print times what was printed, and what never reached paper: the whole.
        const bySubject = cost.printed.reduce(
          (sum, area) => sum + (printCost(ledger, cost, area.subjectId!, area.dm2).refill?.value ?? 0),
          0,
        );
        const weighed = cost.channels.every((channel) => channel.printedMl > 0);
        if (weighed && books.notLoggedMl < 1e-9)
          expect(Math.abs(bySubject - cost.refill.minor!)).toBeLessThan(
            1e-6 * Math.abs(cost.refill.minor!) + 1e-6,
          );
        // Any cut of time adds up to the whole.
        const edges = [ALWAYS, '2026-03-01T09:20:30.000Z', '2026-03-01T09:31:00.000Z', AT];
        const periods = inkAccounts(ledger, id, edges)!;
        account.channels.forEach((channel, i) => {
          const cut = periods.map((period) => period.channels[i]!);
          const whole = (of: 'drawnMl' | 'filledMl' | 'returnedMl'): number =>
            cut.reduce((sum, part) => sum + part[of], 0);
          expect(whole('drawnMl')).toBeCloseTo(channel.drawnMl, 6);
          expect(whole('filledMl')).toBeCloseTo(channel.filledMl, 6);
          expect(cut.at(-1)!.onHandMl).toBeCloseTo(channel.onHandMl, 6);
          cut.slice(1).forEach((part, j) => expect(part.openingMl).toBeCloseTo(cut[j]!.onHandMl, 6));
        });
      }
    }),
    { numRuns: 100 },
  );
}, 120_000);

test('any two places asked about one slot at one instant give the same advice', () => {
  fc.assert(
    fc.property(history, (facts) => {
      const ledger = Ledger.from(facts);
      const found = reportOf(ledger, AT).printers[0]!;
      const rack = printerAdvice(ledger, 'printer', AT)!;
      const job = canPrint(
        ledger,
        'printer',
        [{ subjectId: 'any', copies: 1, widthMm: 210, heightMm: 297 }],
        AT,
      );
      rack.slots.forEach(({ slot, advice }, i) => {
        expect(slotView(ledger, 'printer', slot.id, AT)!.advice).toEqual(advice);
        expect(found.advice[i]).toMatchObject({ code: advice.code, urgency: advice.urgency });
        expect(job.channels[i]!.notKnown).toBe(advice.notKnown);
        // What is not known is never called safe; what must be seen to first is never good to print.
        if (advice.notKnown !== null) expect(job.answer).toBe('notKnown');
        if (advice.urgency === 'now')
          expect(advice.safeSheets ?? 0).toBe(advice.safeSheets === null ? 0 : advice.safeSheets);
        if (['goOn', 'byWeight', 'agitate'].includes(advice.code)) expect(advice.notKnown).toBeNull();
      });
      expect(found.safeSheets).toBe(rack.safeSheets);
      if (rack.slots.some(({ advice }) => advice.notKnown !== null)) expect(rack.safeSheets).toBeNull();
    }),
    { numRuns: 100 },
  );
}, 120_000);

test('joining evidence never widens what is known; nothing is negative where nature forbids it', () => {
  fc.assert(
    fc.property(history, (facts) => {
      const ledger = Ledger.from(facts);
      for (const id of SHADES) {
        // What is told without going through what happened is, or bounds, what is told with it.
        const soon = new Date(Date.parse(facts.at(-1)!.at) + 600_000).toISOString();
        const now = inkNow(ledger, id, soon);
        const most = mostInside(ledger, id);
        const walked = openWalk(ledger, id, soon)!;
        if (now) expect([now.value, now.source]).toEqual([Math.max(0, walked.belief.ml), walked.source]);
        if (most !== null && now) expect(now.value).toBeLessThanOrEqual(most + 1e-9);
        const before = openWalk(ledger, id, AT)!;
        const ink = inkNow(ledger, id, AT);
        if (!ink) continue;
        expect(ink.value).toBeGreaterThanOrEqual(0);
        expect(Number.isFinite(ink.u)).toBe(true);
        const more = Ledger.from([
          ...facts,
          ...script(
            [{ kind: 'levelSeen', cartridgeId: id, fraction: Math.min(1, ink.value / 47), u: 0.06 }],
            '2026-06-01T11:00:00.000Z',
          ),
        ]);
        const after = openWalk(more, id, AT)!;
        // What the gauge said was told apart from the log until now: taken together they are one figure.
        if (before.beyondMl === 0)
          expect(after.belief.inkVar).toBeLessThanOrEqual(before.belief.inkVar * 1.02 + 1e-6);
      }
    }),
    { numRuns: 60 },
  );
}, 120_000);

test('the order of arrival changes nothing: two bottles of a lot, two checks of a scale', () => {
  const bottle = (id: string, priceMinor: number): FactDraft => ({
    kind: 'defined',
    entity: { entity: 'bottle', id, inkId: 'ink-cyan', lot: 'M1', volumeMl: 250, priceMinor, emptyG: null },
  });
  const check = (g: number): FactDraft => ({
    kind: 'weighed',
    what: 'reference',
    subjectId: 'scale',
    scaleId: 'scale',
    massG: { value: g, u: 0.01 },
    purpose: 'reference',
    nominalG: 100,
  });
  const facts = script([
    ...setUp,
    weigh('cyan', 70),
    bottle('one', 1000),
    bottle('two', 3000),
    check(99.9),
    check(100.2),
  ]);
  const fresh = new Ledger();
  for (const fact of [...facts].reverse()) fresh.add([fact]);
  const straight = Ledger.from(facts);
  expect([...fresh.context.spans]).toEqual([...straight.context.spans]);
  expect([...fresh.context.entities.keys()]).toEqual([...straight.context.entities.keys()]);
  expect(report(facts, AT)).toEqual(report([...facts].reverse(), AT));
});

test('a density from three points is as sure as Student’s t says: its intervals hold', () => {
  const points = [5, 10, 15].map((ml) => ({ ml, g: 1.06 * ml }));
  const measured: FactDraft = {
    kind: 'densityMeasured',
    inkId: 'ink-cyan',
    density: { value: 1.06, u: 0.002 },
    points,
  };
  const { context } = Ledger.from(script([...setUp, measured]));
  expect(context.densities.get('ink-cyan')!.u).toBeCloseTo((0.002 * 12.706) / 1.96, 6);
});

test('what is kept to be shown at once says what the whole workbook says, to the byte; what is broken is thrown away', () => {
  // What the Rack shows first.
  const shown = (book: Book): string =>
    JSON.stringify(
      [
        all(book.context, 'printer').map(({ id }) => [
          printerAdvice(book, id, AT),
          headHealth(book, id),
          reprofile(book, id, AT),
        ]),
        all(book.context, 'cartridge').map(({ id }) => {
          const seen = cartridgeView(book, id, AT);
          if (!seen) return null;
          const { state, ...view } = seen;
          return [view, state.fills, state.seat, state.ports];
        }),
      ],
      (key, value: unknown) =>
        value instanceof Map ? [...value] : key === 'state' && typeof value === 'object' ? undefined : value,
    );
  /** The state of a book alone, as text. */
  const bytes = (book: Book): string =>
    keepHead({ context: book.context, state: book.state, through: null, lastDefined: null, after: [] });
  /** Entries that take back the one so many from the end, or date it earlier. */
  const change = fc.record({ back: fc.nat(6), how: fc.constantFrom('void', 'void', 'void', 'late') });
  const tally = { went: 0, withVoids: 0, not: 0 };
  fc.assert(
    fc.property(history, fc.array(change, { maxLength: 3 }), fc.nat(), (plain, changes, cut) => {
      const stamp = makeStamp({ now: () => Date.parse('2026-03-20T09:00:00.000Z') }, () => 0.4);
      const facts = [...plain];
      for (const { back, how } of changes) {
        const at = facts[Math.max(0, facts.length - 1 - back)]!;
        if (how === 'void') facts.push(...stamp([{ kind: 'voided', factId: at.id, reason: 'wrong' }]));
        else facts.push(...stamp([{ kind: 'noted', text: 'late', at: at.at }]));
      }
      const wholly = Ledger.from(facts);
      const whole = wholly.snapshot();
      const text = keepHead(wholly.base(0));
      const kept = reviveHead(text)!;
      expect(bytes(kept)).toBe(bytes(whole));
      expect(shown(kept)).toBe(shown(whole));
      // The same facts in another order of arrival keep the same text.
      const late = Ledger.from(facts.slice(3));
      late.add(facts.slice(0, 3));
      expect(keepHead(late.base(0))).toBe(text);
      // Kept earlier, and gone on with what came since, in whatever order: the same, or nothing at all.
      const until = setUp.length + (cut % (facts.length + 1 - setUp.length));
      const since = facts.slice(until);
      const gone = reviveHead(keepHead(Ledger.from(facts.slice(0, until)).base(0)), [...since].reverse());
      if (gone) {
        tally[since.some(({ kind }) => kind === 'voided') ? 'withVoids' : 'went'] += 1;
        expect(bytes(gone)).toBe(bytes(whole));
        expect(shown(gone)).toBe(shown(whole));
      } else tally.not += 1;
      const broken = text.slice(0, cut % text.length);
      expect(reviveHead(broken)).toBeNull();
    }),
    { seed: 3, numRuns: 100 },
  );
  // Each of the three was tried often.
  expect(Math.min(...Object.values(tally))).toBeGreaterThan(10);
  for (const odd of ['null', '[]', '{}', '{"context":{},"state":{},"fits":[]}'])
    expect(reviveHead(odd)).toBeNull();
});
