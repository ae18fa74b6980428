import { hasBothBlacks, type Cartridge } from '@hiraeth/core/workbook';
import { explain } from '@hiraeth/core/words';
import { isWall } from '@hiraeth/core/bench';
import {
  impossibleOf,
  triangleOf,
  type BodyInput,
  type BottleInput,
  type Channel,
  type Impossible,
  type Now,
  type SetUpInput,
} from '@hiraeth/core/acts';
import {
  BODY_FIELDS,
  isAsked,
  portOfBody,
  TOGETHER,
  type Answering,
  type BodyDraft,
  type BodyKey,
  type ChannelDraft,
  type Draft,
  type PageId,
} from './draft';
import { Reading, type Problems } from './Reading';

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
/** The question that a thing's figures were told at. */
const ASKED_BY: Partial<Record<Impossible['of'], PageId>> = {
  printer: 'originals',
  cartridgeType: 'masses',
  cartridge: 'chip',
  scale: 'scale',
  syringe: 'scale',
  ink: 'inks',
  bottle: 'inks',
};
const MOST_CHANNELS = 16;
const LONGEST_NAME = 120;
const DEFAULT_STEP_G = 0.01;

/** All answers as they are understood. */
export interface ReadDraft {
  readonly input: SetUpInput;
  /** One for each channel that has a bottle, in the order of the channels. */
  readonly bottles: readonly BottleInput[];
}

/** What a question’s page is given. */
export interface PageProps extends Answering {
  readonly read: ReadDraft;
}

/** What was answered, read; and what is wrong with it, by question. */
export function readAnswers(
  draft: Draft,
  currency: string,
): { readonly read: ReadDraft; readonly problems: Problems } {
  const reading = new Reading(currency);
  const name = draft.name.trim();
  if (name === '') reading.wrong('name', 'Give the printer a name.');
  if (name.length > LONGEST_NAME) reading.wrong('name', `A name has at most ${LONGEST_NAME} letters.`);
  if (draft.channels.length === 0) reading.wrong('channels', 'A printer has at least one channel.');
  if (draft.channels.length > MOST_CHANNELS) reading.wrong('channels', 'At most sixteen channels.');
  const bodies = draft.bodies.map((body, i) =>
    bodyOf(body, draft.bodies.length > 1 ? `Body ${i + 1}, ` : '', reading),
  );
  const channels = draft.channels.map((channel) => channelOf(channel, bodies.length, reading));
  const bottles = draft.channels.flatMap((channel) => bottlesOf(channel, reading));
  const input: SetUpInput = {
    name,
    feed: draft.feed,
    channels,
    bodies,
    blacksShareLine: draft.shareLine && hasBothBlacks(channels),
    sets: draft.sets === '2' ? 2 : 1,
    waiting: draft.sets === 'waiting',
    chip: draft.chip,
    chipOff: draft.off,
    chipMl: reading.more('chip', draft.chipMl, 'volume', 'The chip'),
    gauge: {
      display: draft.display,
      switchOff: draft.switchOff === 'unknown' ? null : draft.switchOff === 'yes',
      prism: draft.prism,
    },
    scale: scaleOf(draft, reading),
    syringeMl: reading.more('scale', draft.syringeMl, 'volume', 'The syringe'),
  };
  // What can be read may still be what no such thing has: said where it was asked, not when all is written.
  const known = new Set(reading.problems.keys());
  const impossible = input.channels.length > 0 ? impossibleOf(input, bottles) : [];
  for (const { of, problem } of impossible) {
    const asked = ASKED_BY[of] ?? 'name';
    if (!known.has(asked)) reading.wrong(asked, explain({ severity: 'stop', ...problem }));
  }
  return { read: { input, bottles }, problems: reading.problems };
}

function bodyOf(body: BodyDraft, of: string, reading: Reading): BodyInput {
  const wrong = (words: string): void => reading.wrong('masses', `${of}${words}`);
  const own = body.variant === 'own';
  const read = (key: BodyKey): number | null =>
    isAsked(body, key)
      ? reading.more('masses', body[key], BODY_FIELDS[key].kind, `${of}${BODY_FIELDS[key].label}`)
      : null;
  const [emptyG, fullG, maxG, capacityMl] = [read('emptyG'), read('fullG'), read('maxG'), read('capacityMl')];
  const [length, width, height] = [read('lengthMm'), read('widthMm'), read('heightMm')];
  if (emptyG !== null && fullG !== null && fullG <= emptyG)
    wrong('a full one weighs more than an empty one.');
  if (maxG !== null && fullG !== null && maxG < fullG) wrong('at most: not less than it weighs full.');
  const boxMm = length && width && height ? ([length, width, height] as const) : null;
  if (boxMm === null && (length ?? width ?? height) !== null)
    wrong('a size has length, width and height. Enter all three, or clear them.');
  if (boxMm !== null && emptyG === null)
    wrong('its size tells what it holds beside its empty mass. Weigh one empty and dry, or clear the size.');
  const told = {
    construction: body.construction,
    // With nothing to tell its size by, an unknown one is taken as the usual one, and asked for later.
    variant: own && (emptyG === null || (fullG === null && boxMm === null)) ? 'standard' : body.variant,
    emptyG,
    fullG,
    maxG,
    capacityMl,
    boxMm,
    port: body.port || null,
    // Only a hole that is made asks what closes it.
    closure: (isWall(portOfBody(body)) && body.closure) || null,
  } satisfies BodyInput;
  const { misfit } = triangleOf(told);
  if (misfit)
    wrong(
      `its masses are ${misfit.netG.toFixed(1)} g apart, about ${misfit.byMassMl.toFixed(0)} ml of ink; it was said to hold ${misfit.saidMl.toFixed(0)} ml. Correct one of the three, or leave one empty: it follows from the others.`,
    );
  return told;
}

function channelOf(channel: ChannelDraft, bodies: number, reading: Reading): Channel {
  const { shades } = channel;
  const priceMinor = reading.money('originals', channel.price, shades);
  const nominalMl = reading.more('originals', channel.nominal, 'volume', shades);
  const usableMl = reading.more('originals', channel.usable, 'volume', shades) ?? nominalMl;
  if (priceMinor !== null && nominalMl === null)
    reading.wrong('originals', `${shades}: enter the original’s ml too.`);
  if (channel.price.trim() === '' && usableMl !== null)
    reading.wrong('originals', `${shades}: the original has ml but no price. Enter it, or clear the ml.`);
  return {
    shades: shades.split(TOGETHER),
    inkClass: channel.inkClass,
    body: Math.min(channel.body, bodies - 1),
    now: channel.now,
    initial: INITIAL[channel.now],
    level: channel.now === 'partUsed' ? reading.share('now', channel.level, shades) : null,
    chipIsOriginal: ORIGINALS.has(channel.now),
    original:
      priceMinor !== null && nominalMl !== null && usableMl !== null
        ? { priceMinor, nominalMl, usableMl }
        : null,
  };
}

function bottlesOf(channel: ChannelDraft, reading: Reading): BottleInput[] {
  const { shades } = channel;
  const ink = channel.ink.trim();
  const volumeMl = reading.more('inks', channel.bottleMl, 'volume', shades);
  const priceMinor = reading.money('inks', channel.bottlePrice, shades);
  if (volumeMl === null && channel.bottleMl.trim() === '' && (ink !== '' || priceMinor !== null))
    reading.wrong(
      'inks',
      `${shades}: enter what the bottle holds, or clear its ${ink === '' ? 'price' : 'name'}.`,
    );
  if (ink === '' && volumeMl !== null) reading.wrong('inks', `${shades}: give the ink a name.`);
  if (volumeMl === null || ink === '') return [];
  // A body of several colours takes a bottle of each.
  return shades
    .split(TOGETHER)
    .map((shade) => ({ shade, inkClass: channel.inkClass, ink, volumeMl, priceMinor }));
}

function scaleOf({ scaleG, stepG }: Draft, reading: Reading): SetUpInput['scale'] {
  const capacityG = reading.more('scale', scaleG, 'mass', 'The scale');
  const resolutionG = reading.more('scale', stepG, 'mass', 'Its step');
  if (capacityG !== null && resolutionG !== null && resolutionG >= capacityG)
    reading.wrong('scale', 'The scale’s smallest step is less than what it carries.');
  return capacityG === null ? null : { capacityG, resolutionG: resolutionG ?? DEFAULT_STEP_G };
}
