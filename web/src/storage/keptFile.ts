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

/** A folder that its owner chose: the file lies in it, with a copy of each of the last days. */
export interface FolderHandle {
  readonly kind: 'directory';
  readonly name: string;
  getFileHandle(name: string, options?: { create: boolean }): Promise<FileHandle>;
  removeEntry(name: string): Promise<void>;
  keys(): AsyncIterable<string>;
  queryPermission?: FileHandle['queryPermission'];
  requestPermission?: FileHandle['requestPermission'];
}
export type KeptIn = FileHandle | FolderHandle;
export const isFolder = (kept: KeptIn): kept is FolderHandle => 'kind' in kept && kept.kind === 'directory';

/** Copies of so many days lie beside the file. */
const DAYS_KEPT = 10;
const SUFFIX = '.hiraeth.json';

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

const folderPicker = () =>
  (window as Window & { showDirectoryPicker?: (asked: { mode: 'readwrite' }) => Promise<FolderHandle> })
    .showDirectoryPicker;

/** Can this browser keep a file and its days in a folder by itself? */
export const canKeepFolder = (): boolean => folderPicker() !== undefined;

/** Asks which folder; null: none was chosen. */
export async function chooseFolder(): Promise<FolderHandle | null> {
  try {
    return (await folderPicker()?.({ mode: 'readwrite' })) ?? null;
  } catch (error) {
    if (error instanceof DOMException && error.name === 'AbortError') return null;
    throw error;
  }
}

/** The file itself, in its folder or alone. */
export const fileIn = (kept: KeptIn, name: string): Promise<FileHandle> =>
  isFolder(kept) ? kept.getFileHandle(`${name}${SUFFIX}`, { create: true }) : Promise.resolve(kept);

/**
 * Copies the file as it is at the end of a day, and lets go of days that are no longer among the last ten.
 *
 * @param name of the file, without its ending
 * @param day as 2026-03-09
 */
export async function keepDay(folder: FolderHandle, name: string, day: string, text: string): Promise<void> {
  await writeWhole(await folder.getFileHandle(`${name}-${day}${SUFFIX}`, { create: true }), text);
  const days: string[] = [];
  for await (const key of folder.keys())
    if (key.startsWith(`${name}-`) && /^\d{4}-\d\d-\d\d$/.test(key.slice(name.length + 1, -SUFFIX.length)))
      days.push(key);
  for (const old of days.sort().slice(0, -DAYS_KEPT)) await folder.removeEntry(old);
}

/**
 * May it be written?
 *
 * @param ask after a press: the browser then asks its owner, once a start
 */
export async function mayWrite(handle: KeptIn, ask: boolean): Promise<boolean> {
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
