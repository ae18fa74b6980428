import { isOffAlike, type SetMass } from '@hiraeth/core/advice';
import { putBack, seeLevel, weighCartridge } from '@hiraeth/core/acts';
import {
  hasScale,
  inkByWeight,
  levelSeenAt,
  massOff,
  massRange,
  readTypedMass,
  type LogSnapshot,
  type MassReading,
} from '@hiraeth/core/ledger';
import { formatUncertain } from '@hiraeth/core/quantity';
import { HOUR_MS } from '@hiraeth/core/time';
import { explain, massOffWords } from '@hiraeth/core/words';
import { useCallback, useEffect, useMemo, useRef, useState, type RefObject } from 'react';
import { useScaleTarget } from '../../devices/useScale';
import { readTyped } from '../../parts/fields';
import { usePrinter } from '../../parts/PrinterPick';
import { useGaugeEntry } from '../../parts/useGaugeEntry';
import { useAct, useLedger, useNow } from '../../state/hooks';
import { useUnfinished, type Unfinished } from '../../state/unfinished';
import type { Row, Taken } from './Afterwards';
import { rowsOf } from './rows';

/** A sitting: what was weighed longer ago belongs to another one. */
const SITTING_MS = 2 * HOUR_MS;
/** Entries that a sitting may have brought beside its weights. */
const MOST_IN_A_SITTING = 1000;

/** What was weighed in this sitting, as far as it still stands in the log. */
function takenBefore(
  kept: Unfinished['weigh-in'] | null,
  ledger: LogSnapshot,
  now: string,
): ReadonlyMap<string, Taken> {
  if (!kept || Date.parse(now) - Date.parse(kept.at) > SITTING_MS) return new Map();
  const stands = new Set(ledger.facts.slice(-MOST_IN_A_SITTING).map(({ id }) => id));
  return new Map(kept.taken.filter(([, { factId }]) => stands.has(factId)));
}

/** Of the set those that are far from what was foretold. */
const farOf = (taken: ReadonlyMap<string, Taken>): readonly SetMass[] =>
  [...taken].flatMap(([cartridgeId, { tone, expected, reading }]) =>
    tone === 'warn' && expected ? [{ cartridgeId, expected, found: reading.massG }] : [],
  );

/** What was taken in this sitting: it survives leaving the page, for a set is weighed in one sitting, not always on one sheet. */
function useSitting(ledger: LogSnapshot, now: string) {
  const [kept, keep] = useUnfinished('weigh-in');
  const [taken, setTaken] = useState<ReadonlyMap<string, Taken>>(() => takenBefore(kept, ledger, now));
  // A column that is pasted goes on before the page is shown anew.
  const latest = useRef(taken);
  useEffect(() => {
    latest.current = taken;
  }, [taken]);
  useEffect(() => {
    if (taken.size > 0) void keep({ at: now, taken: [...taken] });
    // Kept as it was when something was weighed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [taken, keep]);
  return { taken, setTaken, latest };
}

/** The first field has the focus; the one after a field gets it when that is done. */
function useFieldsInTurn(form: RefObject<HTMLElement | null>): (id: string) => void {
  useEffect(() => {
    // Whoever already types somewhere, as at the foot of the page, is not taken from it.
    if (document.activeElement instanceof HTMLInputElement) return;
    form.current?.querySelector<HTMLInputElement>('input[data-mass]:not(:disabled)')?.focus();
  }, [form]);
  return (id) => {
    const fields = [...(form.current?.querySelectorAll<HTMLInputElement>('input[data-mass]') ?? [])];
    const at = fields.findIndex((field) => field.dataset.mass === id);
    (fields.slice(at + 1).find((field) => !field.disabled) ?? fields[at])?.focus();
  };
}

/** Records one weight of the set, and what it says against what was foretold before it. */
function useWeighing(
  latest: RefObject<ReadonlyMap<string, Taken>>,
  setTaken: (taken: ReadonlyMap<string, Taken>) => void,
): (row: Row, reading: MassReading) => Promise<boolean> {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  return useCallback(
    async (row: Row, reading: MassReading): Promise<boolean> => {
      const { massG } = reading;
      const { body } = row.cartridge;
      // Against what was foretold before it: afterwards the log agrees with the scale.
      const off = massOff(ledger, body.cartridge.id, massG, now);
      const mass = off && { cartridgeId: row.id, expected: off.expectedG, found: massG };
      const alike = mass !== null && off!.far && isOffAlike(mass, farOf(latest.current));
      const saved = await act(weighCartridge(body.cartridge.id, reading, alike));
      if (!saved) return false;
      const ink = inkByWeight(ledger, body.cartridge.id, massG, now);
      latest.current = new Map(latest.current).set(row.id, {
        factId: saved[0]!.id,
        reading,
        expected: off?.expectedG ?? null,
        density: row.cartridge.density.value,
        tone: off?.far ? 'warn' : '',
        words: ink ? `${formatUncertain(ink, 'ml')}${off === null ? '' : `, ${massOffWords(off)}`}` : '',
      });
      setTaken(latest.current);
      return true;
    },
    [ledger, now, act, latest, setTaken],
  );
}

/**
 * A printer's set on the scale: what was taken so far, and what a number, a pasted column or a gauge's figure does.
 *
 * @param form where its fields stand
 */
export function useWeighIn(form: RefObject<HTMLElement | null>) {
  const ledger = useLedger();
  const [byWeight, setByWeight] = useState(false);
  /** Without a scale it is asked how full each looks, unless somebody weighs all the same. */
  const isLooked = !byWeight && !hasScale(ledger);
  const now = useNow();
  const act = useAct();
  const printer = usePrinter();
  const enterGauge = useGaugeEntry(printer?.id ?? '');
  const { taken, setTaken, latest } = useSitting(ledger, now);
  const [errors, setErrors] = useState<ReadonlyMap<string, string>>(new Map());
  const [back, setBack] = useState(false);
  const [shelf, setShelf] = useState(false);
  const rows = printer ? rowsOf(ledger, printer, now, shelf) : [];
  /** Weighed in this sitting, or looked at: a level stands in the log, and is asked of it. */
  const isDone = ({ id }: Row): boolean => {
    const seen = isLooked ? levelSeenAt(ledger, id) : null;
    return taken.has(id) || (seen !== null && Date.parse(now) - Date.parse(seen) <= SITTING_MS);
  };
  const next = rows.find((row) => !isDone(row));
  const done = rows.filter(isDone).length;
  const seated = rows.filter((row) => row.slot !== null);

  const focusNext = useFieldsInTurn(form);
  const weigh = useWeighing(latest, setTaken);
  useScaleTarget(
    useMemo(
      () =>
        next && !isLooked
          ? {
              label: `${next.name}, weigh-in`,
              range: massRange(next.cartridge.body),
              onTake: (reading: MassReading) => void weigh(next, reading),
            }
          : null,
      [next, weigh, isLooked],
    ),
  );
  const say = (row: Row, words: string): void => setErrors((old) => new Map(old).set(row.id, words));
  const enter = async (row: Row, text: string): Promise<boolean> => {
    const read = readTypedMass(ledger, text);
    say(row, read.ok ? '' : explain(read.problem));
    if (!read.ok || !(await weigh(row, read.value))) return false;
    focusNext(row.id);
    return true;
  };
  const look = async (row: Row, text: string): Promise<void> => {
    const { value, error } = readTyped(text, 'percent');
    const isShare = value !== null && value >= 0 && value <= 100;
    say(row, isShare ? '' : (error ?? 'Enter how full it looks, from 0 to 100 %.'));
    if (isShare && (await act(seeLevel(row.id, value / 100)))) focusNext(row.id);
  };
  /** A column of masses, from this row downwards; it stops at the first that cannot be taken. */
  const paste = async (from: Row, lines: readonly string[]): Promise<void> => {
    const at = rows.indexOf(from);
    for (const [i, line] of lines.entries()) {
      const row = rows[at + i];
      if (!row) return;
      if (line.trim() !== '' && !(await enter(row, line))) return;
    }
  };
  const readGauge = async (row: Row, text: string): Promise<void> => {
    if (row.slot && text.trim() !== '') say(row, (await enterGauge(row.slot, text)) ?? '');
  };
  const allBack = async (): Promise<void> => {
    if (!printer) return;
    const into = seated.filter(isDone).map((row) => ({ slotId: row.slot!.id, cartridgeId: row.id }));
    const saved = await act(putBack(printer.id, into));
    if (saved) setBack(true);
  };
  const beginAnew = (): void => {
    setTaken(new Map());
    setErrors(new Map());
    setBack(false);
  };
  const correct = (change: ReadonlyMap<string, Taken>): void =>
    setTaken((old) => new Map([...old, ...change]));
  return {
    ledger,
    now,
    isLooked,
    weighAll: () => setByWeight(true),
    printer,
    rows,
    next,
    done,
    isOpen: seated.some(isDone) && !back,
    taken,
    errors,
    back,
    shelf,
    setShelf,
    enter,
    look,
    paste,
    readGauge,
    allBack,
    beginAnew,
    correct,
  };
}
export type WeighingIn = ReturnType<typeof useWeighIn>;
