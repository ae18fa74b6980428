import { GRAMS_PER_OUNCE } from '../quantity';
import type { ScaleReading } from './parseScaleLine';

/** Units of the usage page, in g; those that no ink is weighed in are left out. */
const GRAMS: Readonly<Record<number, number>> = {
  1: 0.001,
  2: 1,
  3: 1000,
  4: 0.2,
  6: 0.06479891,
  7: 1.55517384,
  10: 31.1034768,
  11: GRAMS_PER_OUNCE,
  12: 16 * GRAMS_PER_OUNCE,
};

/** Status of the weight. */
const [FAULT, ZERO, MOTION, STABLE, UNDER, OVER, CALIBRATE, REZERO] = [1, 2, 3, 4, 5, 6, 7, 8] as const;

/**
 * Reads a data report of a scale of the HID class: status, unit, a power of ten, and the weight, low byte first. What is not
 * of this layout is noise, never a guess.
 *
 * Source: USB HID Point of Sale Usage Tables 1.02, usage page 8D hex (scale), 4.4 and 4.5.
 *
 * @param report its bytes behind the report’s own number
 * @returns the mass in g with the scale’s step, below 0 where it stands under its zero
 * @example parseHidWeight(Uint8Array.of(4, 2, 0xfe, 0xc6, 0x18)).massG // 63.42
 */
export function parseHidWeight(report: Uint8Array): ScaleReading {
  const [status, unit, exponent, low, high] = report;
  if (report.length < 5 || report.length > 8 || report.subarray(5).some((byte) => byte !== 0))
    return { kind: 'noise', text: 'another report' };
  switch (status) {
    case OVER:
      return { kind: 'overload' };
    case FAULT:
    case CALIBRATE:
    case REZERO:
      return { kind: 'fault', why: status === FAULT ? 'fault' : status === REZERO ? 'rezero' : 'calibrate' };
    case ZERO:
    case MOTION:
    case STABLE:
    case UNDER:
      break;
    default:
      return { kind: 'noise', text: `status ${status}` };
  }
  const grams = GRAMS[unit!];
  // A signed byte; no scale has steps beyond these.
  const power = (exponent! << 24) >> 24;
  if (grams === undefined || Math.abs(power) > 6) return { kind: 'noise', text: `unit ${unit}, 10^${power}` };
  const stepG = grams * 10 ** power;
  const massG = (low! + 256 * high!) * stepG;
  const rounded = Number(massG.toPrecision(12));
  return {
    kind: 'mass',
    massG: status === UNDER ? -rounded : status === ZERO ? 0 : rounded,
    stable: status === UNDER ? null : status !== MOTION,
    stepG: Number(stepG.toPrecision(12)),
  };
}
