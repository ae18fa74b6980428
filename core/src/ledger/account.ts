import type { Fact } from '../workbook';
import type { CartridgeState, Fix, LedgerState, LifeEntry } from './state';

export type Journal = (entry: LifeEntry) => void;

export const line = (
  fact: Fact,
  cartridgeId: string,
  ink: { value: number; u: number; source?: LifeEntry['source'] } | null,
): LifeEntry => ({
  factId: fact.id,
  at: fact.at,
  cartridgeId,
  kind: fact.kind,
  ml: ink?.value ?? 0,
  u: ink?.u ?? 0,
  source: ink?.source ?? 'assumed',
  massG: null,
});

/** Begins a new account of the ink inside from fresh evidence. */
export function setFix(ledger: LedgerState, state: CartridgeState, fix: Fix): void {
  state.fix = fix;
  state.handled = { ml: 0, variance: 0 };
  state.carried = {};
  const totals = state.location ? ledger.printers[state.location.printerId]?.totals : undefined;
  state.from = totals ? { totals: { ...totals }, at: fix.at } : null;
}

/** True when something drew ink through the outlet: a print, a cleaning or a change; days alone do not count. */
export function worked(exposure: Record<string, number>): boolean {
  return Object.entries(exposure).some(([feature, amount]) => feature !== 'idleDay' && amount > 0);
}
