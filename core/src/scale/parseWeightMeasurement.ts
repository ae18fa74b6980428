import type { ScaleReading } from './parseScaleLine';

/** kg and lb are sent in steps of these, g. */
const SI_STEP_G = 5;
const POUND_STEP_G = 4.5359237;
/** Of the flags: pounds, then the parts that follow the weight. */
const [POUNDS, TIME, USER, BODY] = [1, 2, 4, 8] as const;
const BYTES = { time: 7, user: 1, body: 4 } as const;
/** Sent where no weight could be taken. */
const NONE = 0xffff;

/**
 * Reads a measurement of Bluetooth’s Weight Scale service: flags, the weight in steps of 5 g or 0.01 lb, low byte first, and
 * parts that are of no use here but must be there. It is told only once the weight stood still.
 *
 * Source: Bluetooth SIG, Weight Scale Service 1.0 (181D hex), Weight Measurement (2A9D hex), 3.2.1.
 *
 * @param value of the characteristic
 * @returns the mass in g with its step; noise where its length is not what its flags say
 * @example parseWeightMeasurement(Uint8Array.of(0, 0x0d, 0x00)).massG // 65
 */
export function parseWeightMeasurement(value: Uint8Array): ScaleReading {
  const [flags, low, high] = value;
  const more =
    (flags! & TIME ? BYTES.time : 0) + (flags! & USER ? BYTES.user : 0) + (flags! & BODY ? BYTES.body : 0);
  if (value.length < 3 || value.length !== 3 + more || flags! > 15)
    return { kind: 'noise', text: 'another value' };
  const steps = low! + 256 * high!;
  if (steps === NONE) return { kind: 'fault', why: 'fault' };
  const stepG = flags! & POUNDS ? POUND_STEP_G : SI_STEP_G;
  return { kind: 'mass', massG: Number((steps * stepG).toPrecision(12)), stable: true, stepG };
}
