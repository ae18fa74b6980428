import { scaleUncertainty, type Uncertain } from '../../quantity';
import { find, type Context } from '../define/context';

/** One u of a reading on a scale that the workbook does not know, g. */
const UNKNOWN_SCALE_U = 0.05;

/**
 * What a scale's reading says about a mass: corrected by the span that a reference mass last showed, with the u of the scale
 * and of that correction. `m = shown · f`, `u² = d²/12 + s² + (m·u(f))²`.
 *
 * @param context with the scales and their reference checks
 * @param scaleId which scale; undefined for an unknown one
 * @param shownG what it showed, g
 * @example scaleReading({ entities: new Map(), spans: new Map([["s", { factor: 1.001, u: 0.0001, at: "" }]]) }, "s", 100).value.toFixed(2) // "100.10"
 */
export function scaleReading(
  context: Pick<Context, 'entities' | 'spans'>,
  scaleId: string | undefined,
  shownG: number,
): Uncertain {
  const scale = find(context as Context, 'scale', scaleId);
  const u = scale ? scaleUncertainty(scale) : UNKNOWN_SCALE_U;
  const span = scaleId === undefined ? undefined : context.spans.get(scaleId);
  if (!span) return { value: shownG, u };
  const value = shownG * span.factor;
  return { value, u: Math.hypot(u, value * span.u) };
}
