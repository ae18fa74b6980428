import { find } from '../define/context';
import type { Book } from '../Ledger';

/** What a label stands on. */
export const LABELLED = ['cartridge', 'bottle', 'paper'] as const;
export type Labelled = (typeof LABELLED)[number];

/** Begins every code: a key that is no shortcut of the app, so that a scanner that types cannot set one off. */
export const LABEL_START = '%';
const CODE = /^%h([cbsp]):(.{1,64})$/is;
const LETTERS = { cartridge: 'c', bottle: 'b', paper: 's' } as const;
/** On labels of papers that were printed before: they still stand on the boxes. */
const PAPER_BEFORE = 'p';

/**
 * The text in a label's code. In capitals where its identity has no small letters: such a code is smaller, since two of its
 * letters fit where else one does.
 *
 * @example labelCode('cartridge', 'nine-A-pk') // "%hc:nine-A-pk"
 * @example labelCode('cartridge', '01KD9Q4M7V') // "%HC:01KD9Q4M7V"
 */
export function labelCode(what: Labelled, id: string): string {
  const start = `${LABEL_START}h${LETTERS[what]}:`;
  return `${id === id.toUpperCase() ? start.toUpperCase() : start}${id}`;
}

export type Scanned =
  | { readonly known: true; readonly what: Labelled; readonly id: string; readonly name: string }
  /** One of ours that this workbook does not know, or another code altogether. */
  | { readonly known: false; readonly what: Labelled | null; readonly text: string };

/**
 * What a scanned code is.
 *
 * @param text as the scanner read it
 */
export function readLabelCode(book: Book, text: string): Scanned {
  const [, code = '', id = ''] = CODE.exec(text.trim()) ?? [];
  const letter = code.toLowerCase();
  const what = letter === PAPER_BEFORE ? 'paper' : LABELLED.find((one) => LETTERS[one] === letter);
  if (!what) return { known: false, what: null, text: text.trim() };
  const { context } = book;
  switch (what) {
    case 'cartridge': {
      const found = find(context, 'cartridge', id);
      return found ? { known: true, what, id, name: found.label } : { known: false, what, text: id };
    }
    case 'bottle': {
      const found = find(context, 'bottle', id);
      const name =
        found && `${find(context, 'ink', found.inkId)?.name ?? found.inkId}, ${found.lot || 'no lot'}`;
      return name ? { known: true, what, id, name } : { known: false, what, text: id };
    }
    case 'paper': {
      const found = find(context, 'paper', id);
      return found ? { known: true, what, id, name: found.name } : { known: false, what, text: id };
    }
  }
}
