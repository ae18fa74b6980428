import { createContext, useContext } from 'react';
import type { FactProblem, MassReason } from '@hiraeth/core';

/** A yes, with the reason where evidence asked for one. */
export interface AskAnswer {
  readonly because: MassReason | null;
}
export type Ask = (problems: readonly FactProblem[]) => Promise<AskAnswer | null>;

/** Who asks a person about an entry; nobody, until a dialog stands above. */
export const AskContext = createContext<Ask>(() => Promise.resolve(null));
export const useAsk = (): Ask => useContext(AskContext);
