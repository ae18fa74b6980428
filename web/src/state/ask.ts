import { createContext, useContext } from 'react';
import type { FactProblem } from '@hiraeth/core/check';
import type { MassReason } from '@hiraeth/core/workbook';

/** A yes, with the reason where evidence asked for one. */
export interface AskAnswer {
  readonly because: MassReason | null;
}
export type Ask = (problems: readonly FactProblem[]) => Promise<AskAnswer | null>;

/** Who asks a person about an entry; nobody, until a dialog stands above. */
export const AskContext = createContext<Ask>(() => Promise.resolve(null));
export const useAsk = (): Ask => useContext(AskContext);
