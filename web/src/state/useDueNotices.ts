import { useEffect } from 'react';
import { dueItems } from '@hiraeth/core/due';
import { dueWords } from '@hiraeth/core/words';
import { useHour, useLedger } from './hooks';
import { remember } from './remember';
import { useAppSelector } from './store';

const KEY = 'hiraeth-notices';

/** Are notices wanted in this browser, and does it allow them? */
export const noticesOn = (): boolean =>
  typeof Notification !== 'undefined' && Notification.permission === 'granted' && Boolean(remember.get(KEY));

/**
 * Turns notices on or off.
 *
 * @returns whether they are on now: the browser may refuse
 */
export async function setNotices(on: boolean): Promise<boolean> {
  if (!on) {
    remember.set(KEY, '');
    return false;
  }
  if (typeof Notification === 'undefined' || (await Notification.requestPermission()) !== 'granted')
    return false;
  remember.set(KEY, '[]');
  return true;
}

/** Says once what has become due, while the app is open somewhere in this browser. */
export function useDueNotices(): void {
  const ledger = useLedger();
  const at = useHour();
  const whole = useAppSelector((state) => state.workbook.whole);
  useEffect(() => {
    if (!whole || !noticesOn()) return;
    const told = toldOf();
    const due = dueItems(ledger, at, 0).filter(({ snoozedUntil }) => snoozedUntil === null);
    for (const item of due) {
      if (told.has(item.id)) continue;
      const { what, why } = dueWords(item);
      try {
        new Notification(what, { body: why, tag: item.id });
      } catch {
        // Some browsers allow them only from a service worker: the list on Plan says the same.
        return;
      }
    }
    // What is no longer due may be told again when it comes back.
    remember.set(KEY, JSON.stringify(due.map(({ id }) => id)));
  }, [ledger, at, whole]);
}

function toldOf(): ReadonlySet<string> {
  try {
    const kept: unknown = JSON.parse(remember.get(KEY) || '[]');
    return new Set(Array.isArray(kept) ? kept.map(String) : []);
  } catch {
    return new Set();
  }
}
