import { z } from 'zod';
import { CLOCK_SLACK_MS } from '@hiraeth/core/ledger';
import { isLaterHand, Meeting, type Effects, type Hand, type Peer } from '@hiraeth/core/meeting';
import { parseWorkbook, type Fact } from '@hiraeth/core/workbook';
import { linkRoom, type Entry, type Member } from '../devices/roomLink';
import { newKey, newToken, proofOf, readKey, type RoomKept } from './roomKeys';
import { cameOffClock, held, receivedMore, roomChanged, roomLeft } from './roomSlice';
import { DEMO, type Services } from './services';
import { openOwn } from './shelf';
import type { Thunk } from './store';
import { keepNote, meetFacts, meetNote } from './thunks';

/** Where a device keeps its room, beside the facts: never in the file. */
export const ROOM_NOTE = 'room';
/** What was begun at one device and can be gone on with at another. */
const SHARED: ReadonlySet<string> = new Set(['bench', 'weigh-in', 'rotation', 'tray']);
const HANDS_NOTE = 'room-hands';
/** Said again now and then: what was lost on the way is found by it, ms. */
const HELLO_MS = 15_000;

/** The open line of this workbook to its room. */
export interface RoomSession {
  readonly tell: (facts: readonly Fact[]) => void;
  readonly note: (key: string, value: unknown) => void;
  readonly invite: () => Promise<string>;
  readonly door: (device: string) => void;
  readonly close: () => void;
}

/** This computer's workbook is opened to other devices: a room of its own, that only a code lets in. */
export const openRoom =
  (name: string): Thunk<Promise<boolean>> =>
  (dispatch) => {
    const kept: RoomKept = { room: newToken(), key: newKey(), device: newToken(), owner: newToken(), name };
    return dispatch(keepNote(ROOM_NOTE, kept));
  };

/** By an address that was scanned: from here on this device has the same workbook. */
export const joinRoom =
  (
    invitation: { readonly room: string; readonly code: string; readonly key: string },
    name: string,
  ): Thunk<Promise<boolean>> =>
  async (dispatch, getState) => {
    if (getState().workbook.which === DEMO) await dispatch(openOwn());
    const kept: RoomKept = { ...invitation, device: newToken(), secret: newToken(), name };
    return dispatch(keepNote(ROOM_NOTE, kept));
  };

export const leaveRoom = (): Thunk<Promise<boolean>> => (dispatch) =>
  dispatch(keepNote(ROOM_NOTE, undefined));

/** Opens the line, while this tab may write; closed and opened again whenever the workbook or the room is another. */
export const startRoom =
  (kept: RoomKept): Thunk<Promise<() => void>> =>
  async (dispatch, getState, services) => {
    const key = await readKey(kept.key);
    let listed: readonly string[] = [];
    let members: readonly Member[] = kept.members ?? [];
    const me = { device: kept.device, name: kept.name };
    const hands = new Map(readHands(getState().workbook.notes[HANDS_NOTE], kept.room));
    const keepHands = (): void =>
      void services.store
        ?.note(HANDS_NOTE, { room: kept.room, hands: [...hands] } satisfies z.infer<typeof keptHands>)
        .catch(() => undefined);
    /** Where it is in hand at another device, that is shown; a reload changes nothing in it. */
    const showHand = (name: string): void => {
      const holder = hands.get(name)?.holder;
      const isThere =
        holder !== undefined &&
        holder.device !== kept.device &&
        getState().workbook.notes[name] !== undefined;
      dispatch(held({ key: name, by: isThere ? holder.name : null }));
    };
    for (const name of SHARED) showHand(name);
    const meeting = new Meeting({
      device: kept.device,
      name: kept.name,
      now: () => services.clock.now(),
      ids: idsOf(services),
      factOf: (id) => services.ledger.recorded.get(id),
    });
    const show = (): void => {
      const { devices: shown } = getState().room;
      const known = new Map<string, Peer>(meeting.peers.map((peer) => [peer.device, peer]));
      const all = new Set([...listed, ...known.keys(), ...shown.map(({ device }) => device)]);
      all.delete(kept.device);
      dispatch(
        roomChanged({
          devices: [...all].map((device) => {
            const peer = known.get(device);
            const before = shown.find((one) => one.device === device);
            return {
              device,
              name: peer?.name ?? before?.name ?? 'A device',
              here: listed.includes(device),
              aheadMs: peer?.aheadMs ?? 0,
              other: peer?.other ?? null,
            };
          }),
        }),
      );
    };
    const entry = (): Entry =>
      kept.owner === undefined
        ? {
            type: 'join',
            device: kept.device,
            secret: kept.secret!,
            ...(kept.code ? { code: kept.code } : {}),
          }
        : { type: 'open', device: kept.device, owner: kept.owner, members };
    /** @param all those that are in another's hand, too, as far as they are known here */
    const sayNotes = (all: boolean): void => {
      const { notes } = getState().workbook;
      for (const name of SHARED) {
        const hand = hands.get(name) ?? { count: 1, holder: me };
        if ((notes[name] !== undefined || hands.has(name)) && (all || hand.holder.device === me.device))
          link.say(meeting.tellNote(name, hand, notes[name]));
      }
    };
    const link = linkRoom({ origin: window.location.origin, room: kept.room }, key, entry, {
      state: (state) =>
        dispatch(
          roomChanged({
            status: state.status,
            why: state.status === 'refused' ? state.why : null,
            isOwner: kept.owner !== undefined,
          }),
        ),
      here: (devices, told) => {
        const isNew = devices.some((device) => !listed.includes(device));
        listed = devices;
        if (told && JSON.stringify(told) !== JSON.stringify(members)) {
          members = told;
          void dispatch(keepNote(ROOM_NOTE, { ...kept, members }));
        }
        if (isNew) {
          link.say(meeting.hello());
          sayNotes(true);
        }
        show();
      },
      heard: (raw) => {
        const { say, facts, note, came } = meeting.hear(raw);
        for (const message of say) link.say(message);
        if (came) sayNotes(false);
        if (facts) {
          const from = meeting.peers.find(({ device }) => device === facts.device);
          void dispatch(takeFacts(facts, from?.aheadMs ?? 0));
        }
        if (note && SHARED.has(note.key) && isLaterHand(note, hands.get(note.key))) {
          hands.set(note.key, { count: note.count, holder: note.holder });
          keepHands();
          void dispatch(meetNote(note.key, note.value)).then(() => showHand(note.key));
        }
        show();
      },
    });
    const again = setInterval(() => link.say(meeting.hello()), HELLO_MS);
    const session: RoomSession = {
      tell: (facts) => {
        for (const message of meeting.tell(facts)) link.say(message);
      },
      note: (name, value) => {
        if (!SHARED.has(name)) return;
        const hand = { count: (hands.get(name)?.count ?? 0) + 1, holder: me };
        hands.set(name, hand);
        keepHands();
        link.say(meeting.tellNote(name, hand, value));
        showHand(name);
      },
      invite: async () => {
        const code = newToken();
        link.control({ type: 'invite', proof: await proofOf(code) });
        return `/join#${kept.room}.${code}.${kept.key}`;
      },
      door: (device) => link.control({ type: 'door', device }),
      close: () => {
        clearInterval(again);
        link.say({ type: 'bye', device: kept.device });
        link.close();
        if (services.room === session) services.room = null;
        dispatch(roomLeft());
      },
    };
    services.room = session;
    return session.close;
  };

/** In whose hand what was begun is, in this room. */
const keptHands = z.object({
  room: z.string(),
  hands: z.array(
    z.tuple([
      z.string(),
      z.object({ count: z.int(), holder: z.object({ device: z.string(), name: z.string() }) }),
    ]),
  ),
});

function readHands(note: unknown, room: string): readonly (readonly [string, Hand])[] {
  const kept = keptHands.safeParse(note);
  return kept.success && kept.data.room === room ? kept.data.hands : [];
}

/** Facts from another device are read as those of a file are: what is not sound is not taken. */
const takeFacts =
  ({ device, facts: raw, format }: NonNullable<Effects['facts']>, aheadMs: number): Thunk<Promise<void>> =>
  async (dispatch, _getState, services) => {
    const read = parseWorkbook(
      JSON.stringify({
        format: 'hiraeth-workbook',
        version: format,
        exported: new Date(services.clock.now()).toISOString(),
        facts: raw,
      }),
    );
    if (!read.ok) return;
    const fresh = read.value.facts.filter(({ id }) => !services.ledger.recorded.has(id));
    if (fresh.length === 0) return;
    const done = await dispatch(meetFacts(fresh));
    if (!done.ok) return;
    dispatch(receivedMore(fresh.length));
    // What a thing is, and what is taken back, holds whenever it was said.
    const timed = fresh.filter(({ kind }) => kind !== 'defined' && kind !== 'voided');
    if (Math.abs(aheadMs) > CLOCK_SLACK_MS && timed.length > 0)
      dispatch(cameOffClock({ device, ids: timed.map(({ id }) => id) }));
  };

/** Ids in order, sorted anew only when there are more. */
function idsOf(services: Services): () => readonly string[] {
  let ids: readonly string[] = [];
  let of: unknown = null;
  return () => {
    const { recorded } = services.ledger;
    if (of !== recorded || ids.length !== recorded.size) {
      of = recorded;
      ids = recorded
        .values()
        .map(({ id }) => id)
        .sort();
    }
    return ids;
  };
}
