import type { Bottle, Cartridge, CartridgeType, Entity, Ink, Method, Printer } from '@hiraeth/core/workbook';

/** Log-standard deviation of what pictures of one kind take, half of its variance shared by all channels. */
export const JOB_SCATTER = 0.25;

/** What nature really does in a simulated print room; the workbook only sees scales, gauges and people. */
export interface PrinterScenario {
  readonly printer: Printer;
  readonly types: readonly CartridgeType[];
  /** In slot order within each set. */
  readonly sets: readonly (readonly Cartridge[])[];
  readonly inks: readonly Ink[];
  readonly bottle: Pick<Bottle, 'volumeMl' | 'priceMinor'>;
  readonly method: Method;
  /** True ml/dm² for each slot, by subject. */
  readonly trueUse: Readonly<Record<string, readonly number[]>>;
  /** True ml per channel. */
  readonly trueDraws: {
    readonly change: number;
    readonly light: number;
    readonly deep: number;
    readonly idleDay: number;
  };
  /** True use over what the chip counts. */
  readonly trueK: number;
  readonly jobsPerWeek: number;
  readonly sizes: readonly { readonly widthMm: number; readonly heightMm: number; readonly weight: number }[];
  readonly weighInEveryDays: number;
  /** Slots whose gauge is switched off. */
  readonly gaugeOffSlots: readonly string[];
  /** Own empty masses were weighed for this share of cartridges. */
  readonly weighedEmpty: number;
  readonly paperIds: readonly string[];
  /** Are larger jobs numbered editions? */
  readonly editions: boolean;
  readonly titles: Readonly<Record<string, readonly string[]>>;
}

export interface StudioScenario {
  readonly entities: readonly Entity[];
  readonly scaleId: string;
  readonly printers: readonly PrinterScenario[];
  readonly subjects: readonly string[];
  readonly kit: readonly {
    readonly what: 'kit' | 'chips' | 'consumables';
    readonly name: string;
    readonly priceMinor: number;
    readonly day: number;
    /** Pieces, where it is used up piece by piece. */
    readonly count?: number;
  }[];
  readonly faults: {
    readonly forgottenWeighInDay: number;
    readonly leak: { readonly cartridgeId: string; readonly fill: number; readonly ml: number };
    readonly overfill: { readonly cartridgeId: string; readonly overMl: number };
    readonly resetWithoutTopUp: { readonly cartridgeId: string; readonly afterDay: number };
    readonly mixture: {
      readonly cartridgeId: string;
      readonly inkId: string;
      readonly ml: number;
      readonly afterDay: number;
    };
    /** A week of prints that nobody wrote down, and a month in which nothing was printed. */
    readonly notLogged?: { readonly printerId: string; readonly fromDay: number; readonly days: number };
    readonly idle?: { readonly printerId: string; readonly fromDay: number; readonly days: number };
  } | null;
  /** A bottle is poured from as long as it holds a whole fill, not only until it is low. */
  readonly emptiesBottles?: boolean;
  /** From that day on the printer draws so many times as much from all channels: a serviced head, another setting. */
  readonly gainChange?: { readonly printerId: string; readonly fromDay: number; readonly factor: number };
}

export interface Truth {
  /** ml really inside each cartridge at the end. */
  readonly inkMl: Readonly<Record<string, number>>;
  /** Real use between consecutive weighings, for judging predictions. */
  readonly intervals: readonly {
    readonly cartridgeId: string;
    readonly slotId: string;
    readonly at: string;
    readonly usedMl: number;
  }[];
  /** ml really drawn from each printer's channels, by slot; and its price at the bottle. */
  readonly drawnMl: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** Of it by subject, all channels of a printer together. */
  readonly bySubjectMl: Readonly<Record<string, Readonly<Record<string, number>>>>;
  /** Lost by hand, by printer: primed, binned, drawn out, leaked. */
  readonly lostMl: Readonly<Record<string, number>>;
  readonly printedMl: Readonly<Record<string, number>>;
  readonly ranDry: readonly string[];
  /** By printer, then day: what is in each slot's cartridge as the day begins, and what it draws besides changes, ml. */
  readonly days: Readonly<Record<string, readonly TrueDay[]>>;
}

export interface TrueDay {
  readonly at: string;
  readonly inkMl: readonly number[];
  readonly usedMl: readonly number[];
  /** What changes of cartridges drew besides, ml. */
  readonly changedMl: readonly number[];
  /** Printed on it, dm². */
  readonly areaDm2: number;
}
