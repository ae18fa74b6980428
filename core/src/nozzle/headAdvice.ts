import { latest, DAY_MS } from '../time';
import { noAir } from '../bench';
import { bodyOf, cartridgeOf, find, inkNow, routineDraw, type Book, type InkNow } from '../ledger';
import { atReserve, drawsOf } from '../usage';
import type { Uncertain } from '../quantity';
import { DUE, type CleaningLevel, type Printer } from '../workbook';
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
  const draws = drawsByAct(book, printer);
  const say: Say = (act, why, slots = []) => {
    const slotIds = slots.map(({ slotId }) => slotId);
    const options = optionsOf(draws, inside, slotIds);
    const drawn = inside.filter((one) => drawsFrom(act, one, slotIds));
    const drawOf = draws.get(act) ?? (() => NOTHING);
    const short = drawn.filter((one) => wouldEmpty(one, drawOf(one.slotId)));
    const shut = drawn.filter((one) => one.airless && drawOf(one.slotId).value > 0);
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

const NOTHING: Uncertain = { value: 0, u: 0 };

/** May it stand at its reserve once so much is drawn? Of what is not known nothing is said. */
const isLow = ({ ink, reserveMl }: Inside, drawn = NOTHING): boolean =>
  ink !== null && atReserve({ value: ink.value - drawn.value, u: Math.hypot(ink.u, drawn.u) }, reserveMl);

const wouldEmpty = (one: Inside, drawn: Uncertain): boolean => drawn.value > 0 && isLow(one, drawn);

/** A group cleaning draws from the channels that are meant; all else from the whole head. */
const drawsFrom = (act: HeadAct, { slotId }: Inside, slotIds: readonly string[]): boolean =>
  act !== 'group' || slotIds.includes(slotId);

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
  const empty = gone.filter((one) => !of(one).filled || isLow(of(one)));
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

/** Ink that each act draws from a channel, ml. */
type DrawsByAct = ReadonlyMap<HeadAct, (slotId: string) => Uncertain>;

function drawsByAct(book: Book, { id, draws, feed }: Printer): DrawsByAct {
  const once = (level: CleaningLevel) => (slotId: string) => routineDraw(book, id, level, [slotId]);
  return new Map<HeadAct, (slotId: string) => Uncertain>([
    ['wait', () => NOTHING],
    [
      'purge',
      (slotId) => {
        const { value, u } = drawsOf(draws, slotId).perDm2;
        return { value: value * PURGE_DM2, u: u * PURGE_DM2 };
      },
    ],
    ['group', once('group')],
    ['light', once('light')],
    ['deep', once('deep')],
    ...(feed === 'stationary' ? [['recharge', once('recharge')] as const] : []),
  ]);
}

const optionsOf = (draws: DrawsByAct, inside: readonly Inside[], slotIds: readonly string[]): HeadOption[] =>
  [...draws]
    // Of some channels only where some are meant.
    .filter(([act]) => act !== 'group' || slotIds.length > 0)
    .map(([act, drawOf]) => {
      const drawn = inside.filter((one) => drawsFrom(act, one, slotIds));
      return {
        act,
        ml: drawn.reduce((sum, { slotId }) => sum + drawOf(slotId).value, 0),
        short: drawn.filter((one) => wouldEmpty(one, drawOf(one.slotId))).map(({ name }) => name),
      };
    })
    .sort((a, b) => a.ml - b.ml);
