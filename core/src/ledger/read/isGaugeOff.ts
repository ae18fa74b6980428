import type { CartridgeState } from '../fold/state';

/** True when the printer no longer counts this cartridge: the log is the gauge now. */
export const isGaugeOff = (state: Pick<CartridgeState, 'chip'> | undefined): boolean =>
  state?.chip.machine.phase === 'off';
