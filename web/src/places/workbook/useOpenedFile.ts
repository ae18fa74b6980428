import { useState } from 'react';
import { MAX_FILE_BYTES, mergeFacts, type Fact, type Merge } from '@hiraeth/core/workbook';
import { explain, howMany } from '@hiraeth/core/words';
import { useServices } from '../../state/services';
import { beginAnew } from '../../state/shelf';
import { useAppDispatch } from '../../state/store';
import { bringIn } from '../../state/thunks';
import { noticed } from '../../state/workbookSlice';

/** What a file would bring, before anything of it is taken. */
export interface Preview {
  readonly name: string;
  readonly facts: readonly Fact[];
  readonly merge: Merge;
  readonly last: string | null;
}

/** A file that is being read, and how far. */
export interface Reading {
  readonly name: string;
  readonly share: number;
  readonly stop: AbortController;
}

/** A workbook's file: read beside other work, looked at, and only then taken. */
export function useOpenedFile() {
  const dispatch = useAppDispatch();
  const services = useServices();
  const { readWorkbook, breathe } = services;
  const [reading, setReading] = useState<Reading | null>(null);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [error, setError] = useState<string | null>(null);
  const open = async (file: File): Promise<void> => {
    setPreview(null);
    setError(null);
    if (file.size > MAX_FILE_BYTES)
      return setError(explain({ code: 'fileTooLarge', bytes: file.size, most: MAX_FILE_BYTES }));
    const stop = new AbortController();
    setReading({ name: file.name, share: 0, stop });
    try {
      const read = await readWorkbook(
        file,
        (share) => setReading((now) => (now && share - now.share > 0.02 ? { ...now, share } : now)),
        stop.signal,
      );
      if (!read.ok) return setError(explain(read.problem));
      const facts = read.value;
      const merging = mergeFacts(services.ledger.recorded, facts);
      let step = merging.next();
      for (; !step.done; step = merging.next()) await breathe();
      setPreview({
        name: file.name,
        facts,
        merge: step.value,
        last: facts.reduce<string | null>((last, fact) => (last && last > fact.at ? last : fact.at), null),
      });
    } catch (failure) {
      setError(failure instanceof Error ? failure.message : String(failure));
    } finally {
      setReading(null);
    }
  };
  const bring = async (how: 'merge' | 'replace'): Promise<void> => {
    if (!preview) return;
    const result = await dispatch(
      how === 'merge' ? bringIn(preview.merge.added, 'merge') : beginAnew(preview.facts),
    );
    if (!result.ok) return setError(result.problem);
    setPreview(null);
    dispatch(
      noticed({
        text: `Saved: ${howMany(result.value, 'entry', 'entries')} from ${preview.name}.`,
        tone: 'fine',
        undo: [],
      }),
    );
  };
  return { reading, preview, error, open, bring, leave: () => setPreview(null) };
}
