import {
  bottleIsEmpty,
  changeSetting,
  cleanHead,
  drawBack,
  logCheck,
  logPrint,
  lookAt,
  movePrinter,
  planPrint,
  pour,
  prime,
  putIn,
  ranDry,
  readGauge,
  replaceHead,
  resetChips,
  ruleOut,
  seeLevel,
  shake,
  takeOut,
  weighAt,
  type Act,
} from '@hiraeth/core/acts';
import { Ledger, readMass } from '@hiraeth/core/ledger';
import { cartridge, ENTITIES, PRINTER, TYPE } from '@hiraeth/core/testing';
import { DAY_MS } from '@hiraeth/core/time';
import { BECAUSE, makeStamp, type Entity, type Fact, type Printer, type Slot } from '@hiraeth/core/workbook';
import { makeChance, type Chance } from '@hiraeth/rig';

const BEGINS = Date.parse('2026-01-05T09:00:00.000Z');
const KINDS = ['any', 'dark', 'pale', 'measured'];
const BLACKS = ['photo black', 'matte black'];
const COLOURS = ['cyan', 'magenta', 'yellow', 'grey'];
const SIZES = [
  [210, 297],
  [297, 420],
  [102, 152],
  [1118, 2000],
] as const;

interface Owned {
  readonly entities: readonly Entity[];
  readonly slots: readonly Slot[];
  /** What is appended to a slot's id in the ids of its cartridges, by set. */
  readonly sets: readonly string[];
}

/** What somebody owns: one body of three chambers or one for each shade, with a second set or without, much of it not known. */
function ownedBy({ next, pick }: Chance): Owned {
  const some = (probability: number): boolean => next() < probability;
  const isChambered = some(0.2);
  const seats = isChambered
    ? [COLOURS.slice(0, 3)]
    : [...(some(0.5) ? BLACKS : []), ...COLOURS.slice(0, 1 + Math.floor(4 * next()))].map((shade) => [shade]);
  const sets = some(0.3) ? ['', ' B'] : [''];
  const slots = seats.map((shades): Slot => ({
    id: shades[0]!,
    name: shades.join(' and '),
    shades,
    inkClass: 'pigment',
    original: some(0.8) ? { priceMinor: 4750, nominalMl: 54, usableMl: 46 } : null,
  }));
  const printer: Printer = {
    ...PRINTER,
    slots,
    cleansAfterIdleDays: some(0.3) ? pick([3, 5, 20]) : null,
    padCapacityMl: some(0.5) ? 100 : null,
    lineMl: some(0.5) ? 6 : null,
  };
  const bottled = (shade: string): Entity[] => [
    {
      entity: 'ink',
      id: `ink-${shade}`,
      name: shade,
      shade,
      inkClass: 'pigment',
      density: some(0.6) ? { value: 1.064, u: 0.006 } : null,
    },
    {
      entity: 'bottle',
      id: `bottle-${shade}`,
      inkId: `ink-${shade}`,
      lot: 'M1',
      volumeMl: 100,
      priceMinor: some(0.8) ? 2250 : null,
      emptyG: null,
    },
  ];
  const entities: Entity[] = [
    ...ENTITIES.filter(({ entity }) => entity === 'settings' || entity === 'scale'),
    { ...TYPE, chambers: isChambered ? 3 : 1 },
    printer,
    ...sets.flatMap((set) =>
      slots.map(({ id, shades }) =>
        cartridge(id + set, id, {
          shades,
          set: set.trim() || 'A',
          emptyG: some(0.7) ? { value: 41.58, u: 0.05 } : null,
          initial: some(0.3) ? 'empty' : 'unknown',
        }),
      ),
    ),
    ...seats.flat().flatMap(bottled),
    ...KINDS.map((id): Entity => ({ entity: 'subject', id, name: id })),
    { entity: 'paper', id: 'rag', name: 'Rag', brightener: 'none', black: 'matte' },
    { entity: 'paper', id: 'baryta', name: 'Baryta', brightener: 'none', black: 'photo' },
  ];
  return { entities, slots, sets };
}

/**
 * A room of one printer to which anything happens that can, in any order: hardly used or busy, with or without two blacks, kinds of
 * pictures that come late, channels that are never weighed, masses that are wrong, all that is entered and never thought through.
 *
 * @param seed the same one gives the same room
 * @returns its facts, and the instant at which it is asked
 */
export function anyRoom(seed: number): { readonly facts: readonly Fact[]; readonly at: string } {
  const chance = makeChance(seed);
  const some = (probability: number): boolean => chance.next() < probability;
  const { entities, slots, sets } = ownedBy(chance);
  let now = BEGINS;
  const stamp = makeStamp({ now: () => now }, chance.next);
  const facts: Fact[] = stamp(entities.map((entity) => ({ kind: 'defined', entity }) as const));
  const book = Ledger.from(facts);
  const bodies = sets.flatMap((set) => slots.map(({ id }) => id + set));
  const shades = slots.flatMap((slot) => slot.shades);
  const inside = new Map(bodies.map((id) => [id, some(0.5) ? 40 : 0]));
  let seated: readonly string[] = bodies.slice(0, slots.length);
  const busy = chance.pick([0.2, 1, 4]);
  const met = 1 + Math.floor(KINDS.length * chance.next());
  const one = (): string => chance.pick(bodies);
  const slot = (): Slot => chance.pick(slots);
  const weigh = (id: string): Act => {
    const off = some(0.1) ? chance.normal(0, 15) : chance.normal(0, 0.03);
    const shown = Math.max(30, 41.58 + 1.064 * inside.get(id)! + off);
    return weighAt(id, readMass(book, Number(shown.toFixed(2))), some(0.7) ? 'weighIn' : 'before');
  };
  const draw = (ml: number): void => {
    for (const id of seated) inside.set(id, Math.max(0, inside.get(id)! - ml * chance.factor(0.3)));
  };
  const print = (): Act => {
    const [widthMm, heightMm] = chance.pick(SIZES);
    const copies = chance.pick([1, 2, 10, 60]);
    draw((0.012 * copies * widthMm * heightMm) / 10_000);
    return logPrint({
      printerId: 'printer',
      title: 'Sheet',
      copies,
      widthMm,
      heightMm,
      // A kind that nobody met before comes late.
      subjectId: chance.pick(KINDS.slice(0, Math.max(1, Math.floor(met * ((now - BEGINS) / (60 * DAY_MS)))))),
      ...(some(0.5) ? { paperId: chance.pick(['rag', 'baryta']) } : {}),
    });
  };
  const fill = (): Act => {
    const id = one();
    const holds = slots.find((each) => id.startsWith(each.id))!.shades;
    const chamber = Math.floor(holds.length * chance.next());
    const ml = 1 + 40 * chance.next();
    inside.set(id, Math.min(47, inside.get(id)! + ml));
    return pour({
      cartridgeId: id,
      chamber,
      bottleId: `bottle-${some(0.95) ? holds[chamber]! : chance.pick(shades)}`,
      ml: { value: ml, u: 0.2 },
      by: 'mass',
      method: 'topSyringe',
      occasion: 'topUp',
    });
  };
  const putAll = (): Act => {
    const set = chance.pick(sets);
    const into = slots.filter(() => some(0.95)).map(({ id }) => ({ slotId: id, cartridgeId: id + set }));
    seated = into.map(({ cartridgeId }) => cartridgeId);
    return putIn('printer', into);
  };
  const doings: readonly (readonly [weight: number, act: () => Act | readonly Act[]])[] = [
    [8 * busy, print],
    [6, () => (some(0.8) ? seated : bodies).filter(() => some(0.85)).map(weigh)],
    [3, fill],
    [3, putAll],
    [2, () => (draw(0.4), cleanHead('printer', some(0.8) ? 'light' : 'deep'))],
    [1, () => weigh(one())],
    [0.5, () => seeLevel(one(), chance.next())],
    [0.3, () => ranDry(one())],
    [0.3, () => lookAt(one(), chance.pick(['drips', 'leaksAtRest', 'sound', 'cracked']))],
    [0.5, () => readGauge('printer', slot(), Math.round(100 * chance.next()) / 100)],
    [0.5, () => resetChips([one()])],
    [0.3, () => prime(one(), { value: 0.5, u: 0.1 }, 'bin')],
    [0.3, () => drawBack(one(), { value: 5 * chance.next(), u: 0.2 }, 'bin')],
    [0.2, () => takeOut(Ledger.from(facts), one())],
    [0.2, () => replaceHead('printer')],
    [0.2, () => changeSetting('printer', 'quality')],
    [0.1, () => movePrinter('printer')],
    [0.1, () => bottleIsEmpty(`bottle-${chance.pick(shades)}`)],
    [0.2, () => shake([one()])],
    [0.3, () => ruleOut('printer', chance.pick(['leak', 'zeroed', 'cleanings']), some(0.5) ? one() : null)],
    [
      0.4,
      () =>
        planPrint({
          printerId: 'printer',
          title: 'Waits',
          copies: 10,
          widthMm: 297,
          heightMm: 420,
          subjectId: chance.pick(KINDS),
        }),
    ],
    [
      0.5,
      () =>
        logCheck(
          'printer',
          [{ slotId: slot().id, seen: true, nozzles: some(0.5) ? 3 : 0, lines: [1, 7], unsure: [] }],
          { light: 'white', after: 'routine' },
        ),
    ],
  ];
  const steps = 10 + Math.floor(70 * chance.next());
  for (let step = 0; step < steps; step++) {
    now += chance.pick([0.01, 1, 4, 14, 60], [4, 4, 4, 3, 0.3]) * DAY_MS;
    const [, act] = chance.pick(
      doings,
      doings.map(([weight]) => weight),
    );
    const because = some(0.1) ? chance.pick(BECAUSE) : undefined;
    for (const { facts: drafts } of [act()].flat())
      for (const draft of drafts) {
        now += 60_000;
        facts.push(
          ...stamp([draft.kind === 'weighed' && because !== undefined ? { ...draft, because } : draft]),
        );
      }
    if (some(0.03))
      facts.push(...stamp([{ kind: 'voided', factId: chance.pick(facts).id, reason: 'by mistake' }]));
  }
  return { facts, at: new Date(now + chance.pick([0, 1, 30]) * DAY_MS).toISOString() };
}
