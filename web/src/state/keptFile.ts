import { format } from 'date-fns';
import { serializeWorkbook } from '@hiraeth/core/workbook';
import { explain } from '@hiraeth/core/words';
import { useEffect } from 'react';
import { settingsOf } from '@hiraeth/core/ledger';
import { failureWords, fileIn, isFolder, keepDay, mayWrite, writeWhole, type KeptIn } from '../storage';
import { fileChanged, fileOff } from './keptFileSlice';
import { useServices } from './services';
import { useAppDispatch, useAppSelector, type Thunk } from './store';
import { bringIn, keepNote } from './thunks';
import { isWritten } from './workbookSlice';

/** Where the chosen file is kept, beside the facts. */
export const FILE_NOTE = 'kept-file';
export const EXPORT_NOTE = 'exported';

/** At most so often, ms. */
const WRITES_MS = 2500;
const DAY_MS = 86_400_000;
/** What was written last, by file: anything newer in it is another program's. */
const written = new WeakMap<KeptIn, number>();

/** A workbook's name as that of a file, without its day and ending. */
export const fileName = (name: string): string => name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase();
/** A day as it is here: `2026-11-24`. */
const dayOf = (at: string): string => format(new Date(at), 'yyyy-MM-dd');

/** Reads what another program changed, joins it, and writes all of it. */
const sync =
  (handle: KeptIn, ask: boolean): Thunk<Promise<void>> =>
  async (dispatch, getState, services) => {
    try {
      if (!(await mayWrite(handle, ask))) return void dispatch(fileChanged({ status: 'asks', why: null }));
      const name = fileName(settingsOf(services.ledger.context).name);
      const inPlace = await fileIn(handle, name);
      const file = await inPlace.getFile();
      if (file.size > 0 && file.lastModified !== written.get(handle)) {
        const read = await services.readWorkbook(file, () => undefined, new AbortController().signal);
        // Something else stands in it: it is not written over.
        if (!read.ok) return void dispatch(fileChanged({ status: 'failed', why: explain(read.problem) }));
        const fresh = read.value.filter(({ id }) => !services.ledger.recorded.has(id));
        if (fresh.length > 0) {
          const done = await dispatch(bringIn(fresh, 'merge'));
          if (!done.ok) return void dispatch(fileChanged({ status: 'failed', why: done.problem }));
        }
      }
      const at = new Date(services.clock.now()).toISOString();
      const text = serializeWorkbook(services.ledger.recorded.values(), at);
      written.set(handle, await writeWhole(inPlace, text));
      if (isFolder(handle)) await keepDay(handle, name, dayOf(at), text);
      dispatch(fileChanged({ status: 'kept', at, why: null }));
      const exported = getState().workbook.notes[EXPORT_NOTE];
      if (typeof exported !== 'string' || Date.parse(at) - Date.parse(exported) > DAY_MS)
        await dispatch(keepNote(EXPORT_NOTE, at));
    } catch (error) {
      dispatch(fileChanged({ status: 'failed', why: failureWords(error) }));
    }
  };

/** From here on every change is written to this file; a press that allows it again after a start is the same. */
export const keepInFile =
  (handle: KeptIn): Thunk<Promise<void>> =>
  async (dispatch, getState) => {
    if (getState().workbook.notes[FILE_NOTE] !== handle) await dispatch(keepNote(FILE_NOTE, handle));
    await dispatch(sync(handle, true));
  };

export const stopKeeping = (): Thunk<Promise<boolean>> => (dispatch) =>
  dispatch(keepNote(FILE_NOTE, undefined));

/** While this tab may write, the chosen file follows the workbook. */
export function useKeptFile(): void {
  const dispatch = useAppDispatch();
  const services = useServices();
  const handle = useAppSelector(({ workbook }) => workbook.notes[FILE_NOTE]) as KeptIn | undefined;
  const isReady = useAppSelector(({ workbook }) => isWritten(workbook));
  const book = useAppSelector((state) => state.book);
  useEffect(() => {
    if (!handle) dispatch(fileOff());
  }, [handle, dispatch]);
  useEffect(() => {
    if (!handle || !isReady) return undefined;
    const timer = setTimeout(() => void dispatch(sync(handle, false)), WRITES_MS);
    return () => clearTimeout(timer);
  }, [handle, isReady, book, dispatch, services]);
}
