import { createContext, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { LABEL_START, readLabelCode, type Scanned } from '@hiraeth/core/ledger';
import { unknownCodeWords } from '@hiraeth/core/words';
import { useLedger } from '../../state/hooks';
import { useAppDispatch } from '../../state/store';
import { noticed } from '../../state/workbookSlice';

type Known = Extract<Scanned, { known: true }>;
interface Scans {
  /** What was scanned last, for the scale's rail. */
  readonly cartridgeId: string | null;
  /** A code, whoever read it. */
  readonly take: (text: string) => void;
  /** While somebody compares labels, codes go there. */
  readonly claim: (taker: ((found: Known) => void) | null) => void;
}

const ScanContext = createContext<Scans>({
  cartridgeId: null,
  take: () => undefined,
  claim: () => undefined,
});

/** Keys of a scanner follow each other faster than anybody types, ms. */
const BURST_MS = 80;

/**
 * Labels scanned anywhere: by a scanner that types, or by the camera. A cartridge's opens its page and lies on the scale; a step
 * that compares labels takes them first.
 */
export function ScanProvider({ children }: { readonly children: ReactNode }) {
  const ledger = useLedger();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const [cartridgeId, setCartridge] = useState<string | null>(null);
  const taker = useRef<((found: Known) => void) | null>(null);
  const take = (text: string): void => {
    const found = readLabelCode(ledger, text);
    if (!found.known) return void dispatch(noticed({ text: unknownCodeWords(found), tone: 'bad', undo: [] }));
    if (taker.current) return taker.current(found);
    if (found.what === 'cartridge') {
      setCartridge(found.id);
      void navigate(`/cartridge/${encodeURIComponent(found.id)}`);
    } else if (found.what === 'bottle') void navigate('/inks');
    else dispatch(noticed({ text: `Paper: ${found.name}.`, tone: 'fine', undo: [] }));
  };
  const latest = useRef(take);
  useEffect(() => {
    latest.current = take;
  });
  useEffect(() => {
    let typed: string | null = null;
    let last = 0;
    const onKey = (event: KeyboardEvent): void => {
      const fast = event.timeStamp - last < BURST_MS;
      last = event.timeStamp;
      if (event.key === LABEL_START && !event.ctrlKey && !event.metaKey) {
        typed = LABEL_START;
        return;
      }
      if (typed === null || event.key === 'Shift' || event.key === 'AltGraph') return;
      if (!fast) {
        typed = null;
        return;
      }
      if (event.key === 'Enter') {
        const text = typed;
        typed = null;
        if (text.length < 3) return;
        event.preventDefault();
        event.stopPropagation();
        eraseStart(event.target);
        return latest.current(text);
      }
      if (event.key.length !== 1) return;
      typed += event.key;
      // Its letters are no shortcuts, nor do they belong into the field that happens to have the focus.
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, []);
  const scans = useMemo<Scans>(
    () => ({
      cartridgeId,
      take: (text) => latest.current(text),
      claim: (next) => {
        taker.current = next;
      },
    }),
    [cartridgeId],
  );
  return <ScanContext value={scans}>{children}</ScanContext>;
}

/** The code's first key went into the field before it was known for a code. */
function eraseStart(target: EventTarget | null): void {
  if (!(target instanceof HTMLInputElement) || !target.value.endsWith(LABEL_START)) return;
  // Past React's own bookkeeping, so that it hears of the change.
  const own = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!;
  Reflect.apply(own.set!.bind(target), target, [target.value.slice(0, -LABEL_START.length)]);
  target.dispatchEvent(new Event('input', { bubbles: true }));
}

export const useScans = (): Scans => useContext(ScanContext);

/** While this component stands, scanned labels come here. */
export function useScanTaker(onScan: (found: Known) => void): void {
  const { claim } = useScans();
  const latest = useRef(onScan);
  useEffect(() => {
    latest.current = onScan;
  });
  useEffect(() => {
    claim((found) => latest.current(found));
    return () => claim(null);
  }, [claim]);
}
