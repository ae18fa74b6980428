import { useEffect } from 'react';
import { printersInUse } from '@hiraeth/core/ledger';
import { changedReadings } from '@hiraeth/core/ipp';
import { useServices } from './services';
import { useAppDispatch, useAppSelector } from './store';
import { record } from './thunks';
import { isWritten } from './workbookSlice';
import { askBridge } from '../devices/askBridge';

/** Polite: once a minute, and only while someone looks. */
const EVERY_MS = 60_000;

/** Lets connected printers' gauge readings enter themselves; only what changed is written. */
export function usePrinterPolling(): void {
  const services = useServices();
  const dispatch = useAppDispatch();
  const ready = useAppSelector(({ workbook }) => isWritten(workbook));
  useEffect(() => {
    if (!ready) return;
    let busy = false;
    const poll = async (): Promise<void> => {
      if (busy || document.visibilityState !== 'visible') return;
      busy = true;
      try {
        for (const printer of printersInUse(services.ledger)) {
          if (!printer.bridge) continue;
          const answer = await askBridge(printer.bridge.printerId);
          if (!answer.ok) continue;
          const drafts = changedReadings(services.ledger, printer.id, printer.bridge.markers, answer.markers);
          if (drafts.length > 0) await dispatch(record(drafts));
        }
      } finally {
        busy = false;
      }
    };
    void poll();
    const timer = setInterval(() => void poll(), EVERY_MS);
    return () => clearInterval(timer);
  }, [ready, services, dispatch]);
}
