import type { FactOf } from './schema';

/** Prints that one entry brought: spoilt sheets, strips and targets take ink that the good ones bear, and count as none. */
export const goodCopies = ({ as, copies }: Pick<FactOf<'printed'>, 'as' | 'copies'>): number =>
  (as ?? 'print') === 'print' ? copies : 0;
