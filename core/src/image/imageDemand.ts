import type { Slot } from '../workbook';
import type { CountedColour } from './ColourCount';
import { linearLight } from './linearLight';
import { separate } from './separate';

/** Ink on a fully covered dm² by the separation alone, ml: scaled so that a usual picture takes what the prior of use says. */
export const FULL_ML_PER_DM2 = 0.075;

export interface ChannelDemand {
  readonly slotId: string;
  /** By the separation alone, before the learnt coefficient, ml/dm². */
  readonly mlPerDm2: number;
}

/**
 * What a picture asks of each channel, from its own colours: the mean covered area times the ink of a fully covered dm². A
 * channel of several shades takes their sum; channels of one shade share it; a shade with no place in the separation takes
 * the mean of the others.
 *
 * @param colours of the picture in sRGB, each with its share of all pixels
 * @param slots of the printer, in order
 * @param matte printed with matte black where there are both blacks
 * @returns ml/dm² by slot; the learnt coefficient (prior 1, sd 60 %) and a structural doubt of 25 % a picture come on top
 */
export function imageDemand(
  colours: Iterable<CountedColour>,
  slots: readonly Slot[],
  matte = false,
): ChannelDemand[] {
  const shades = [...new Set(slots.flatMap((slot) => slot.shades))];
  const area = new Map<string, number>(shades.map((shade) => [shade, 0]));
  for (const [r, g, b, share] of colours) {
    const spot = separate(...linearLight(r, g, b), shades, matte);
    for (const [shade, covered] of spot) area.set(shade, area.get(shade)! + share * covered);
  }
  return shareByShade(slots, area).map((covered, i) => ({
    slotId: slots[i]!.id,
    mlPerDm2: FULL_ML_PER_DM2 * covered,
  }));
}

const PLACED = new Set([
  'light grey',
  'grey',
  'black',
  'photo black',
  'matte black',
  'light cyan',
  'cyan',
  'light magenta',
  'magenta',
  'yellow',
  'orange',
  'red',
  'green',
  'blue',
  'violet',
  'clear coat',
]);

/** Area by channel from the area by shade. */
export function shareByShade(slots: readonly Slot[], area: ReadonlyMap<string, number>): number[] {
  const owners = new Map<string, number>();
  for (const slot of slots) for (const shade of slot.shades) owners.set(shade, (owners.get(shade) ?? 0) + 1);
  const placed = [...area].filter(([shade]) => PLACED.has(shade));
  const usual = placed.length > 0 ? placed.reduce((sum, [, covered]) => sum + covered, 0) / placed.length : 0;
  return slots.map((slot) =>
    slot.shades.reduce(
      (sum, shade) => sum + (PLACED.has(shade) ? area.get(shade)! / owners.get(shade)! : usual),
      0,
    ),
  );
}
