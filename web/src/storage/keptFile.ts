/** A file on the disk that its owner chose, as far as this program uses it. */
export interface FileHandle {
  readonly name: string;
  getFile(): Promise<File>;
  createWritable(): Promise<{
    write(text: string): Promise<void>;
    close(): Promise<void>;
    abort(): Promise<void>;
  }>;
  queryPermission?(asked: { mode: 'readwrite' }): Promise<PermissionState>;
  requestPermission?(asked: { mode: 'readwrite' }): Promise<PermissionState>;
}

type Picker = (asked: {
  suggestedName: string;
  types: { description: string; accept: Record<string, string[]> }[];
}) => Promise<FileHandle>;

const picker = (): Picker | undefined =>
  (window as Window & { showSaveFilePicker?: Picker }).showSaveFilePicker;

/** Can this browser keep a file on the disk by itself? */
export const canKeepFile = (): boolean => picker() !== undefined;

/** Asks which file; null: none was chosen. */
export async function chooseFile(suggestedName: string): Promise<FileHandle | null> {
  try {
    const types = [{ description: 'Hiraeth workbook', accept: { 'application/json': ['.json'] } }];
    return (await picker()?.({ suggestedName, types })) ?? null;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return null;
    throw error;
  }
}

/**
 * May it be written?
 *
 * @param ask after a press: the browser then asks its owner, once a start
 */
export async function mayWrite(handle: FileHandle, ask: boolean): Promise<boolean> {
  const mode = { mode: 'readwrite' } as const;
  if ((await handle.queryPermission?.(mode)) === 'granted') return true;
  if (handle.queryPermission === undefined) return true;
  return ask && (await handle.requestPermission?.(mode)) === 'granted';
}

/**
 * Writes it whole: the browser writes beside it and puts it in place at the end, so that a cut leaves the one before.
 *
 * @returns when it was changed last by then, ms
 */
export async function writeWhole(handle: FileHandle, text: string): Promise<number> {
  const writable = await handle.createWritable();
  try {
    await writable.write(text);
    await writable.close();
  } catch (error) {
    await writable.abort().catch(() => undefined);
    throw error;
  }
  return (await handle.getFile()).lastModified;
}
