import { createContext, useContext } from 'react';
import { Ledger, type Book } from '@hiraeth/core/ledger';
import { makeNewId, makeStamp, type Clock, type Fact, type FactDraft } from '@hiraeth/core/workbook';
import type { PolicyInput, PolicyResult } from '@hiraeth/core/plan';
import type { Shelf, Tabs, WorkbookStore } from '../storage';
import type { RoomSession } from './room';
import { makeBreathe } from './makeBreathe';
import type { MeasurePicture } from '../workers/measurePictureAside';
import type { ReadJobsFile } from '../workers/readJobsAside';
import type { ReadWorkbook } from '../workers/readWorkbookAside';

/** Which workbook: the demo, or one of one's own by its place on the shelf; the first of them is `own`. */
export type Which = string;
export const DEMO: Which = 'demo';

/** What a thunk may reach besides the state: clock, chance, storage, and the open workbook's ledger. */
export interface Services {
  readonly clock: Clock;
  readonly stamp: (drafts: readonly FactDraft[]) => Fact[];
  /** An id for a new definition, with its kind in front so that a file can be read. */
  readonly newId: (kind: string) => string;
  readonly openStore: (which: Which, onBlocked?: () => void) => Promise<WorkbookStore>;
  /** Which workbooks there are. */
  readonly shelf: Shelf;
  readonly makeDemo: (at: string) => Promise<Fact[]>;
  /** Tries every policy; ends early by its signal, fails when it cannot be done. */
  readonly simulate: (
    input: Omit<PolicyInput, 'random'>,
    onProgress: (share: number) => void,
    signal: AbortSignal,
  ) => Promise<PolicyResult[]>;
  /** Reads a file of jobs; tells its progress, ends early by its signal. */
  readonly readJobs: ReadJobsFile;
  /** Reads a workbook file; tells its progress, ends early by its signal. */
  readonly readWorkbook: ReadWorkbook;
  /** Measures what a picture asks of each channel. */
  readonly measurePicture: MeasurePicture;
  ledger: Ledger;
  /** What the browser had stored, as it was read: to be exported when nothing else goes. */
  rescued: readonly Fact[];
  /** Lets the page draw and answer between two slices of long work. */
  readonly breathe: () => Promise<void>;
  store: WorkbookStore | null;
  tabs: Tabs | null;
  /** The line to other devices of the room. */
  room: RoomSession | null;
  /** Puts a newer version of the program in place, once there is one. */
  takeUpdate: (() => void) | null;
  /** Which program this is: what another one kept is not taken. */
  readonly build: string;
  /** The state that was kept last, to be shown at the next opening. */
  keptOf: Book['state'] | null;
  /** Does something once nothing else was asked for a while. */
  readonly later: (work: () => void) => void;
  /** Resolves when the whole log is at hand, or could not be had. */
  opening: Promise<void>;
  /** Writes happen one after the other. */
  queue: Promise<unknown>;
}

export function makeServices(
  parts: Pick<
    Services,
    'clock' | 'openStore' | 'shelf' | 'makeDemo' | 'simulate' | 'readJobs' | 'readWorkbook' | 'measurePicture'
  > & {
    random: () => number;
    build?: string;
  },
): Services {
  const services: Services = {
    ...parts,
    stamp: makeStamp(parts.clock, parts.random, () => services.ledger.recorded.greatest),
    newId: makeNewId(parts.clock, parts.random),
    ledger: new Ledger(),
    rescued: [],
    takeUpdate: null,
    build: parts.build ?? 'test',
    keptOf: null,
    later: makeLater(),
    opening: Promise.resolve(),
    breathe: makeBreathe(),
    store: null,
    tabs: null,
    room: null,
    queue: Promise.resolve(),
  };
  return services;
}

/** Long enough that a page that was just opened or written to has settled, ms. */
const LATER_MS = 2500;

function makeLater(): Services['later'] {
  let timer: ReturnType<typeof setTimeout> | undefined;
  return (work) => {
    clearTimeout(timer);
    timer = setTimeout(work, LATER_MS);
  };
}

export const ServicesContext = createContext<Services | null>(null);

export function useServices(): Services {
  const services = useContext(ServicesContext);
  if (!services) throw new Error('No services above this component.');
  return services;
}
