import { describe, expect, test } from '@jest/globals';
import { readyFacts } from '../check';
import {
  bottleRemaining,
  cartridgeOf,
  densityOfInk,
  factsOf,
  find,
  inkNow,
  Ledger,
  mixesOf,
  printerInUse,
  printersInUse,
  readMass,
  settingsOf,
  toolsInUse,
} from '../ledger';
import { suggestChoice } from '../bench';
import { dueItems } from '../due';
import { define, install, print, PRINTER, script, setUp as ROOM, SHADES, weigh } from '../testing';
import { doneWords } from '../words';
import { makeStamp, type Fact, type FactDraft } from '../workbook';
import * as acts from '.';
import type { Act } from './act';

const NOW = Date.parse('2026-05-01T12:00:00.000Z');
const AT = new Date(NOW).toISOString();
const stamp = makeStamp({ now: () => NOW }, () => 0.5);

/** A room in use: cyan was weighed, is in, and printed since. */
function room(): Ledger {
  return Ledger.from(
    script([
      ...ROOM,
      define({ entity: 'paper', id: 'rag', name: 'Rag', brightener: 'unknown' }),
      weigh('cyan', 85),
      weigh('magenta', 85),
      install,
      print(20),
      weigh('cyan', 80),
    ]),
  );
}

/** Records it as everybody does: stamped, held against the workbook, folded. */
function doIt(ledger: Ledger, act: Act): readonly Fact[] {
  const stamped = stamp(act.facts);
  // A question is answered with yes.
  const asked = readyFacts(ledger, stamped, NOW);
  const confirmed =
    asked.ok || asked.problem.kind !== 'facts' ? [] : asked.problem.problems.map(({ code }) => code);
  const ready = readyFacts(
    ledger,
    stamped.map((fact) => ({ ...fact, confirmed: [...(fact.confirmed ?? []), ...confirmed] })),
    NOW,
  );
  if (!ready.ok) throw new Error(JSON.stringify(ready.problem));
  ledger.add(ready.value);
  const words = doneWords(ledger, act.done);
  expect(words).toMatch(/^(Saved|Added)/);
  expect(words).not.toMatch(/undefined|NaN|\[object/);
  return ready.value;
}

const ASKED = {
  printerId: 'printer',
  title: 'Loch',
  copies: 1,
  widthMm: 210,
  heightMm: 297,
  subjectId: 'any',
};
const g = (grams: number, ledger: Ledger) => readMass(ledger, grams);
const slot = PRINTER.slots.find(({ id }) => id === 'cyan')!;
const mlOf = (ledger: Ledger, id = 'cyan'): number => inkNow(ledger, id, AT)!.value;
const state = (ledger: Ledger, id = 'cyan') => cartridgeOf(ledger, id)!;

describe('each act does what it says', () => {
  const CASES: readonly (readonly [
    name: string,
    act: (ledger: Ledger) => Act,
    holds: (after: Ledger, before: Ledger) => unknown,
    is: unknown,
  ])[] = [
    [
      'a weight is the ink',
      (l) => acts.weighCartridge('cyan', g(70, l)),
      (l) => state(l).lastWeighed?.massG.value,
      70,
    ],
    ['a level is ink, too', () => acts.seeLevel('cyan', 0.65), (l, b) => mlOf(l) < mlOf(b), true],
    [
      'faded: it is nearly at its reserve',
      () => acts.atItsReserve('cyan', 'print'),
      (l, b) => mlOf(l) < mlOf(b),
      true,
    ],
    ['dry is dry', () => acts.ranDry('cyan'), (l) => state(l).ranDry, 1],
    ['a leak keeps it out', () => acts.lookAt('cyan', 'drips'), (l) => state(l).rejected?.found, 'drips'],
    ['shaken', () => acts.shake(['magenta', 'cyan']), (l) => state(l).agitatedAt, AT],
    ['retired', () => acts.retire('cyan', 'it leaks'), (l) => state(l).retired, AT],
    ['out of its slot', (l) => acts.takeOut(l, 'cyan'), (l) => state(l).seat, null],
    ['the chip counts anew', () => acts.resetChips(['cyan']), (l) => state(l).chip.machine.phase, 'counting'],
    [
      'the printer says low',
      (l) => acts.tellChip(l, 'printer', slot, 'cyan', 'low'),
      (l) => state(l).chip.machine.phase,
      'low',
    ],
    [
      'a gauge is read for its slot',
      () => acts.readGauge('printer', slot, 0.4),
      (l) => state(l).gauge?.fraction,
      0.4,
    ],
    [
      'a bottle opens',
      () => acts.openBottle('bottle-cyan'),
      (l) => l.state.bottles.get('bottle-cyan')?.openedAt,
      AT,
    ],
    [
      'a bottle is used up',
      () => acts.bottleIsEmpty('bottle-cyan'),
      (l) => l.state.bottles.get('bottle-cyan')?.retired,
      AT,
    ],
    [
      'a fill comes out of its bottle into its chamber',
      (l) => acts.logFill(l, 'cyan', 'bottle-cyan', 5, AT),
      (l, b) => [
        (mlOf(l) - mlOf(b)).toFixed(1),
        (bottleRemaining(l, 'bottle-cyan')!.now.value - bottleRemaining(b, 'bottle-cyan')!.now.value).toFixed(
          1,
        ),
      ],
      ['5.0', '-5.0'],
    ],
    [
      'poured by mass, primed and drawn back: each as much as it was',
      (l) => ({
        facts: [
          ...acts.pour({
            cartridgeId: 'cyan',
            chamber: 0,
            bottleId: 'bottle-cyan',
            ml: { value: 8, u: 0.05 },
            by: 'mass',
            method: 'topSyringe',
            occasion: 'topUp',
          }).facts,
          ...acts.prime('cyan', { value: 0.5, u: 0.1 }, 'bin').facts,
          ...acts.drawBack('cyan', { value: 2, u: 0.1 }, 'bin').facts,
        ],
        done: acts.logFill(l, 'cyan', 'bottle-cyan', 8, AT).done,
      }),
      (l, b) => (mlOf(l) - mlOf(b)).toFixed(1),
      '5.5',
    ],
    [
      'a weight at the table is the ink, too',
      (l) => acts.weighAt('cyan', g(71, l), 'rested'),
      (l) => state(l).lastWeighed?.massG.value,
      71,
    ],
    [
      'a new chip counts from full by its own volume',
      () => acts.fitChip('cyan', slot, 90),
      (l) => [state(l).chip.machine.phase, state(l).chip.volumeMl],
      ['counting', 90],
    ],
    [
      'a gauge that is off counts no more',
      () => acts.switchGaugeOff('printer', slot),
      (l) => state(l).chip.machine.phase,
      'off',
    ],
    [
      'rinsed out: as much as was said',
      (l) => acts.emptyOut(l, 'cyan', 10, AT),
      (l, b) => (mlOf(l) - mlOf(b)).toFixed(1),
      '-10.0',
    ],
    [
      'and at most what was in it',
      (l) => acts.emptyOut(l, 'cyan', 500, AT),
      (l) => Math.abs(mlOf(l)) < 0.01,
      true,
    ],
    ['drawn down to what stays', (l) => acts.drawDownTo(l, 'cyan', 3, AT), (l) => mlOf(l).toFixed(1), '3.0'],
    [
      'its own empty mass',
      (l) => acts.knowEmptyMass(find(l.context, 'cartridge', 'cyan')!, { value: 41.234, u: 0.001 }),
      (l) => find(l.context, 'cartridge', 'cyan')?.emptyG,
      { value: 41.23, u: 0.01 },
    ],
    [
      'filled to less from now on',
      (l) => acts.fillTo(l, 'cyan', 'max', 88),
      (l) => find(l.context, 'cartridge', 'cyan')?.maxG,
      88,
    ],
    [
      'a part’s mass, of one that is new to the workbook',
      (l) => acts.partWeighs(l, 'clip', 4.5678, { id: 'clip', name: 'Clip' }),
      (l) => find(l.context, 'tool', 'clip')?.massG,
      { value: 4.568, u: 0.02 },
    ],
    [
      'a size',
      (l) => acts.keepSize(l, { name: 'Card', widthMm: 100, heightMm: 150 }),
      (l) => settingsOf(l.context).sizes,
      [{ name: 'Card', widthMm: 100, heightMm: 150 }],
    ],
    [
      'a fixed day, and none',
      () => acts.doseEvery({ ...PRINTER, doseEveryDays: 7 }, null),
      (l) => find(l.context, 'printer', 'printer')?.doseEveryDays,
      undefined,
    ],
    [
      'a print draws',
      () =>
        acts.logPrint({
          printerId: 'printer',
          subjectId: 'any',
          title: 'A',
          copies: 30,
          widthMm: 210,
          heightMm: 297,
        }),
      (l, b) => mlOf(l) < mlOf(b),
      true,
    ],
    [
      'a planned print draws nothing',
      () =>
        acts.planPrint({
          printerId: 'printer',
          subjectId: 'any',
          title: 'x'.repeat(300),
          copies: 30,
          widthMm: 210,
          heightMm: 297,
        }),
      (l, b) => mlOf(l) - mlOf(b),
      0,
    ],
    [
      'a bottle of a new ink: the ink, the bottle, what it cost, and that it is open',
      (l) =>
        acts.buyBottle(l, {
          bottleId: 'new',
          ink: { id: 'ink-new', name: 'New cyan', shade: 'cyan', inkClass: 'pigment', gPerMl: 1.07 },
          lot: 'L9',
          volumeMl: 100,
          priceMinor: 2500,
          opened: true,
        }),
      (l) => [
        find(l.context, 'ink', 'ink-new')?.density,
        bottleRemaining(l, 'new')?.now.value,
        l.state.bottles.get('new')?.openedAt,
      ],
      [{ value: 1.07, u: 0.006 }, 100, AT],
    ],
    [
      'a weight while it dries is water, not ink',
      (l) => acts.weighDrying('cyan', g(44, l)),
      (l) => [state(l).lastWeighed?.purpose, mlOf(l) < 3],
      ['drying', true],
    ],
    [
      'a bottle on the scale',
      (l) => acts.weighBottle('bottle-cyan', g(120, l)),
      (l) => l.state.bottles.get('bottle-cyan')?.weighed?.massG.value,
      120,
    ],
    [
      'in its slot again',
      () => acts.putIn('printer', [{ slotId: 'yellow', cartridgeId: 'yellow' }]),
      (l) => state(l, 'yellow').seat?.slotId,
      'yellow',
    ],
    [
      'a round of diluting: as much in as out, and less of the old',
      () => acts.dilute('cyan', 'bottle-magenta', 5, 5, 1),
      (l, b) => [
        (mlOf(l) - mlOf(b)).toFixed(1),
        mixesOf(l, 'cyan', AT).some(({ blend }) => blend.lots.includes('bottle-magenta')),
      ],
      ['0.0', true],
    ],
    [
      'for another ink from now on',
      (l) => acts.convertTo(find(l.context, 'cartridge', 'cyan')!, find(l.context, 'ink', 'ink-magenta')!),
      (l) => find(l.context, 'cartridge', 'cyan')?.shades,
      ['magenta'],
    ],
    [
      'a measured density is reckoned with',
      () => acts.knowDensity({ inkId: 'ink-cyan', density: { value: 1.09, u: 0.002 }, points: [] }),
      (l) => densityOfInk(l.context, find(l.context, 'ink', 'ink-cyan')).value,
      1.09,
    ],
    [
      'a cleaning draws',
      () => acts.cleanHead('printer', 'deep'),
      (l, b) => [l.state.printers.get('printer')!.cleanings, mlOf(l) < mlOf(b)],
      [1, true],
    ],
    [
      'a cleaning of one group draws from its channels, and from no other',
      () => acts.cleanHead('printer', 'group', [{ id: 'cyan', name: 'Cyan' }]),
      (l, b) => [mlOf(l) < mlOf(b), mlOf(l, 'magenta') - mlOf(b, 'magenta')],
      [true, 0],
    ],
    ['moved', () => acts.movePrinter('printer'), (l) => l.state.printers.get('printer')!.movedAt, AT],
    ['a new head', () => acts.replaceHead('printer'), (l) => l.state.printers.get('printer')!.headAt, AT],
    [
      'another setting may draw otherwise',
      () => acts.changeSetting('printer', 'quality'),
      (l) => l.state.printers.get('printer')!.renewals.items.map(({ what }) => what),
      ['setting'],
    ],
    [
      'a profile remembers what was inside',
      () => acts.makeProfile('printer', 'Rag', 'rag'),
      (l) =>
        l.state.printers
          .get('printer')!
          .profiles.items.map(({ name, paperId, inside }) => [name, paperId, [...inside.keys()]]),
      [['Rag', 'rag', ['cyan', 'magenta', 'yellow']]],
    ],
    [
      'and none of a paper that nobody named',
      () => acts.makeProfile('printer', 'Any', ''),
      (l) => l.state.printers.get('printer')!.profiles.items[0]?.paperId,
      null,
    ],
    [
      'ruled out, of this cartridge',
      () => acts.ruleOut('printer', 'leak', 'cyan'),
      (l) => l.state.printers.get('printer')!.renewals.items,
      [{ at: AT, what: 'denied', cause: 'leak', cartridgeId: 'cyan' }],
    ],
    [
      'cleanings that nobody logged, before the weights that showed them',
      () => acts.logUnseenCleanings('printer', 2, 'light', '2026-04-30T12:00:00.000Z'),
      (l) => l.facts.flatMap((fact) => (fact.kind === 'cleaned' ? [fact.at.slice(0, 10)] : [])),
      ['2026-04-30', '2026-04-30'],
    ],
    [
      'put off for a week from when it is due',
      () => acts.putOff({ id: 'weighIn/printer', at: '2026-05-03T12:00:00.000Z' }, AT),
      (l) => l.state.snoozed.get('weighIn/printer'),
      '2026-05-10T12:00:00.000Z',
    ],
    [
      'or from now, where that is past',
      () => acts.putOff({ id: 'weighIn/printer', at: '2026-04-03T12:00:00.000Z' }, AT),
      (l) => l.state.snoozed.get('weighIn/printer'),
      '2026-05-08T12:00:00.000Z',
    ],
    ['the room’s name', (l) => acts.nameWorkbook(l, 'Attic'), (l) => settingsOf(l.context).name, 'Attic'],
    [
      'a paper takes one black',
      (l) => acts.paperTakes(find(l.context, 'paper', 'rag')!, 'matte'),
      (l) => find(l.context, 'paper', 'rag')?.black,
      'matte',
    ],
    [
      'a weigh-in every so often',
      () => acts.weighInEvery(PRINTER, 9),
      (l) => find(l.context, 'printer', 'printer')?.weighInDays,
      9,
    ],
    [
      'a way of changing',
      () => acts.goBy(PRINTER, { code: 'rotateEveryN', threshold: 50 }),
      (l) => find(l.context, 'printer', 'printer')?.policy,
      { code: 'rotateEveryN', threshold: 50 },
    ],
    [
      'a sensor switches at what is inside: said twice, the newer holds',
      () =>
        acts.sensorSwitchesAt(
          { ...PRINTER, sensors: [{ slotId: 'cyan', switchMl: { value: 9, u: 1 } }] },
          slot,
          {
            value: 4.2,
            u: 0.3,
          },
        ),
      (l) => find(l.context, 'printer', 'printer')?.sensors,
      [{ slotId: 'cyan', switchMl: { value: 4.2, u: 0.3 } }],
    ],
    [
      'a rule for jobs that come again',
      () =>
        acts.keepRule({
          id: 'rule',
          queue: '',
          title: 'Card*',
          printerId: 'printer',
          subjectId: 'any',
          paperId: null,
        }),
      (l) => [find(l.context, 'jobRule', 'rule')?.name, find(l.context, 'jobRule', 'rule')?.ignore],
      ['any queue: Card*', false],
    ],
    [
      'what one drop gives',
      () =>
        acts.knowSqueeze(
          {
            entity: 'tool',
            id: 'dropper',
            name: 'Dropper',
            tool: 'dropBottle',
            count: 1,
            fitsHeightMm: null,
            massG: null,
            squeezeMl: null,
          } as never,
          { value: 0.05, u: 0.002 },
          40,
        ),
      (l) => find(l.context, 'tool', 'dropper')?.squeezeMl,
      { value: 0.05, u: 0.002 },
    ],
    [
      'a fill of the past, at its day, to a line of the syringe',
      (l) =>
        acts.enterPast(
          [acts.pastFill(l, 'cyan', 'bottle-cyan', 20, null, '2026-04-20T10:00:00.000Z')],
          'fills',
        ),
      (l) => l.facts.flatMap((fact) => (fact.kind === 'filled' ? [[fact.at.slice(0, 10), fact.ml]] : [])),
      [['2026-04-20', { value: 20, u: 0.6 }]],
    ],
    [
      'what a clock that ran ahead said, at its time',
      (l) =>
        acts.setClockRight(
          l.facts.filter(({ kind }) => kind === 'printed'),
          3_600_000,
        ),
      (l, b) =>
        [b, l]
          .map((book) => book.facts.find(({ kind }) => kind === 'printed')!.at)
          .map((at) => Date.parse(at))
          .reduce((x, y) => x - y),
      3_600_000,
    ],
    [
      'readings enter themselves from a printer of the bridge, slot by slot',
      () => acts.askPrinter(PRINTER, { printerId: 'attic', markers: { C: 'cyan' } }),
      (l) => find(l.context, 'printer', 'printer')?.bridge,
      { printerId: 'attic', markers: { C: 'cyan' } },
    ],
    [
      'until they are not to any more',
      () => acts.stopAsking({ ...PRINTER, bridge: { printerId: 'attic', markers: {} } }),
      (l) => find(l.context, 'printer', 'printer')?.bridge,
      null,
    ],
    [
      'a bottle that stood there already: what it cost, and that it is open',
      () =>
        acts.ownBottle(
          {
            entity: 'bottle',
            id: 'old',
            inkId: 'ink-cyan',
            lot: 'L1',
            volumeMl: 100,
            priceMinor: 1800,
            emptyG: null,
          },
          'Ink cyan',
          true,
        ),
      (l) => [
        bottleRemaining(l, 'old')?.now.value,
        l.state.bottles.get('old')?.openedAt,
        l.facts.flatMap((fact) => (fact.kind === 'purchased' ? [[fact.name, fact.priceMinor]] : [])),
      ],
      [100, AT, [['Ink cyan', 1800]]],
    ],
    [
      'a scale’s check is of what it showed, before it was put right',
      (l) => acts.checkScale(l, 'scale', readMass(l, 100.05, 'scale'), 100),
      (l) => readMass(l, 60, 'scale').massG.value.toFixed(2),
      '59.97',
    ],
    [
      'a mass of the past, at its day',
      (l) => acts.enterPast([acts.pastMass(l, 'yellow', 77, '2026-04-02T10:00:00.000Z')], 'masses'),
      (l) => [state(l, 'yellow').lastWeighed?.at.slice(0, 10), state(l, 'yellow').lastWeighed?.massG.value],
      ['2026-04-02', 77],
    ],
    [
      'a print of the past, at its day',
      () =>
        acts.enterPast(
          [
            acts.pastPrint(
              {
                printerId: 'printer',
                title: 'Old',
                copies: 3,
                widthMm: 210,
                heightMm: 297,
                subjectId: 'any',
              },
              '2026-04-02T10:00:00.000Z',
            ),
          ],
          'prints',
        ),
      (l) => l.facts.flatMap((fact) => (fact.kind === 'printed' && fact.title === 'Old' ? [fact.at] : [])),
      ['2026-04-02T10:00:00.000Z'],
    ],
    [
      'once more, one copy of it, as of now',
      (l) => acts.printAgain(l.facts.find((fact) => fact.kind === 'printed')!),
      (l) => l.facts.flatMap((fact) => (fact.kind === 'printed' ? [[fact.copies, fact.title]] : [])),
      [
        [20, 'Sheet'],
        [1, 'Sheet'],
      ],
    ],
    [
      'sheets that were missing from the log, before the weights that showed them, of one kind, at one size',
      () =>
        acts.logMissed(
          'printer',
          { sheets: 7, subjectId: 'any' },
          { widthMm: 210, heightMm: 148 },
          '2026-04-30T12:00:00.000Z',
        ),
      (l) =>
        l.facts.flatMap((fact) =>
          fact.kind === 'printed' && fact.at.startsWith('2026-04-30')
            ? [[fact.copies, fact.widthMm, fact.heightMm, fact.subjectId]]
            : [],
        ),
      [[7, 210, 148, 'any']],
    ],
    [
      'weights of a scale that began at too much are entered anew with so much less, and with its doubt',
      (l) => {
        const last = l.facts.findLast((fact) => fact.kind === 'weighed')!;
        const reading = readMass(l, 80);
        return acts.zeroedWrong([{ factId: last.id, cartridgeId: 'cyan', reading }], { value: 2, u: 0.3 });
      },
      (l) => [state(l).lastWeighed?.massG.value, state(l).lastWeighed!.massG.u > 0.3],
      [78, true],
    ],
    [
      'a float that switches, where nobody taught it: at what its kind switches',
      (l) => acts.sensorSaid(l, 'cyan', 'float', AT),
      (l) => l.facts.flatMap((fact) => (fact.kind === 'sensorSignalled' ? [fact.ml.value > 3.5] : [])),
      [true],
    ],
    [
      'shades graded by eye',
      () => acts.gradeShades('printer', [{ criterion: 'neutralGreys', grade: 'slight' }]),
      (l) => l.facts.at(-1)?.kind,
      'shadeGraded',
    ],
  ];

  test.each(CASES)('%s', (_name, act, holds, is) => {
    const [before, after] = [room(), room()];
    doIt(after, act(after));
    expect(holds(after, before)).toEqual(is);
  });
});

describe('a printer that is sold or broken', () => {
  const OUT: FactDraft = {
    kind: 'printed',
    printerId: 'printer',
    title: 'After all',
    copies: 1,
    widthMm: 210,
    heightMm: 297,
    subjectId: 'any',
  };
  const gone = (withOwn: boolean): Ledger => {
    const ledger = room();
    doIt(ledger, acts.retirePrinter(ledger, PRINTER, withOwn));
    return ledger;
  };

  test('is out of use: nothing stands in it, nothing is due of it, and its past stays', () => {
    const ledger = gone(true);
    expect([printersInUse(ledger), dueItems(ledger.snapshot(), '2026-09-01T00:00:00.000Z')]).toEqual([
      [],
      [],
    ]);
    expect(['cyan', 'yellow'].map((id) => [state(ledger, id).seat, state(ledger, id).retired])).toEqual([
      [null, AT],
      [null, AT],
    ]);
    expect(ledger.state.printers.get('printer')?.copies).toBe(20);
    expect(mlOf(ledger)).toBeCloseTo(mlOf(room()), 6);
    // The only printer there is: a place that shows the past shows its.
    expect(printerInUse(ledger)?.id).toBe('printer');
  });

  test('takes none along that another printer takes, but those that are its own', () => {
    const ledger = room();
    ledger.add(
      stamp([
        { kind: 'defined', entity: { ...PRINTER, id: 'second', name: 'Second' } },
        { kind: 'removed', printerId: 'printer', cartridgeIds: ['magenta', 'yellow'] },
        {
          kind: 'defined',
          entity: { ...find(ledger.context, 'cartridge', 'yellow')!, printerId: 'printer' },
        },
      ]),
    );
    expect(acts.ownCartridges(ledger, 'printer').sort()).toEqual(['cyan', 'yellow']);
    expect(acts.ownCartridges(ledger, 'second')).toEqual([]);
  });

  test('leaves its cartridges on the shelf where they stay', () => {
    const ledger = gone(false);
    expect(SHADES.map((id) => [state(ledger, id).seat, state(ledger, id).retired])).toEqual(
      SHADES.map(() => [null, null]),
    );
  });

  test('printed with all the same is asked about; what it printed before is not', () => {
    const asks = (at: string): string[] => {
      const ready = readyFacts(gone(true), stamp([{ ...OUT, at }]), NOW);
      return ready.ok || ready.problem.kind !== 'facts' ? [] : ready.problem.problems.map(({ code }) => code);
    };
    expect([asks(AT), asks('2026-04-01T00:00:00.000Z')]).toEqual([['retired'], []]);
  });

  test('is in use again with what went with it, and nothing else comes back', () => {
    const ledger = room();
    doIt(ledger, acts.retire('magenta', 'it leaks'));
    doIt(ledger, acts.retirePrinter(ledger, PRINTER, true));
    doIt(ledger, acts.printerBack(ledger.snapshot(), PRINTER));
    expect(printersInUse(ledger).map(({ id }) => id)).toEqual(['printer']);
    expect(SHADES.map((id) => state(ledger, id).retired)).toEqual([null, AT, null]);
  });
});

test('a scale that broke is out of use: nothing is told to be weighed on it, what was weighed stands, and it comes back', () => {
  const ledger = room();
  const fine = find(ledger.context, 'scale', 'scale')!;
  const coarse = { ...fine, id: 'kitchen', name: 'Kitchen scale', resolutionG: 1, repeatabilityG: 1 };
  ledger.add(stamp([define(coarse)]));
  const scaleOf = () => suggestChoice(ledger, 'cyan', AT)?.scaleId;
  const isWeighed = () => suggestChoice(ledger, 'cyan', AT)?.byScale;
  const before = mlOf(ledger);
  expect(scaleOf()).toBe('scale');
  doIt(ledger, acts.retireTool(fine));
  expect(toolsInUse(ledger, 'scale').map(({ id }) => id)).toEqual(['kitchen']);
  expect([scaleOf(), readMass(ledger, 70).scaleId, isWeighed()]).toEqual(['kitchen', 'kitchen', true]);
  expect(mlOf(ledger)).toBe(before);
  doIt(ledger, acts.retireTool(coarse));
  // By volume then, and a mass that is typed all the same was read on a scale that nobody knows.
  expect([scaleOf(), readMass(ledger, 70).scaleId, isWeighed()]).toEqual([null, undefined, false]);
  // Said on two devices before they met, it is back by one press all the same.
  doIt(ledger, acts.retireTool(fine));
  doIt(ledger, acts.toolBack(ledger.snapshot(), fine));
  expect(toolsInUse(ledger, 'scale').map(({ id }) => id)).toEqual(['scale']);
});

test('a part that was lost is weighed as another: what the new one weighs is taken off, not what the old one did', () => {
  const ledger = room();
  doIt(ledger, acts.partWeighs(ledger, 'clip', 1.5, { id: 'first', name: 'Outlet clip' }));
  const [first] = toolsInUse(ledger, 'tool').filter(({ tool }) => tool === 'clip');
  doIt(ledger, acts.retireTool(first!));
  doIt(ledger, acts.partWeighs(ledger, 'clip', 2.25, { id: 'second', name: 'Outlet clip' }));
  const clips = toolsInUse(ledger, 'tool').filter(({ tool }) => tool === 'clip');
  expect(clips.map(({ massG }) => massG?.value)).toEqual([2.25]);
});

test('two weights entered for each other are exchanged, and the log keeps what was entered', () => {
  const ledger = room();
  const [a] = doIt(ledger, acts.weighCartridge('cyan', g(70, ledger)));
  const [b] = doIt(ledger, acts.weighCartridge('magenta', g(80, ledger)));
  const taken = (fact: Fact, cartridgeId: string) => ({
    factId: fact.id,
    cartridgeId,
    reading: { massG: (fact as Fact & { kind: 'weighed' }).massG },
  });
  doIt(ledger, acts.exchangeMasses(taken(a!, 'cyan'), taken(b!, 'magenta')));
  // Each says what it stands for: corrected elsewhere too, only one of them counts.
  const entered = ledger.facts.filter(({ kind }) => kind === 'weighed');
  expect(entered.slice(-2).map(({ replaces }) => replaces)).toEqual([a!.id, b!.id]);
  // Corrected once more, still the first: a device that corrected it meanwhile speaks of that one.
  const once = { ...taken(entered.at(-1)!, 'magenta'), replaces: entered.at(-1)!.replaces! };
  expect(acts.explainMasses([once], 'misread').facts[1]).toMatchObject({ replaces: b!.id });
  expect(['cyan', 'magenta'].map((id) => state(ledger, id).lastWeighed?.massG.value)).toEqual([80, 70]);
  expect([a, b].every((fact) => ledger.isVoided(fact!.id))).toBe(true);
});

test('a set goes in, each where its shade belongs: of two of one shade the first, and none into another’s slot', () => {
  const ledger = Ledger.from(script([...ROOM, weigh('cyan', 85), weigh('magenta', 85)]));
  const act = acts.putSetIn(ledger, 'printer', ['magenta', 'cyan', 'cyan']);
  expect(act.facts).toEqual([
    {
      kind: 'installed',
      printerId: 'printer',
      into: [
        { slotId: 'magenta', cartridgeId: 'magenta' },
        { slotId: 'cyan', cartridgeId: 'cyan' },
      ],
    },
  ]);
  expect(acts.putSetIn(ledger, 'another', ['cyan']).facts).toMatchObject([{ into: [] }]);
});

test('a rotation weighs before it changes: what was weighed belongs to where each came from', () => {
  const ledger = room();
  const { facts } = acts.rotate(
    'printer',
    [{ slotId: 'cyan', outId: 'cyan', inId: 'magenta' }],
    new Map([
      ['cyan', g(60, ledger)],
      ['other', g(1, ledger)],
    ]),
  );
  expect(facts.map((fact) => [fact.kind, 'subjectId' in fact ? fact.subjectId : ''])).toEqual([
    ['weighed', 'cyan'],
    ['installed', ''],
  ]);
});

test('taken back newest first, and several prints corrected at their own times', () => {
  expect(acts.takeBack(['a', 'b']).map((fact) => fact.kind === 'voided' && fact.factId)).toEqual(['b', 'a']);
  const ledger = room();
  const prints = ledger.facts.filter((fact): fact is Fact & { kind: 'printed' } => fact.kind === 'printed');
  const before = prints[0]!;
  doIt(ledger, acts.correctPrints(prints, { paperId: 'rag' }));
  const now = ledger.facts.filter((fact): fact is Fact & { kind: 'printed' } => fact.kind === 'printed');
  expect(now).toHaveLength(prints.length);
  expect(now[0]).toMatchObject({ at: before.at, title: before.title, copies: before.copies, paperId: 'rag' });
});

test('which black prints took is said of their papers, and of a paper of its own where they name none', () => {
  const ledger = room();
  doIt(ledger, acts.logPrint({ ...ASKED, paperId: 'rag' }));
  const prints = factsOf(ledger, 'printed');
  doIt(ledger, acts.tookBlack(ledger, prints, 'photo', { id: 'gloss', name: 'Gloss' }));
  const blackOfPrints = factsOf(ledger, 'printed').map(({ paperId }) =>
    find(ledger.context, 'paper', paperId),
  );
  expect(blackOfPrints.map((paper) => [paper?.id, paper?.black])).toEqual([
    ['gloss', 'photo'],
    ['rag', 'photo'],
  ]);
  // The next ones go on the paper that is there by then.
  doIt(ledger, acts.logPrint(ASKED));
  const [next] = factsOf(ledger, 'printed').filter(({ paperId }) => paperId === undefined);
  doIt(ledger, acts.tookBlack(ledger, [next!], 'photo', { id: 'another', name: 'Gloss' }));
  expect(factsOf(ledger, 'printed').map(({ paperId }) => paperId)).toEqual(['gloss', 'rag', 'gloss']);
  expect(find(ledger.context, 'paper', 'another')).toBeUndefined();
});

test('prints that were another kind: all of the interval’s, when mostly all were; of a part of them nobody knows which', () => {
  const ledger = room();
  doIt(ledger, acts.logPrint(ASKED));
  const [first, last] = factsOf(ledger, 'printed');
  const span = { from: first!.at, to: last!.at };
  const were = (value: number, insteadId = 'night') =>
    acts.wereOfKind(ledger, 'printer', { subjectId: 'any', insteadId, amount: { value, u: 0.1 } }, span);
  // The first one was printed before the interval began.
  expect(were(0.61)!.facts).toMatchObject([
    { kind: 'voided', factId: last!.id },
    { kind: 'printed', subjectId: 'night', title: last!.title, replaces: last!.id },
  ]);
  expect(were(0.6)).toBeNull();
  const none = { ...span, from: last!.at };
  const cause = { subjectId: 'any', insteadId: 'night', amount: { value: 1, u: 0.1 } };
  expect(acts.wereOfKind(ledger, 'printer', cause, none)).toBeNull();
});

test('a check: what the light hides is unseen and has no gap, what is doubtful is kept with it', () => {
  const seen = { nozzles: 0, lines: [], unsure: [], seen: true };
  const [fact] = acts.logCheck(
    'printer',
    [
      { ...seen, slotId: 'cyan', nozzles: 2, lines: [3, 4] },
      { ...seen, slotId: 'magenta', seen: false, nozzles: 5 },
      { ...seen, slotId: 'yellow', unsure: [7] },
    ],
    { light: 'white', after: 'idle' },
  ).facts;
  expect(fact).toMatchObject({
    gaps: [{ slotId: 'cyan', nozzles: 2, lines: [3, 4] }],
    unseen: ['magenta'],
    unsure: [{ slotId: 'yellow', lines: [7] }],
  });
});

test('a chip that says low counts anew when it was reset, and goes on saying so when it would not', () => {
  const after = (doing: 'reset' | 'resetFailed'): string => {
    const ledger = room();
    doIt(ledger, acts.tellChip(ledger, 'printer', slot, 'cyan', 'low'));
    doIt(ledger, acts.tellChip(ledger, 'printer', slot, 'cyan', doing));
    return state(ledger).chip.machine.phase;
  };
  expect([after('reset'), after('resetFailed')]).toEqual(['counting', 'low']);
});

test('a print that names its kind of picture and its paper for the first time defines them before it speaks of them', () => {
  const ledger = room();
  const facts = doIt(
    ledger,
    acts.logPrint(
      {
        printerId: 'printer',
        subjectId: 'boats',
        paperId: 'silk',
        title: 'A',
        copies: 1,
        widthMm: 210,
        heightMm: 297,
      },
      {},
      {
        subject: { entity: 'subject', id: 'boats', name: 'Boats' },
        paper: { entity: 'paper', id: 'silk', name: 'Silk', brightener: 'unknown' },
      },
    ),
  );
  expect(facts.map(({ kind }) => kind)).toEqual(['defined', 'defined', 'printed']);
  expect(find(ledger.context, 'subject', 'boats')?.name).toBe('Boats');
});

test('several facts are held against the workbook each after those before it; one that cannot be leaves all of them out', () => {
  const ledger = room();
  const out = acts.takeOut(ledger, 'cyan').facts;
  const gauge = acts.readGauge('printer', slot, 0.4).facts;
  expect(readyFacts(ledger, stamp(gauge), NOW).ok).toBe(true);
  // Its slot is empty by then: a gauge of nothing.
  const both = readyFacts(ledger, stamp([...out, ...gauge]), NOW);
  expect(both.ok || (both.problem.kind === 'facts' && both.problem.problems.map(({ code }) => code))).toEqual(
    ['notInstalled'],
  );
});

test('a guess that is put right holds for all channels, also of a printer that began with what another was taught; the rest stays', () => {
  const channels = [
    { slotId: 'cyan', perDm2: { value: 0.02, u: 0.004 }, light: { value: 0.5, u: 0.1 } },
    { slotId: 'magenta', perDm2: { value: 0.01, u: 0.002 } },
  ];
  const taught = { ...PRINTER, draws: { ...PRINTER.draws, channels } };
  const corrected = (draws: Partial<typeof PRINTER.draws>) => {
    const [fact] = acts.correctThing({ ...taught, draws: { ...taught.draws, ...draws } }, taught).facts;
    return fact?.kind === 'defined' && fact.entity.entity === 'printer' ? fact.entity.draws : null;
  };
  expect(corrected({})?.channels).toEqual(channels);
  const perDm2 = { value: 0.03, u: 0.01 };
  expect(corrected({ perDm2 })).toMatchObject({
    perDm2,
    channels: [{ slotId: 'cyan', light: { value: 0.5, u: 0.1 } }],
  });
  expect(corrected({ perDm2 })?.channels).toHaveLength(1);
  expect(corrected({ perDm2, light: { value: 0.4, u: 0.1 } })?.channels).toBeUndefined();
});
