import { createContext, useContext } from 'react';
import { Ledger, makeStamp, type Clock, type FactDraft, type Fact } from '@hiraeth/core';
import type { Tabs, WorkbookStore } from '../storage';

export type Which = 'own' | 'demo';

/** What a thunk may reach besides the state: clock, chance, storage, and the open workbook's ledger. */
export interface Services {
  readonly clock: Clock;
  readonly stamp: (drafts: readonly FactDraft[]) => Fact[];
  readonly openStore: (which: Which) => Promise<WorkbookStore>;
  readonly makeDemo: (at: string) => Promise<Fact[]>;
  ledger: Ledger;
  store: WorkbookStore | null;
  tabs: Tabs | null;
  /** Writes happen one after the other. */
  queue: Promise<unknown>;
}

export function makeServices(
  parts: Pick<Services, 'clock' | 'openStore' | 'makeDemo'> & { random: () => number },
): Services {
  return {
    ...parts,
    stamp: makeStamp(parts.clock, parts.random),
    ledger: new Ledger(),
    store: null,
    tabs: null,
    queue: Promise.resolve(),
  };
}

export const ServicesContext = createContext<Services | null>(null);

export function useServices(): Services {
  const services = useContext(ServicesContext);
  if (!services) throw new Error('No services above this component.');
  return services;
}
