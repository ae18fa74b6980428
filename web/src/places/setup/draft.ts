import { explain } from '@hiraeth/core/words';
import {
  hasBothBlacks,
  typePreset,
  type Cartridge,
  type ChipStrategy,
  type Closure,
  type Construction,
  type InkClass,
  type Port,
  type Printer,
  type Variant,
} from '@hiraeth/core/workbook';
import { isWall } from '@hiraeth/core/bench';
import { parseMoney, parseQuantity, type QuantityKind } from '@hiraeth/core/quantity';
import {
  triangleOf,
  type BodyInput,
  type BottleInput,
  type Channel,
  type Now,
  type SetUpInput,
} from '@hiraeth/core/acts';

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

export interface PageProps {
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
  port: '',
  closure: '',
});

/** How ink gets into a body: as it was said, else as its kind usually has. */
export const portOfBody = ({ construction, port }: BodyDraft): Port =>
  port || typePreset(construction, 'standard').port;

/** Usual patterns of channels, to begin with and adjust. */
export const PATTERNS: readonly { readonly name: string; readonly shades: readonly string[] }[] = [
  { name: 'Black and one body of three colours', shades: ['black', 'cyan, magenta, yellow'] },
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

/** Answers that were kept; new ones where none were, or they cannot be read. */
export function readDraft(kept: unknown): Draft {
  const found = kept as Partial<Draft> | null;
  if (
    typeof found !== 'object' ||
    !found ||
    !Array.isArray(found.channels) ||
    !found.channels.every((channel: Partial<ChannelDraft> | null) => typeof channel?.shades === 'string') ||
    !Array.isArray(found.bodies) ||
    found.bodies.length === 0
  )
    return newDraft();
  // What was kept by an earlier build lacks what is asked since.
  return {
    ...newDraft(),
    ...found,
    channels: (found as Draft).channels.map((channel) => ({ ...channelDraft(channel.shades), ...channel })),
    bodies: (found as Draft).bodies.map((body) => ({ ...bodyDraft(), ...body })),
  };
}

const INITIAL: Readonly<Record<Now, Cartridge['initial']>> = {
  original: 'original',
  partUsed: 'partUsed',
  declaredEmpty: 'partUsed',
  ranOut: 'partUsed',
  refilled: 'unknown',
  wet: 'empty',
  fluid: 'unknown',
  dry: 'empty',
};
/** An original's own chip is on it. */
const ORIGINALS: ReadonlySet<Now> = new Set(['original', 'partUsed', 'declaredEmpty', 'ranOut']);

export interface ReadDraft {
  readonly input: SetUpInput;
  /** One for each channel that has a bottle, in the order of the channels. */
  readonly bottles: readonly BottleInput[];
}

/** What was answered, read; and what is wrong with it, by page. */
export function readAnswers(
  draft: Draft,
  currency: string,
): { readonly read: ReadDraft; readonly problems: ReadonlyMap<PageId, readonly string[]> } {
  const problems = new Map<PageId, string[]>();
  const wrong = (page: PageId, words: string): void =>
    void problems.set(page, [...(problems.get(page) ?? []), words]);
  const number = (page: PageId, raw: string, kind: QuantityKind, name: string): number | null => {
    if (raw.trim() === '') return null;
    const parsed = parseQuantity(raw, kind);
    if (parsed.ok) return parsed.value.value;
    wrong(page, `${name}: ${explain(parsed.problem)}`);
    return null;
  };
  const money = (page: PageId, raw: string, name: string): number | null => {
    if (raw.trim() === '') return null;
    const parsed = parseMoney(raw, currency);
    if (parsed.ok) return parsed.value;
    wrong(page, `${name}: ${explain(parsed.problem)}`);
    return null;
  };
  const share = (page: PageId, raw: string, name: string): number | null => {
    const percent = number(page, raw, 'percent', name);
    if (percent === null) return null;
    if (percent >= 0 && percent <= 100) return percent / 100;
    wrong(page, `${name}: how full it looks, from 0 to 100 %.`);
    return null;
  };
  if (draft.name.trim() === '') wrong('name', 'Give the printer a name.');
  if (draft.channels.length === 0) wrong('channels', 'A printer has at least one channel.');
  if (draft.channels.length > 16) wrong('channels', 'At most sixteen channels.');
  const bodies = draft.bodies.map((body, i): BodyInput => {
    const of = draft.bodies.length > 1 ? `Body ${i + 1}, ` : '';
    const emptyG = number('masses', body.emptyG, 'mass', `${of}empty`);
    const fullG = number('masses', body.fullG, 'mass', `${of}full`);
    if (emptyG !== null && fullG !== null && fullG <= emptyG)
      wrong('masses', `${of}a full one weighs more than an empty one.`);
    const told = {
      construction: body.construction,
      // Without its masses an unknown size is taken as the usual one, and asked for later.
      variant: body.variant === 'own' && (emptyG === null || fullG === null) ? 'standard' : body.variant,
      emptyG,
      fullG,
      maxG: number('masses', body.maxG, 'mass', `${of}at most`),
      capacityMl: number('masses', body.capacityMl, 'volume', `${of}holds`),
      boxMm: null,
      port: body.port || null,
      // Only a hole that is made asks what closes it.
      closure: (isWall(portOfBody(body)) && body.closure) || null,
    } satisfies BodyInput;
    if (told.emptyG !== null && !(told.emptyG > 0))
      wrong('masses', `${of}an empty one weighs more than nothing.`);
    if (told.maxG !== null && told.fullG !== null && told.maxG < told.fullG)
      wrong('masses', `${of}at most: not less than it weighs full.`);
    const { misfit } = triangleOf(told);
    if (misfit)
      wrong(
        'masses',
        `${of}its masses are ${misfit.netG.toFixed(1)} g apart, about ${misfit.byMassMl.toFixed(0)} ml of ink; it was said to hold ${misfit.saidMl.toFixed(0)} ml. Correct one of the three, or leave one empty: it follows from the others.`,
      );
    return told;
  });
  const channels = draft.channels.map((channel): Channel => {
    const priceMinor = money('originals', channel.price, channel.shades);
    const nominalMl = number('originals', channel.nominal, 'volume', channel.shades);
    const usableMl = number('originals', channel.usable, 'volume', channel.shades) ?? nominalMl;
    if (priceMinor !== null && nominalMl === null)
      wrong('originals', `${channel.shades}: enter the original’s ml too.`);
    return {
      shades: channel.shades.split(TOGETHER),
      inkClass: channel.inkClass,
      body: Math.min(channel.body, bodies.length - 1),
      now: channel.now,
      initial: INITIAL[channel.now],
      level: share('now', channel.level, channel.shades),
      chipIsOriginal: ORIGINALS.has(channel.now),
      original:
        priceMinor !== null && nominalMl !== null && usableMl !== null
          ? { priceMinor, nominalMl, usableMl }
          : null,
    };
  });
  const bottles = draft.channels.flatMap((channel) => {
    const volumeMl = number('inks', channel.bottleMl, 'volume', channel.shades);
    const priceMinor = money('inks', channel.bottlePrice, channel.shades);
    if (channel.ink.trim() !== '' && volumeMl === null)
      wrong('inks', `${channel.shades}: enter what the bottle holds, or clear its name.`);
    if (channel.ink.trim() === '' && volumeMl !== null)
      wrong('inks', `${channel.shades}: give the ink a name.`);
    if (volumeMl === null || channel.ink.trim() === '') return [];
    // A body of several colours takes a bottle of each.
    return channel.shades.split(TOGETHER).map((shade) => ({
      shade,
      inkClass: channel.inkClass,
      ink: channel.ink.trim(),
      volumeMl,
      priceMinor,
    }));
  });
  const capacityG = number('scale', draft.scaleG, 'mass', 'The scale');
  return {
    read: {
      input: {
        name: draft.name.trim(),
        feed: draft.feed,
        channels,
        bodies,
        blacksShareLine: draft.shareLine && hasBothBlacks(channels),
        sets: draft.sets === '2' ? 2 : 1,
        waiting: draft.sets === 'waiting',
        chip: draft.chip,
        chipOff: draft.off,
        chipMl: number('chip', draft.chipMl, 'volume', 'The chip'),
        gauge: {
          display: draft.display,
          switchOff: draft.switchOff === 'unknown' ? null : draft.switchOff === 'yes',
          prism: draft.prism,
        },
        scale:
          capacityG === null
            ? null
            : { capacityG, resolutionG: number('scale', draft.stepG, 'mass', 'Its step') ?? 0.01 },
        syringeMl: number('scale', draft.syringeMl, 'volume', 'The syringe'),
      },
      bottles,
    },
    problems,
  };
}

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
