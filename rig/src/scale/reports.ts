/** What a scale of the USB class sends for a mass in hundredths of a gram: a stand-in for one that is plugged in. */
export function hidWeightReport(massG: number, moving = false): Uint8Array<ArrayBuffer> {
  const steps = Math.round(Math.abs(massG) * 100);
  const status = steps === 0 ? 2 : massG < 0 ? 5 : moving ? 3 : 4;
  return Uint8Array.of(status, 2, 0xfe, steps & 0xff, (steps >> 8) & 0xff);
}

/** What a scale of Bluetooth’s service sends for a mass: steps of five grams, no more parts. */
export function weightMeasurementValue(massG: number): Uint8Array<ArrayBuffer> {
  const steps = Math.round(massG / 5);
  return Uint8Array.of(0, steps & 0xff, (steps >> 8) & 0xff);
}
