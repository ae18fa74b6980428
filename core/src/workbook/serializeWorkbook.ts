import { compareFacts } from './compareFacts';
import { FORMAT_VERSION, type Fact } from './schema';

/**
 * The workbook as the text of a `*.hiraeth.json` file: one fact a line, in order of happening, so that two exports of the
 * same facts are equal byte for byte and a difference can be read.
 *
 * @param facts in any order
 * @param exported when the file is written, UTC
 * @returns JSON text that `parseWorkbook` reads back into the same facts
 */
export function serializeWorkbook(facts: readonly Fact[], exported: string): string {
  const lines = [...facts].sort(compareFacts).map((fact) => JSON.stringify(fact));
  return `{"format":"hiraeth-workbook","version":${FORMAT_VERSION},"exported":${JSON.stringify(exported)},"facts":[\n${lines.join(',\n')}\n]}\n`;
}
