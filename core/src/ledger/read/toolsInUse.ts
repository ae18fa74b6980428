import type { EntityOf } from '../../workbook';
import { all } from '../define/context';
import type { Book } from '../Ledger';

export type ToolKind = 'scale' | 'syringe' | 'tool';

/** The scales, syringes or other tools that are at hand: all but those that were put out of use. */
export const toolsInUse = <K extends ToolKind>(book: Book, kind: K): EntityOf<K>[] =>
  all(book.context, kind).filter((tool: { readonly id: string }) => !book.state.toolsGone.has(tool.id));
