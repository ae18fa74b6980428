import type {
  Cartridge,
  ChipStrategy,
  Closure,
  Construction,
  InkClass,
  Port,
  Printer,
  Variant,
} from '../../workbook';

/** What is in a slot's cartridge as the workbook begins. */
export type Now = 'original' | 'partUsed' | 'declaredEmpty' | 'ranOut' | 'refilled' | 'wet' | 'fluid' | 'dry';

/** A kind of cartridge as it was described. */
export interface BodyInput {
  readonly construction: Construction;
  readonly variant: Variant | 'own';
  /** Corrected or measured masses, g and ml; null where the preset stands. */
  readonly emptyG: number | null;
  readonly fullG: number | null;
  readonly maxG: number | null;
  readonly capacityMl: number | null;
  readonly boxMm: readonly [number, number, number] | null;
  /** How ink gets in, and what closes a hole that is made; absent: as its kind usually has. */
  readonly port?: Port | null;
  readonly closure?: Closure | null;
}

export interface Channel {
  /** More than one: they share a body, a chamber for each. */
  readonly shades: readonly string[];
  readonly inkClass: InkClass;
  /** Which of the bodies. */
  readonly body: number;
  /** What is in it as the workbook begins. */
  readonly initial: Cartridge['initial'];
  /** The same as it was told, and how full it looked where that was said, 0 to 1. */
  readonly now?: Now;
  readonly level?: number | null;
  readonly chipIsOriginal: boolean;
  readonly original: {
    readonly priceMinor: number;
    readonly nominalMl: number;
    readonly usableMl: number;
  } | null;
}

export interface SetUpInput {
  readonly name: string;
  readonly feed: Printer['feed'];
  readonly channels: readonly Channel[];
  readonly blacksShareLine?: boolean;
  /** At least one. */
  readonly bodies: readonly BodyInput[];
  readonly sets: number;
  /** Originals print on; a new, dry set of refillables waits on the shelf. */
  readonly waiting?: boolean;
  readonly chip: ChipStrategy;
  readonly chipOff?: 'already' | 'planned';
  readonly chipMl: number | null;
  /** How it shows a level, and whether that can be switched off; null: as most do. */
  readonly gauge: Pick<Printer['gauge'], 'display'> & {
    readonly switchOff: boolean | null;
    readonly prism?: boolean;
  };
  readonly scale: { readonly capacityG: number; readonly resolutionG: number } | null;
  readonly syringeMl: number | null;
}

/** A bottle that stands on the shelf as the workbook begins. */
export interface BottleInput {
  readonly shade: string;
  readonly inkClass: InkClass;
  readonly ink: string;
  readonly volumeMl: number;
  readonly priceMinor: number | null;
}
