import { msOf, WEEK_MS } from '../time';
import { find, settingsOf, toolsInUse, type Book } from '../ledger';
import type { Uncertain } from '../quantity';
import type {
  CheckLayout,
  Entity,
  EntityOf,
  FactDraft,
  JobRule,
  Paper,
  PolicyCode,
  Printer,
  Slot,
  Tool,
} from '../workbook';
import type { Act, Done } from './act';
import { newTool } from './newThing';

/** A definition as it holds from now on; the one before stays in the log. */
const defined = (entity: Entity, done: Done): Act => ({ facts: [{ kind: 'defined', entity }], done });

/** A thing that is new to the workbook. */
export const addThing = (entity: Entity): Act => defined(entity, { code: 'added' });

/** A thing as it was corrected. */
export const correctThing = (entity: Entity, before?: Entity): Act =>
  defined(withOwnGuess(entity, before), { code: 'corrected' });

/**
 * A guess that is put right holds for all channels, also where the printer was begun with what another one was taught: what is
 * said last is what is reckoned with.
 */
function withOwnGuess(entity: Entity, before: Entity | undefined): Entity {
  if (entity.entity !== 'printer' || before?.entity !== 'printer' || !entity.draws.channels) return entity;
  const { channels, ...draws } = entity.draws;
  const isSame = (term: string): boolean =>
    JSON.stringify(draws[term as keyof typeof draws]) ===
    JSON.stringify(before.draws[term as keyof typeof draws]);
  const kept = channels
    .map(
      (channel) =>
        Object.fromEntries(Object.entries(channel).filter(([term]) => isSame(term))) as typeof channel,
    )
    .filter((channel) => Object.keys(channel).length > 1);
  return { ...entity, draws: kept.length > 0 ? { ...draws, channels: kept } : draws };
}

/** What the workbook is called: the print room that it is of. */
export const nameWorkbook = (book: Book, name: string): Act =>
  correctThing({ ...settingsOf(book.context), name });

/** Readings enter themselves from now on: which printer of the bridge it is, and which of its markers is which slot. */
export const askPrinter = (printer: Printer, bridge: NonNullable<Printer['bridge']>): Act =>
  defined({ ...printer, bridge }, { code: 'askPrinter', printerId: printer.id });

export const stopAsking = (printer: Printer): Act =>
  defined({ ...printer, bridge: null }, { code: 'stopAsking', printerId: printer.id });

/** The sensor of a slot changes over at what is in it now. */
export const sensorSwitchesAt = (printer: Printer, slot: Slot, { value, u }: Uncertain): Act =>
  defined(
    {
      ...printer,
      sensors: [
        ...(printer.sensors ?? []).filter((sensor) => sensor.slotId !== slot.id),
        { slotId: slot.id, switchMl: { value, u } },
      ],
    },
    { code: 'switchesAt', slot: slot.name, ml: { value, u } },
  );

/** How this printer's check is laid out: photographs of it can be read. */
export const teachCheck = (printer: Printer, checkLayout: CheckLayout): Act =>
  defined({ ...printer, checkLayout }, { code: 'checkKnown', printerId: printer.id });

/** A weigh-in of this printer is due after so many days. */
export const weighInEvery = (printer: Printer, days: number): Act =>
  defined({ ...printer, weighInDays: days }, { code: 'weighInEvery', printerId: printer.id, days });

/** The way of changing and topping up that what is due goes by. */
export const goBy = (
  printer: Printer,
  policy: { readonly code: PolicyCode; readonly threshold: number | null },
): Act =>
  defined(
    { ...printer, policy: { code: policy.code, threshold: policy.threshold } },
    { code: 'goesBy', printerId: printer.id, policy: policy.code },
  );

/** A small top-up on a fixed day; null: none. */
export function doseEvery({ doseEveryDays: _, ...printer }: Printer, days: number | null): Act {
  return defined(days === null ? printer : { ...printer, doseEveryDays: days }, { code: 'doseEvery', days });
}

/** A size of sheet by its name. */
export function keepSize(
  book: Book,
  size: { readonly name: string; readonly widthMm: number; readonly heightMm: number },
): Act {
  const settings = settingsOf(book.context);
  return defined(
    { ...settings, sizes: [...(settings.sizes ?? []), size] },
    { code: 'sizeKept', name: size.name },
  );
}

/** Jobs that are called so are logged by themselves, as these were. */
export const keepRule = (
  rule: Pick<JobRule, 'id' | 'queue' | 'title' | 'printerId' | 'subjectId' | 'paperId'>,
): Act =>
  defined(
    { entity: 'jobRule', name: `${rule.queue || 'any queue'}: ${rule.title}`, ignore: false, ...rule },
    { code: 'ruleKept', title: rule.title },
  );

/** Which black a paper takes, where a printer has two. */
export const paperTakes = (paper: Paper, black: NonNullable<Paper['black']>): Act =>
  defined({ ...paper, black }, { code: 'paperTakes', paper: paper.name, black });

/** What a cartridge is filled to from now on: the mass aimed at, or the most that its body keeps, g. */
export function fillTo(book: Book, cartridgeId: string, as: 'target' | 'max', g: number): Act {
  const cartridge = find(book.context, 'cartridge', cartridgeId)!;
  return defined(
    { ...cartridge, ...(as === 'target' ? { targetG: g } : { maxG: g }) },
    { code: 'fillTo', cartridgeId, g, as },
  );
}

/** One u of a part that was weighed by itself, g. */
const PART_U_G = 0.02;

/** What a part weighs that lies on the scale with a cartridge: taken off each weight from then on. */
export function partWeighs(
  book: Book,
  part: Tool['tool'],
  massG: number,
  ifNew: Pick<Tool, 'id' | 'name'>,
): Act {
  const tool: Tool =
    toolsInUse(book, 'tool').find((one) => one.tool === part) ?? newTool(part, ifNew.name, () => ifNew.id);
  return defined(
    { ...tool, massG: { value: Number(massG.toFixed(3)), u: PART_U_G } },
    { code: 'partWeighs', part, g: massG },
  );
}

/** A printer as somebody described it in a file. */
export const takeDescription = (entities: readonly Entity[]): Act => ({
  facts: entities.map((entity): FactDraft => ({ kind: 'defined', entity })),
  done: {
    code: 'describedIn',
    name: entities.find((entity): entity is EntityOf<'printer'> => entity.entity === 'printer')?.name ?? '',
  },
});

/**
 * Something due, put off for a week from when it is due, or from now where that is past.
 *
 * @param due its id, and when it is due
 * @param now UTC instant
 */
export const putOff = (due: { readonly id: string; readonly at: string }, now: string): Act => ({
  facts: [
    {
      kind: 'snoozed',
      what: due.id,
      until: new Date(Math.max(msOf(now), msOf(due.at)) + WEEK_MS).toISOString(),
    },
  ],
  done: { code: 'putOff' },
});
