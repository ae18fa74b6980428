import type { Book } from '../Ledger';
import { toolsInUse } from './toolsInUse';

/** Is a scale at hand? Without one nobody is told to weigh: it is asked how full a cartridge looks. */
export const hasScale = (book: Book): boolean => toolsInUse(book, 'scale').length > 0;
