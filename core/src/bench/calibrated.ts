import type { Uncertain } from '../quantity';
import type { Method, Tool } from '../workbook';
import { METHOD_DATA } from './methods';

/** What one squeeze (or drop) of the bottle that a method counts with gives, ml, where it was calibrated. */
export function calibrated(tools: readonly Tool[], method: Method): Uncertain | null {
  const [kind] = METHOD_DATA[method].tools;
  return tools.find((tool) => tool.tool === kind && tool.squeezeMl !== null)?.squeezeMl ?? null;
}
