import { weighCartridge } from '@hiraeth/core/acts';
import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import {
  all,
  bodyOf,
  find,
  inkByWeight,
  isBelowEmpty,
  readMass,
  readTypedMass,
  type LogSnapshot,
  type MassReading,
} from '@hiraeth/core/ledger';
import { formatUncertain, type Uncertain } from '@hiraeth/core/quantity';
import { explain } from '@hiraeth/core/words';
import { useScale } from '../../devices/useScale';
import { useAct, useLedger, useNow } from '../../state/hooks';
import { isPlainKey } from '../isPlainKey';
import { useScans } from '../scan/useScans';
import { useTypedWeight } from '../useTypedWeight';
import { useTakenByItself } from './useTakenByItself';

/** The cartridge that a weight is taken for where nothing asked for one: what was scanned, until another is chosen. */
function useChosen() {
  const { context, state } = useLedger();
  const [cartridgeId, setCartridgeId] = useState('');
  const scanned = useScans().cartridgeId;
  const [seen, setSeen] = useState<string | null>(null);
  // What was scanned lies on the scale, until another is chosen.
  if (scanned !== seen) {
    setSeen(scanned);
    if (scanned !== null) setCartridgeId(scanned);
  }
  const cartridges = all(context, 'cartridge').filter(
    (cartridge) => !state.cartridges.get(cartridge.id)?.retired,
  );
  const chosen = find(context, 'cartridge', cartridgeId);
  return { cartridges, chosen, setCartridgeId };
}

/** One key opens the field, wherever one is. */
function useKeyW(open: () => void): void {
  const latest = useRef(open);
  useEffect(() => {
    latest.current = open;
  }, [open]);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'w' && isPlainKey(event)) {
        event.preventDefault();
        latest.current();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

/** What a weight would come to inside that cartridge. */
function insideWords(ledger: LogSnapshot, cartridgeId: string, massG: Uncertain, now: string): string | null {
  const body = bodyOf(ledger.context, cartridgeId);
  if (!body)
    return 'Its type is not in the workbook: the weight is kept, and says how much ink it is as soon as the type is there.';
  if (isBelowEmpty(body, massG)) return `lighter than it is empty (${body.emptyG.value.toFixed(2)} g)`;
  const ink = inkByWeight(ledger, cartridgeId, massG, now);
  return ink && `= ${formatUncertain({ value: Math.max(0, ink.value), u: ink.u }, 'ml')} of ink`;
}

/**
 * The scale at the foot: what was typed or stands on it, what it is taken for, and what it would come to.
 *
 * @param quiet put away until a weight is asked for or typed
 */
export function useRail(quiet: boolean) {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const { hub, state, target } = useScale();
  const [text, setText] = useState('');
  const [opened, setOpened] = useState(false);
  // What is wrong with the scale is never put away.
  const open = !quiet || opened || target !== null || text !== '' || state.trouble !== null;
  const [error, setError] = useState<string | null>(null);
  const field = useRef<HTMLInputElement>(null);
  useTypedWeight(field, (typed) => {
    flushSync(() => {
      setText(typed);
      setError(null);
    });
    // It was put away: the keys that follow go into it.
    if (!open) field.current?.focus();
  });
  const { cartridges, chosen, setCartridgeId } = useChosen();
  /** It is there to be typed into before it is; asked for a weight it is there already, and goes with the question. */
  const openField = (): void => {
    if (!field.current) flushSync(() => setOpened(true));
    field.current?.focus();
  };
  useKeyW(openField);
  const live = state.source !== 'typed';
  const take = async (): Promise<void> => {
    if (text.trim() !== '' || !live) {
      const read = readTypedMass(ledger, text, target?.scaleId);
      if (!read.ok) return setError(explain(read.problem));
      await accept(read.value);
    } else if (state.settledG === null) setError('Wait until the weight stands still, then take it.');
    else await accept(readMass(ledger, state.settledG, target?.scaleId));
  };
  const accept = async (reading: MassReading): Promise<void> => {
    setError(null);
    if (target) {
      setText('');
      return target.onTake(reading);
    }
    if (!chosen) return setError('Choose the cartridge that lies on the scale.');
    const saved = await act(weighCartridge(chosen.id, reading));
    if (saved) setText('');
  };

  const own = useTakenByItself(text !== '', (grams) => void accept(readMass(ledger, grams, target?.scaleId)));

  const preview = (): string | null => {
    const typed = readTypedMass(ledger, text);
    const massG = typed.ok
      ? typed.value.massG
      : live && state.settledG !== null
        ? readMass(ledger, state.settledG).massG
        : null;
    return massG === null || target || !chosen ? null : insideWords(ledger, chosen.id, massG, now);
  };
  return {
    scale: { hub, state, target, live },
    field,
    text,
    type: (text: string) => {
      setText(text);
      setError(null);
    },
    error,
    forget: () => setError(null),
    cartridges,
    cartridgeId: chosen?.id ?? '',
    setCartridgeId,
    take,
    own,
    preview,
    open,
    openField,
    putAway: () => {
      setOpened(false);
      setText('');
      setError(null);
    },
  };
}
