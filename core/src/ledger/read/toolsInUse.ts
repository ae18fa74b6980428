import type { Entity, EntityOf } from '../../workbook';
import { all } from '../define/context';
import type { Book } from '../Ledger';

const TOOL_KINDS = ['scale', 'syringe', 'tool'] as const;
export type ToolKind = (typeof TOOL_KINDS)[number];
/** A scale, a syringe or whatever else is at hand. */
export type AnyTool = EntityOf<ToolKind>;

export const isTool = (entity: Entity | undefined): entity is AnyTool =>
  TOOL_KINDS.some((kind) => kind === entity?.entity);

/** The scales, syringes or other tools that are at hand: all but those that were put out of use. */
export const toolsInUse = <K extends ToolKind>(book: Book, kind: K): EntityOf<K>[] =>
  all(book.context, kind).filter((tool: { readonly id: string }) => !book.state.toolsGone.has(tool.id));
