import { addThing, logCheck, makeProfile, measureShades, type Act } from '@hiraeth/core/acts';
import { DAY_MS, HOUR_MS } from '@hiraeth/core/time';
import { compareFacts, makeStamp, type Entity, type Fact, type Printer } from '@hiraeth/core/workbook';
import { makeChance } from '../random';

/** What happens to a head and to colours beside the ink: told by day of the simulated period. */
export interface LooksStory {
  readonly printerId: string;
  readonly paperId: string;
  /** Defined by the studio beside its inks: rules for the print system's jobs. */
  readonly definitions: readonly Entity[];
  /** A nozzle that fails from a day on, in one channel. */
  readonly failing: readonly { readonly slotId: string; readonly line: number; readonly fromDay: number }[];
  /** Gaps that one look shows and a cleaning, or waiting, mends by the next. */
  readonly clogs: readonly {
    readonly slotId: string;
    readonly lines: readonly number[];
    readonly day: number;
  }[];
  /** Checks of its own, every so many days. */
  readonly everyDays: number;
  /** Channels that white paper in white light does not show, and how often the torch is used: every n-th look. */
  readonly pale: readonly string[];
  readonly torchEvery: number;
  readonly profile: { readonly day: number; readonly name: string };
  /** Charts measured: which ink, on which day, how far it is off (mean ΔL, Δa, Δb), and where it hangs. */
  readonly charts: readonly {
    readonly day: number;
    readonly ink: 'original' | 'refill';
    readonly shift: readonly [number, number, number];
    readonly display?: { readonly where: string; readonly months: number };
  }[];
}

const DAY = DAY_MS;
const NOON = 13 * HOUR_MS;

/** A small chart: greys, six hues at two strengths, and skin. Colours of no real print. */
export const CHART: readonly { readonly name: string; readonly lab: readonly [number, number, number] }[] = [
  ...Array.from({ length: 8 }, (_, i) => ({ name: `G${i + 1}`, lab: [12 + 11.5 * i, 0.2, -0.6] as const })),
  ...Array.from({ length: 12 }, (_, i) => {
    const hue = (i % 6) * 60 + 25;
    const chroma = i < 6 ? 62 : 30;
    const at = (hue * Math.PI) / 180;
    return {
      name: `${i < 6 ? 'F' : 'H'}${(i % 6) + 1}`,
      lab: [i < 6 ? 48 : 68, round(chroma * Math.cos(at)), round(chroma * Math.sin(at))] as const,
    };
  }),
  { name: 'S1', lab: [66, 18, 19] },
  { name: 'S2', lab: [42, 16, 18] },
];

/**
 * Nozzle checks, measured charts and a profile, laid over a simulated period: chance of its own, so that the ink's own story
 * stays as it is. Looks that the period holds already see what this story says of their day.
 *
 * @param facts of the period
 * @param from its first day, UTC instant; the story's days count from it
 * @param seed of the measuring noise
 */
export function simulateLooks(
  facts: readonly Fact[],
  printer: Printer,
  story: LooksStory,
  from: string,
  seed: number,
): Fact[] {
  const chance = makeChance(seed);
  const start = Math.floor(Date.parse(from) / DAY) * DAY;
  const end = Math.max(...facts.map((fact) => Date.parse(fact.at)));
  let now = 0;
  const stamp = makeStamp({ now: () => now }, chance.next);
  const added: Fact[] = [];
  const write = (day: number, act: Act): void => {
    now = start + day * DAY + NOON;
    if (now <= end) added.push(...stamp(act.facts));
  };
  const gapsOn = (day: number) => {
    const lines = new Map<string, number[]>();
    for (const { slotId, line, fromDay } of story.failing)
      if (day >= fromDay) lines.set(slotId, [...(lines.get(slotId) ?? []), line]);
    for (const clog of story.clogs)
      if (clog.day === day) lines.set(clog.slotId, [...(lines.get(clog.slotId) ?? []), ...clog.lines]);
    return [...lines].map(([slotId, missing]) => ({
      slotId,
      nozzles: missing.length,
      lines: missing.sort((a, b) => a - b),
    }));
  };
  const days = Math.floor((end - start) / DAY);
  const known = new Set(printer.slots.map(({ id }) => id));
  let looks = 0;
  for (let day = 1; day <= days; day++) {
    if (day % story.everyDays !== 0 && !story.clogs.some((clog) => clog.day === day)) continue;
    const torch = looks++ % story.torchEvery === 0;
    const isHidden = (slotId: string): boolean => !torch && story.pale.includes(slotId);
    const gaps = gapsOn(day);
    const seen = [...gaps.map(({ slotId }) => slotId), ...story.pale.filter((id) => known.has(id))];
    write(
      day,
      logCheck(
        printer.id,
        [...new Set(seen)].map((slotId) => {
          const gap = gaps.find((one) => one.slotId === slotId);
          return {
            slotId,
            seen: !isHidden(slotId),
            nozzles: gap?.nozzles ?? 0,
            lines: gap?.lines ?? [],
            unsure: [],
          };
        }),
        { light: torch ? 'torch' : 'white', after: 'routine' },
      ),
    );
  }
  for (const entity of story.definitions) write(2, addThing(entity));
  write(story.profile.day, makeProfile(printer.id, story.profile.name, story.paperId));
  for (const { day, ink, shift, display } of story.charts) {
    const lots = lotsOn(facts, printer, start + day * DAY);
    write(
      day,
      measureShades({
        ink,
        printerId: printer.id,
        chart: 'Hiraeth 22',
        paperId: story.paperId,
        condition: 'M1',
        illuminant: 'D50',
        ...(ink === 'refill' ? { lots } : {}),
        ...(display ? { display } : {}),
        patches: CHART.map(({ name, lab }) => ({
          name,
          lab: lab.map((value, axis) =>
            round(value + shift[axis]! * strength(lab) + chance.normal(0, 0.12)),
          ) as [number, number, number],
        })),
      }),
    );
  }
  const seen = facts.map((fact): Fact => {
    if (fact.kind !== 'nozzleChecked' || fact.printerId !== printer.id) return fact;
    return { ...fact, gaps: gapsOn(Math.floor((Date.parse(fact.at) - start) / DAY)) };
  });
  return [...seen, ...added].sort(compareFacts);
}

/** Light patches take little ink, and move little. */
const strength = ([l]: readonly [number, number, number]): number => Math.min(1, (100 - l) / 40);

/** The bottle that each channel was filled from last. */
function lotsOn(facts: readonly Fact[], printer: Printer, at: number) {
  const last = new Map<string, string>();
  const seats = new Map<string, string>();
  for (const fact of facts) {
    if (Date.parse(fact.at) > at) break;
    if (fact.kind === 'installed' && fact.printerId === printer.id)
      for (const { slotId, cartridgeId } of fact.into) seats.set(slotId, cartridgeId);
    if (fact.kind === 'filled') last.set(fact.cartridgeId, fact.bottleId);
  }
  return printer.slots.flatMap(({ id }) => {
    const bottleId = last.get(seats.get(id) ?? '');
    return bottleId ? [{ slotId: id, bottleId }] : [];
  });
}

function round(value: number): number {
  return Math.round(value * 100) / 100 + 0;
}
