import {
  typePreset,
  type ChipStrategy,
  type Closure,
  type Construction,
  type InkClass,
  type Port,
  type Printer,
  type Variant,
} from '@hiraeth/core/workbook';
import { fieldAt, labelOf, quantityKind } from '@hiraeth/core/definition';
import type { QuantityKind } from '@hiraeth/core/quantity';
import type { Now } from '@hiraeth/core/acts';

/** Shades that share one body are written in one text. */
export const TOGETHER = ', ';

/** A body as it is typed: empty where it is not known yet. */
export interface BodyDraft {
  readonly construction: Construction;
  readonly variant: Variant | 'own';
  readonly emptyG: string;
  readonly fullG: string;
  readonly maxG: string;
  readonly capacityMl: string;
  /** Measured outside, of one that nobody knows. */
  readonly lengthMm: string;
  readonly widthMm: string;
  readonly heightMm: string;
  /** Empty: as its kind usually has. */
  readonly port: Port | '';
  readonly closure: Closure | '';
}

export interface ChannelDraft {
  readonly shades: string;
  readonly inkClass: InkClass;
  readonly body: number;
  readonly now: Now;
  /** Of one that is part used: how full it looks, %; empty: not known. */
  readonly level: string;
  readonly price: string;
  readonly nominal: string;
  readonly usable: string;
  /** A bottle for it, where one is there: its ink's name, what it holds, what it cost. */
  readonly ink: string;
  readonly bottleMl: string;
  readonly bottlePrice: string;
}

/** All answers so far; kept until it is set up, so that it can be left and taken up again. */
export interface Draft {
  readonly page: number;
  readonly name: string;
  readonly feed: Printer['feed'];
  readonly channels: readonly ChannelDraft[];
  /** Two blacks on one line. */
  readonly shareLine: boolean;
  readonly bodies: readonly BodyDraft[];
  readonly installed: boolean;
  readonly sets: '1' | '2' | 'waiting';
  readonly chip: ChipStrategy;
  readonly chipMl: string;
  readonly display: Printer['gauge']['display'];
  readonly switchOff: 'yes' | 'no' | 'unknown';
  /** Of a gauge that is switched off: already, or when it is offered. */
  readonly off: 'already' | 'planned';
  readonly prism: boolean;
  readonly scaleG: string;
  readonly stepG: string;
  readonly syringeMl: string;
}

/** The answers, and how one is given. */
export interface Answering {
  readonly draft: Draft;
  readonly put: (part: Partial<Draft>) => void;
}

export const channelDraft = (shades: string, part: Partial<ChannelDraft> = {}): ChannelDraft => ({
  shades,
  inkClass: shades === 'clear coat' ? 'clearCoat' : 'pigment',
  body: 0,
  now: 'refilled',
  level: '',
  price: '',
  nominal: '',
  usable: '',
  ink: '',
  bottleMl: '',
  bottlePrice: '',
  ...part,
});

export const bodyDraft = (construction: Construction = 'compartmentTank'): BodyDraft => ({
  construction,
  variant: 'standard',
  emptyG: '',
  fullG: '',
  maxG: '',
  capacityMl: '',
  lengthMm: '',
  widthMm: '',
  heightMm: '',
  port: '',
  closure: '',
});

export interface BodyField {
  readonly label: string;
  readonly kind: QuantityKind;
  /** Asked of one of unknown size only. */
  readonly ownOnly?: true;
}
const ofType = (path: string): BodyField => ({
  label: labelOf('cartridgeType', path),
  kind: quantityKind(fieldAt('cartridgeType', path) ?? {}),
});
const outside = (label: string): BodyField => ({ label, kind: 'length', ownOnly: true });
export type BodyKey = 'emptyG' | 'fullG' | 'maxG' | 'capacityMl' | 'lengthMm' | 'widthMm' | 'heightMm';

/** What is weighed and measured of a body. */
export const BODY_FIELDS: Readonly<Record<BodyKey, BodyField>> = {
  emptyG: ofType('emptyG'),
  fullG: ofType('fullG'),
  maxG: ofType('maxG'),
  capacityMl: ofType('capacityMl'),
  lengthMm: outside('Length, mm'),
  widthMm: outside('Width, mm'),
  heightMm: outside('Height, mm'),
};
export const BODY_KEYS = Object.keys(BODY_FIELDS) as BodyKey[];
/** Is it asked of this body? */
export const isAsked = (body: BodyDraft, key: BodyKey): boolean =>
  !BODY_FIELDS[key].ownOnly || body.variant === 'own';

/** How ink gets into a body: as it was said, else as its kind usually has. */
export const portOfBody = ({ construction, port }: BodyDraft): Port =>
  port || typePreset(construction, 'standard').port;

/** Usual patterns of channels, to begin with and adjust. */
export const PATTERNS: readonly {
  readonly name: string;
  readonly shades: readonly string[];
  /** What such cartridges usually are, where it is not the body that is asked about first. */
  readonly construction?: Construction;
}[] = [
  {
    name: 'Black and one body of three colours',
    shades: ['black', 'cyan, magenta, yellow'],
    construction: 'integratedHead',
  },
  { name: 'Four', shades: ['black', 'cyan', 'magenta', 'yellow'] },
  {
    name: 'Six, with light inks',
    shades: ['black', 'cyan', 'light cyan', 'magenta', 'light magenta', 'yellow'],
  },
  {
    name: 'Eight, two greys',
    shades: ['photo black', 'grey', 'light grey', 'cyan', 'light cyan', 'magenta', 'light magenta', 'yellow'],
  },
  {
    name: 'Nine, two blacks and two greys',
    shades: [
      'photo black',
      'matte black',
      'grey',
      'light grey',
      'cyan',
      'light cyan',
      'magenta',
      'light magenta',
      'yellow',
    ],
  },
  {
    name: 'Ten, with red and a clear coat',
    shades: [
      'photo black',
      'matte black',
      'grey',
      'light grey',
      'cyan',
      'light cyan',
      'magenta',
      'yellow',
      'red',
      'clear coat',
    ],
  },
];

export const newDraft = (): Draft => ({
  page: 0,
  name: '',
  feed: 'stationary',
  channels: PATTERNS[1]!.shades.map((shades) => channelDraft(shades)),
  shareLine: false,
  bodies: [bodyDraft()],
  installed: true,
  sets: '1',
  chip: 'resetter',
  chipMl: '',
  display: 'percent',
  switchOff: 'unknown',
  off: 'already',
  prism: false,
  scaleG: '200',
  stepG: '0.01',
  syringeMl: '20',
});

export const PAGES = [
  'name',
  'channels',
  'bodies',
  'masses',
  'now',
  'sets',
  'chip',
  'scale',
  'inks',
  'originals',
  'done',
] as const;
export type PageId = (typeof PAGES)[number];
