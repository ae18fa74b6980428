import { expose } from 'comlink';
import { parseWorkbook, textOf, type Fact, type FileProblem } from '@hiraeth/core/workbook';
import type { Result } from '@hiraeth/core/quantity';

/** So many facts cross to the page at a time: more would hold it up. */
const AT_ONCE = 1000;

const api = {
  /** Reads and checks a workbook file; its facts come in pieces, each when the page took the one before. */
  async read(
    file: File,
    take: (facts: Fact[], of: number) => Promise<void>,
  ): Promise<Result<number, FileProblem>> {
    const bytes = await file.arrayBuffer().catch(() => null);
    if (!bytes) return { ok: false, problem: { code: 'fileUnreadable' } };
    const text = textOf(new Uint8Array(bytes), TextDecoder);
    if (!text.ok) return text;
    const parsed = parseWorkbook(text.value);
    if (!parsed.ok) return parsed;
    const { facts } = parsed.value;
    for (let i = 0; i < facts.length; i += AT_ONCE) await take(facts.slice(i, i + AT_ONCE), facts.length);
    return { ok: true, value: facts.length };
  },
};
export type WorkbookWorker = typeof api;

expose(api);
