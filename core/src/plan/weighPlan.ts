import { slotView } from '../advice';
import { singleChanges } from '../cost';
import { expectedMass, inkByWeight, routineDraw, scaleFor, scaleReading, type Book } from '../ledger';
import { ONE_SIDED } from '../numeric';
import { drawOf, SHARED_SCATTER } from '../usage';
import { rhythmOf, type Rhythm, type RhythmChannel } from './rhythm';

export interface WeighChannel {
  readonly slotId: string;
  readonly name: string;
  readonly cartridgeId: string;
  /** Standard uncertainty of its ink now, and as a weighing would leave it, ml. */
  readonly u: number;
  readonly uAfter: number;
  /** By so many days its top-up may come later, for the same risk. */
  readonly laterDays: number;
  /** That part of one full cartridge's life. */
  readonly part: number;
}

export interface WeighRhythm {
  /** Weighed every so many days; null: only while the printer is open for a change anyway. */
  readonly everyDays: number | null;
  /** The longest that a missing entry can stay unseen, days. */
  readonly unseenDays: number;
  readonly changes: number;
  readonly weighings: number;
  /** Drawn by changes and by weighings in a year, ml. */
  readonly ml: number;
}

export interface WeighPlan {
  /** Where a weighing changes most, first. */
  readonly channels: readonly WeighChannel[];
  /** Slots of which nothing can be said before they are weighed. */
  readonly unknown: readonly { readonly slotId: string; readonly name: string }[];
  /** Drawn from all channels when cartridges are pulled out and put back once, ml. */
  readonly onceMl: number;
  /** What the weighing of all of them would spare by later changes, ml. */
  readonly gainMl: number;
  readonly verdict: 'now' | 'atChange';
  /** From weighing often to weighing only at changes; empty where no cartridge can be changed often enough. */
  readonly rhythms: readonly WeighRhythm[];
  readonly best: WeighRhythm | null;
}

const YEAR_DAYS = 365;
const RHYTHMS = [7, 14, 28, 56, 91];

/**
 * Which cartridges are worth weighing next, and how often: what a weighing takes off the doubt, and so off the margin above
 * the reserve, against what pulling cartridges out and in again draws from every channel. While the printer is open for a
 * change it costs nothing.
 *
 * @param at UTC instant
 * @returns null while there is no rhythm to go by
 */
export function weighPlan(book: Book, printerId: string, at: string): WeighPlan | null {
  const rhythm = rhythmOf(book, printerId, at);
  if (!rhythm) return null;
  const onceMl = routineDraw(book, printerId, 'change').value;
  const channels: WeighChannel[] = [];
  const unknown: { slotId: string; name: string }[] = [];
  const uses: { useMl: number; usableMl: number; primeMl: number; doubt: (days: number) => number }[] = [];
  rhythm.channels.forEach((channel) => {
    const { slot, meanMl: perDay } = channel;
    const { cartridge, advice } = slotView(book, printerId, slot.id, at)!;
    if (!cartridge?.ink || advice.notKnown !== null) {
      unknown.push({ slotId: slot.id, name: slot.name });
      return;
    }
    const { id } = cartridge.body.cartridge;
    const usable = cartridge.targetMl - cartridge.reserveMl;
    const uAfter = Math.min(cartridge.ink.u, weighedU(book, id, at) ?? cartridge.ink.u);
    const spared = ONE_SIDED * (cartridge.ink.u - uAfter);
    if (usable > 0) {
      channels.push({
        slotId: slot.id,
        name: slot.name,
        cartridgeId: id,
        u: cartridge.ink.u,
        uAfter,
        laterDays: perDay > 0 ? spared / perDay : 0,
        part: Math.min(1, spared / usable),
      });
      uses.push({
        useMl: YEAR_DAYS * perDay,
        usableMl: usable,
        primeMl: drawOf(rhythm.model, slot.id, 'change').value,
        doubt: (days) => Math.hypot(uAfter, Math.sqrt(drawnVariance(rhythm, channel, days))),
      });
    }
  });
  channels.sort((a, b) => b.part - a.part || (a.slotId < b.slotId ? -1 : 1));
  const rhythms = [
    ...RHYTHMS.flatMap((days): WeighRhythm[] => {
      const changes = changesAt(uses, days);
      const weighings = Math.max(0, YEAR_DAYS / days - (changes ?? 0));
      return changes === null
        ? []
        : [{ everyDays: days, unseenDays: days, changes, weighings, ml: (changes + weighings) * onceMl }];
    }),
    ...atChanges(uses, onceMl),
  ];
  const gainMl = onceMl * channels.reduce((sum, { part }) => sum + part, 0);
  return {
    channels,
    unknown,
    onceMl,
    gainMl,
    verdict: unknown.length > 0 || gainMl > onceMl ? 'now' : 'atChange',
    rhythms,
    best: rhythms.reduce<WeighRhythm | null>((a, b) => (a && a.ml <= b.ml ? a : b), null),
  };
}

/** How well a weighing would know the ink in it, ml. */
function weighedU(book: Book, cartridgeId: string, at: string): number | null {
  const mass = expectedMass(book, cartridgeId, at);
  if (!mass) return null;
  const { u } = scaleReading(book.context, scaleFor(book, mass.value)?.id, mass.value);
  return inkByWeight(book, cartridgeId, { value: mass.value, u }, at)?.u ?? null;
}

/** Variance of what was drawn since the last weighing, of which every print is in the log, ml². */
function drawnVariance({ model }: Rhythm, { meanMl, useU, dayUse }: RhythmChannel, days: number): number {
  const drawn = days * meanMl;
  const total = dayUse.reduce((sum, ml) => sum + ml, 0);
  const squares = dayUse.reduce((sum, ml) => sum + ml ** 2, 0);
  const scatter = total > 0 ? SHARED_SCATTER * model.scatter ** 2 * drawn * (squares / total) : 0;
  return (drawn * useU) ** 2 + scatter;
}

type Use = {
  readonly useMl: number;
  readonly usableMl: number;
  readonly primeMl: number;
  readonly doubt: (days: number) => number;
};

/** Single changes a year when the doubt grows for so many days; null: more than can be. */
function changesAt(uses: readonly Use[], days: number): number | null {
  const channels = uses.map(({ useMl, usableMl, primeMl, doubt }) => ({
    useMl,
    primeMl,
    usableMl: Math.max(0.1 * usableMl, usableMl - ONE_SIDED * doubt(days)),
  }));
  return singleChanges(channels)?.changes ?? null;
}

/** Weighed only at changes: the time between them and the margin depend on each other; a few rounds settle it. */
function atChanges(uses: readonly Use[], onceMl: number): WeighRhythm[] {
  let days = YEAR_DAYS / 4;
  let changes: number | null = null;
  for (let i = 0; i < 8; i++) {
    changes = changesAt(uses, days);
    if (changes === null || !(changes > 0)) return [];
    days = Math.min(YEAR_DAYS, YEAR_DAYS / changes);
  }
  return [{ everyDays: null, unseenDays: days, changes: changes!, weighings: 0, ml: changes! * onceMl }];
}
