import type { BodyInput, Channel, SetUpInput } from '../acts';

/** A body as its kind has it. */
export const BODY_INPUT: BodyInput = {
  construction: 'compartmentTank',
  variant: 'standard',
  emptyG: null,
  fullG: null,
  maxG: null,
  capacityMl: null,
  boxMm: null,
};
export const channelInput = (shades: readonly string[], part: Partial<Channel> = {}): Channel => ({
  shades,
  inkClass: 'pigment',
  body: 0,
  initial: 'unknown',
  chipIsOriginal: false,
  original: { priceMinor: 4750, nominalMl: 54, usableMl: 46 },
  ...part,
});
/** What somebody said of a printer of two channels with two sets, a scale and a syringe. */
export const SET_UP_INPUT: SetUpInput = {
  name: 'Studio',
  feed: 'stationary',
  channels: [channelInput(['cyan']), channelInput(['magenta'])],
  bodies: [BODY_INPUT],
  gauge: { display: 'percent', switchOff: null },
  sets: 2,
  chip: 'resetter',
  chipMl: 54,
  scale: { capacityG: 200, resolutionG: 0.01 },
  syringeMl: 20,
};
