import { latest, DAY_MS } from '../time';
import { noAir } from '../bench';
import { bodyOf, cartridgeOf, find, inkNow, type Book, type InkNow } from '../ledger';
import { atReserve } from '../usage';
import { DUE, type Printer } from '../workbook';
import { headHealth, type ChannelHealth, type HeadHealth } from './headHealth';

/** What to do about a head, least first. */
export type HeadAct =
  | 'check'
  | 'look'
  | 'fine'
  | 'live'
  | 'purge'
  | 'group'
  | 'light'
  | 'wait'
  | 'deep'
  | 'recharge'
  | 'topUp'
  | 'ports'
  | 'technician';

export type HeadReason =
  | { readonly code: 'never' }
  | { readonly code: 'idle'; readonly days: number }
  | { readonly code: 'moved' }
  | { readonly code: 'unseen'; readonly names: readonly string[] }
  | { readonly code: 'gaps'; readonly name: string; readonly missing: number; readonly share: number | null }
  | { readonly code: 'allGone'; readonly name: string }
  | { readonly code: 'lowInk'; readonly name: string; readonly ml: number }
  /** What was meant to be done would take it to its reserve. */
  | { readonly code: 'wouldEmpty'; readonly name: string; readonly ml: number; readonly act: HeadAct }
  | { readonly code: 'heavy'; readonly name: string; readonly ml: number }
  | { readonly code: 'justIn'; readonly name: string }
  | { readonly code: 'ventShut'; readonly name: string }
  | {
      readonly code: 'failing';
      readonly name: string;
      readonly lines: readonly number[];
      readonly spares: number | null;
    }
  | { readonly code: 'cleaned'; readonly times: number; readonly helped: boolean }
  | { readonly code: 'school'; readonly rule: Printer['schools']['cleaning'] }
  | { readonly code: 'allFine' };

/** One way on, and the ink that it costs over all channels it draws from. */
export interface HeadOption {
  readonly act: HeadAct;
  readonly ml: number;
  /** Channels that it would take to their reserve: not to be done before they are topped up. */
  readonly short: readonly string[];
}

export interface HeadAdvice {
  readonly act: HeadAct;
  /** Channels that are meant; empty: the whole head. */
  readonly slotIds: readonly string[];
  readonly why: readonly HeadReason[];
  /** What else could be done, each with its ink. */
  readonly options: readonly HeadOption[];
  readonly daysIdle: number | null;
}

/** A gap or two that shows in no print. */
const FEW = 2;
/** So many cleanings that did not help: more of the same only costs ink. */
const ENOUGH = 2;
const PURGE_DM2 = 6.24;

/**
 * What to do next about a head, by its checks, its cleanings, its ink and the user's school: the least that may help, with the ink
 * that each choice costs. What would take a channel to its reserve, or draw from one whose vent is shut, is never advised.
 *
 * @param at UTC instant
 * @returns undefined when there is no such printer
 */
export function headAdvice(book: Book, printerId: string, at: string): HeadAdvice | undefined {
  const health = headHealth(book, printerId);
  const printer = find(book.context, 'printer', printerId);
  const state = book.state.printers.get(printerId);
  if (!health || !printer || !state) return undefined;
  const last = health.checks.at(-1);
  const since = latest([state.lastPrintAt, last?.at]);
  const daysIdle = since ? Math.max(0, (Date.parse(at) - Date.parse(since)) / DAY_MS) : null;
  const inside = insideOf(book, printer, at);
  const say: Say = (act, why, slots = []) => {
    const slotIds = slots.map(({ slotId }) => slotId);
    const options = optionsOf(printer, inside, slotIds);
    const drawn = inside.filter((one) => drawsFrom(act, one, slotIds));
    const perChannel = mlPerChannel(printer)[act] ?? 0;
    const short = perChannel > 0 ? drawn.filter((one) => wouldEmpty(one, perChannel)) : [];
    const shut = perChannel > 0 ? drawn.filter((one) => one.airless) : [];
    const done = { options, daysIdle };
    if (short.length > 0)
      return {
        act: 'topUp',
        slotIds: short.map(({ slotId }) => slotId),
        why: [
          ...why,
          ...short.map(({ name, ink }) => ({ code: 'wouldEmpty' as const, name, ml: mlIn(ink), act })),
        ],
        ...done,
      };
    if (shut.length > 0)
      return {
        act: 'ports',
        slotIds: shut.map(({ slotId }) => slotId),
        why: [...why, ...shut.map(({ name }) => ({ code: 'ventShut' as const, name }))],
        ...done,
      };
    return { act, slotIds, why, ...done };
  };
  if (!last) return say('check', [{ code: 'never' }]);
  if (state.movedAt !== null && state.movedAt > last.at) return say('check', [{ code: 'moved' }]);
  if (daysIdle !== null && daysIdle >= (printer.checkIdleDays ?? DUE.nozzleCheckIdleDays))
    return say('check', [{ code: 'idle', days: daysIdle }]);
  const bad = health.channels.filter(
    ({ state }) => state !== 'fine' && state !== 'unseen' && state !== 'neverChecked',
  );
  const unseen = health.channels.filter(({ state }) => state === 'unseen' || state === 'neverChecked');
  const gone = bad.filter(({ state }) => state === 'allGone');
  if (gone.length > 0) return wholeChannel(health, printer, gone, inside, say);
  const worn = bad.filter(({ state }) => state === 'worn');
  const failing = bad.filter(({ state }) => state === 'failing');
  const others = bad.filter(({ state }) => state === 'gaps');
  const reasonsOf = (channels: readonly ChannelHealth[]): HeadReason[] =>
    channels.map(({ name, missing, share }) => ({ code: 'gaps', name, missing, share }));
  if (others.length > 0) return cleaning(health, printer, others, reasonsOf(others), say);
  if (worn.length > 0)
    return say(
      'technician',
      worn.map(({ name, failing: lines, sparesLeft }) => ({
        code: 'failing',
        name,
        lines,
        spares: sparesLeft,
      })),
      worn,
    );
  if (failing.length > 0)
    return say(
      'live',
      failing.map(({ name, failing: lines, sparesLeft }) => ({
        code: 'failing',
        name,
        lines,
        spares: sparesLeft,
      })),
      failing,
    );
  if (unseen.length > 0)
    return say('look', [{ code: 'unseen', names: unseen.map(({ name }) => name) }], unseen);
  return say('fine', [{ code: 'allFine' }]);
}

type Say = (act: HeadAct, why: readonly HeadReason[], slots?: readonly ChannelHealth[]) => HeadAdvice;

/** What is in one channel of a head. */
interface Inside {
  readonly slotId: string;
  readonly name: string;
  /** Is there a cartridge at all? */
  readonly filled: boolean;
  readonly ink: InkNow | null;
  readonly reserveMl: number;
  readonly airless: boolean;
  readonly installedAt: string | null;
}

const insideOf = (book: Book, printer: Printer, at: string): Inside[] =>
  printer.slots.map(({ id, name }) => {
    const cartridgeId = book.state.printers.get(printer.id)?.slots.get(id)?.cartridgeId;
    const state = cartridgeId ? cartridgeOf(book, cartridgeId) : undefined;
    const type = cartridgeId ? bodyOf(book.context, cartridgeId)?.type : undefined;
    return {
      slotId: id,
      name,
      filled: state !== undefined,
      ink: cartridgeId ? inkNow(book, cartridgeId, at) : null,
      reserveMl: type?.reserveMl ?? 0,
      airless: state !== undefined && type !== undefined && noAir(state.ports, type.construction),
      installedAt: state?.installedAt ?? null,
    };
  });

const mlIn = (ink: InkNow | null): number => Math.max(0, ink?.value ?? 0);

/** Would drawing so much take it to its reserve? Of what is not known nothing is said. */
const wouldEmpty = ({ ink, reserveMl }: Inside, ml: number): boolean =>
  ink !== null && atReserve({ value: ink.value - ml, u: ink.u }, reserveMl);

/** A group cleaning draws from the channels that are meant; all else from the whole head. */
const drawsFrom = (act: HeadAct, { slotId }: Inside, slotIds: readonly string[]): boolean =>
  act !== 'group' || slotIds.length === 0 || slotIds.includes(slotId);

/** A channel missing as a whole: ink first, then vent, then air, then a clog. */
function wholeChannel(
  health: HeadHealth,
  printer: Printer,
  gone: readonly ChannelHealth[],
  inside: readonly Inside[],
  say: Say,
): HeadAdvice {
  const of = (channel: ChannelHealth): Inside => inside.find(({ slotId }) => slotId === channel.slotId)!;
  const missing = (channels: readonly ChannelHealth[]): HeadReason[] =>
    channels.map(({ name }) => ({ code: 'allGone', name }));
  const empty = gone.filter((one) => !of(one).filled || wouldEmpty(of(one), 0));
  if (empty.length > 0)
    return say(
      'topUp',
      [
        ...missing(empty),
        ...empty.map((one) => ({ code: 'lowInk' as const, name: one.name, ml: mlIn(of(one).ink) })),
      ],
      empty,
    );
  const shut = gone.filter((one) => of(one).airless);
  if (shut.length > 0)
    return say(
      'ports',
      [...missing(shut), ...shut.map(({ name }) => ({ code: 'ventShut' as const, name }))],
      shut,
    );
  const [channel] = gone as [ChannelHealth];
  const { name } = channel;
  const { ink, installedAt } = of(channel);
  const why: HeadReason[] = [
    ...missing(gone),
    ...(ink ? [{ code: 'heavy' as const, name, ml: ink.value }] : []),
  ];
  const lastFine = channel.history.findLast(({ missing }) => missing === 0)?.at ?? '';
  const justIn = installedAt !== null && installedAt > lastFine;
  const tries = cleaningsSince(health, lastFine);
  if (tries.length >= ENOUGH)
    return say(
      printer.feed === 'stationary' ? 'recharge' : 'technician',
      [...why, { code: 'cleaned', times: tries.length, helped: false }],
      gone,
    );
  return say(tries.length === 0 ? 'group' : 'wait', justIn ? [...why, { code: 'justIn', name }] : why, gone);
}

/** Some lines missing: by the school, then by whether cleaning helped so far. */
function cleaning(
  health: HeadHealth,
  printer: Printer,
  channels: readonly ChannelHealth[],
  why: readonly HeadReason[],
  say: Say,
): HeadAdvice {
  const lastFine =
    latest(channels.map(({ history }) => history.findLast(({ missing }) => missing === 0)?.at)) ?? '';
  const tries = cleaningsSince(health, lastFine);
  const few = channels.every(({ missing }) => missing <= FEW);
  if (tries.length === 0) {
    if (printer.schools.cleaning === 'rarely' && few)
      return say('purge', [...why, { code: 'school', rule: 'rarely' }], channels);
    return say(channels.length * 2 <= printer.slots.length ? 'group' : 'light', why, channels);
  }
  const helped = tries.at(-1)!.helped === true;
  const said: HeadReason[] = [...why, { code: 'cleaned', times: tries.length, helped }];
  if (helped) return say('group', said, channels);
  if (tries.length < ENOUGH) return say('wait', said, channels);
  if (!tries.some(({ level }) => level === 'deep' || level === 'recharge'))
    return say('deep', said, channels);
  return say('technician', said, channels);
}

const cleaningsSince = (health: HeadHealth, at: string) => health.cleanings.filter((one) => one.at > at);

/** Ink that each act draws from one channel, ml. */
const mlPerChannel = ({ draws, feed }: Printer): Partial<Readonly<Record<HeadAct, number>>> => ({
  wait: 0,
  purge: draws.perDm2.value * PURGE_DM2,
  group: draws.group.value,
  light: draws.light.value,
  deep: draws.deep.value,
  ...(feed === 'stationary' ? { recharge: draws.recharge.value } : {}),
});

const optionsOf = (printer: Printer, inside: readonly Inside[], slotIds: readonly string[]): HeadOption[] =>
  (Object.entries(mlPerChannel(printer)) as [HeadAct, number][])
    .map(([act, ml]) => {
      const drawn = inside.filter((one) => drawsFrom(act, one, slotIds));
      return {
        act,
        ml: ml * drawn.length,
        short: ml > 0 ? drawn.filter((one) => wouldEmpty(one, ml)).map(({ name }) => name) : [],
      };
    })
    .sort((a, b) => a.ml - b.ml);
