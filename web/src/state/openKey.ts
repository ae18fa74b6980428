import { remember, rememberHere } from './remember';

/** Which workbook was open last, in this tab before all. */
const OPEN = 'hiraeth-open';

/** The workbook that this page is to open; null: the demo, for someone new. `book` in the address is beside another tab's. */
export function lastOpened(): { readonly which: string | null; readonly beside: boolean } {
  const book = new URLSearchParams(location.search).get('book');
  return { which: book ?? rememberHere.get(OPEN) ?? remember.get(OPEN), beside: book !== null };
}

/** What is open from now on; one that is opened beside another is this tab's alone. */
export function rememberOpened(which: string, beside: boolean): void {
  rememberHere.set(OPEN, which);
  if (!beside) remember.set(OPEN, which);
}
