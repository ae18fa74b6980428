import { qrModules } from '../../parts/qrModules';

/** A phone reads squares of this size on from a printed label, mm: two dots of a printer at 150 dpi. */
const LEAST_SQUARE_MM = 0.33;
const COMFORTABLE_MM = 0.4;
/** Between a code and its label's edges, mm. */
const EDGE_MM = 1;

/**
 * How large a code stands on a label: beside its words where it can be read so, at their cost where the label is small.
 *
 * @param text of the code
 * @param width and height of the label, mm
 * @returns the code's side with its white around, mm; `least`: the label is too small for a code that a phone reads, and the
 *   shorter side that one has to have
 */
export function codeSide(
  text: string,
  width: number,
  height: number,
): { readonly side: number } | { readonly least: number } {
  const { squares } = qrModules(text);
  const usual = Math.min(height - 6, 0.42 * width);
  if (usual / squares >= COMFORTABLE_MM) return { side: usual };
  const most = Math.min(height, width) - 2 * EDGE_MM;
  if (most / squares < LEAST_SQUARE_MM)
    return { least: Math.ceil(10 * (LEAST_SQUARE_MM * squares + 2 * EDGE_MM)) / 10 };
  return { side: Math.min(most, Math.max(usual, COMFORTABLE_MM * squares)) };
}
