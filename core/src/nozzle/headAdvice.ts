import { cartridgeOf, find, inkNow, type Book } from '../ledger';
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
const DAY_MS = 86_400_000;

/**
 * What to do next about a head, by its checks, its cleanings, its ink and the user's school: the least that may help, with the ink
 * that each choice costs. A channel that is empty, or whose vent is shut, is never cleaned.
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
  const since = [state.lastPrintAt, last?.at]
    .filter((t): t is string => Boolean(t))
    .sort()
    .at(-1);
  const daysIdle = since ? Math.max(0, (Date.parse(at) - Date.parse(since)) / DAY_MS) : null;
  const say = (
    act: HeadAct,
    why: readonly HeadReason[],
    slots: readonly ChannelHealth[] = [],
  ): HeadAdvice => ({
    act,
    slotIds: slots.map(({ slotId }) => slotId),
    why,
    options: optionsOf(printer, slots.length > 0 ? slots.length : printer.slots.length),
    daysIdle,
  });
  if (!last) return say('check', [{ code: 'never' }]);
  if (state.movedAt !== null && state.movedAt > last.at) return say('check', [{ code: 'moved' }]);
  if (daysIdle !== null && daysIdle >= DUE.nozzleCheckIdleDays)
    return say('check', [{ code: 'idle', days: daysIdle }]);
  const bad = health.channels.filter(
    ({ state }) => state !== 'fine' && state !== 'unseen' && state !== 'neverChecked',
  );
  const unseen = health.channels.filter(({ state }) => state === 'unseen' || state === 'neverChecked');
  const gone = bad.filter(({ state }) => state === 'allGone');
  if (gone.length > 0) return wholeChannel(book, health, printer, gone, at, say);
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

/** A channel missing as a whole: ink first, then vent, then air, then a clog. */
function wholeChannel(
  book: Book,
  health: HeadHealth,
  printer: Printer,
  gone: readonly ChannelHealth[],
  at: string,
  say: Say,
): HeadAdvice {
  const [channel] = gone as [ChannelHealth];
  const { name, slotId } = channel;
  const cartridgeId = book.state.printers.get(printer.id)?.slots.get(slotId)?.cartridgeId;
  const state = cartridgeId ? cartridgeOf(book, cartridgeId) : undefined;
  const cartridge = find(book.context, 'cartridge', cartridgeId ?? undefined);
  const reserve = find(book.context, 'cartridgeType', cartridge?.typeId)?.reserveMl ?? 0;
  const ink = cartridgeId ? inkNow(book, cartridgeId, at) : null;
  const first: HeadReason = { code: 'allGone', name };
  if (!state || (ink && ink.value <= reserve))
    return say('topUp', [first, { code: 'lowInk', name, ml: Math.max(0, ink?.value ?? 0) }], gone);
  if (state.ports.vent === 'shut' || state.ports.tape === 'on')
    return say('ports', [first, { code: 'ventShut', name }], gone);
  const why: HeadReason[] = ink ? [first, { code: 'heavy', name, ml: ink.value }] : [first];
  const lastFine = channel.history.findLast(({ missing }) => missing === 0)?.at ?? '';
  const justIn = state.installedAt !== null && state.installedAt > lastFine;
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
  const lastFine = channels
    .map(({ history }) => history.findLast(({ missing }) => missing === 0)?.at ?? '')
    .sort()
    .at(-1)!;
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

function optionsOf(printer: Printer, channels: number): HeadOption[] {
  const { draws, slots } = printer;
  const options: HeadOption[] = [
    { act: 'wait', ml: 0 },
    { act: 'purge', ml: draws.perDm2.value * PURGE_DM2 * slots.length },
    { act: 'group', ml: draws.group.value * channels },
    { act: 'light', ml: draws.light.value * slots.length },
    { act: 'deep', ml: draws.deep.value * slots.length },
    ...(printer.feed === 'stationary'
      ? [{ act: 'recharge' as const, ml: draws.recharge.value * slots.length }]
      : []),
  ];
  return options.sort((a, b) => a.ml - b.ml);
}
