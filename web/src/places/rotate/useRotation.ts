import { rotate } from '@hiraeth/core/acts';
import { useState } from 'react';
import { readMass, type LogSnapshot, type MassReading } from '@hiraeth/core/ledger';
import type { Rotation } from '@hiraeth/core/plan';
import type { Printer } from '@hiraeth/core/workbook';
import { readTyped } from '../../parts/fields';
import { useAct, useLedger } from '../../state/hooks';
import { useServices } from '../../state/services';
import { useUnfinished, type Unfinished } from '../../state/unfinished';

export type Under = NonNullable<Unfinished['rotation']['under']>;
const NOT_BEGUN: Unfinished['rotation'] = { under: null, leftOut: [] };

/** One set for the other: which go in, how far one has come, and what is written when it is closed. */
export function useRotation(printer: Printer, rotation: Rotation) {
  const ledger = useLedger();
  const act = useAct();
  const { clock } = useServices();
  const [kept, put] = useUnfinished('rotation');
  // What is typed is shown at once, and kept as soon as it can be.
  const [{ under, leftOut }, setBegun] = useState(kept ?? NOT_BEGUN);
  const begin = (next: Unfinished['rotation'] | null): void => {
    setBegun(next ?? NOT_BEGUN);
    void put(next);
  };
  const [cameOut, setCameOut] = useState<readonly string[]>([]);
  const keep = (next: Under | null): void => begin({ under: next, leftOut });
  const leaveOut = (slotIds: readonly string[]): void => begin({ under, leftOut: slotIds });
  const going = rotation.pairs.filter(({ into, slot }) => into !== null && !leftOut.includes(slot.id));
  const mine = under?.printerId === printer.id ? under : null;
  const stopped = going.filter(({ problems }) => problems.length > 0);
  const done = mine ? going.filter(({ slot }) => mine.swapped.includes(slot.id)) : [];
  const next = mine ? going.find(({ slot }) => !mine.swapped.includes(slot.id)) : going[0];
  const unread = Object.values(mine?.masses ?? {}).some((text) => readTyped(text, 'mass').error !== null);
  const finish = async (): Promise<void> => {
    if (!mine) return;
    const saved = await act(
      rotate(
        printer.id,
        done.map(({ slot, out, into }) => ({
          slotId: slot.id,
          outId: out?.body.cartridge.id ?? null,
          inId: into!.body.cartridge.id,
        })),
        massesOf(ledger, mine.masses),
      ),
    );
    if (!saved) return;
    setCameOut(done.flatMap(({ out }) => out?.body.cartridge.id ?? []));
    // Left out this time, not for ever.
    begin(null);
  };
  return {
    going,
    mine,
    stopped,
    done,
    next,
    unread,
    leftOut,
    cameOut,
    start: () => keep({ printerId: printer.id, startedAt: clock.now(), swapped: [], masses: {} }),
    giveUp: () => keep(null),
    finish,
    leaveOut: (slotId: string, out: boolean) =>
      leaveOut(out ? [...leftOut, slotId] : leftOut.filter((id) => id !== slotId)),
    weigh: (id: string, text: string) => mine && keep({ ...mine, masses: { ...mine.masses, [id]: text } }),
    swap: (slotId: string) => mine && keep({ ...mine, swapped: [...mine.swapped, slotId] }),
  };
}

/** What was weighed on the way; an empty field was not. */
const massesOf = (ledger: LogSnapshot, masses: Under['masses']): ReadonlyMap<string, MassReading> =>
  new Map(
    Object.entries(masses).flatMap(([id, text]) => {
      const { value } = readTyped(text, 'mass');
      return value === null ? [] : [[id, readMass(ledger, value)] as const];
    }),
  );
