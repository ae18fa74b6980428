import type { FactOf } from '../../../workbook';
import { find } from '../../define/context';
import { chipEvent, countFromFull, readGauge, signalled } from '../chip';
import type { Fold } from '../Fold';
import type { CartridgeState } from '../state';
import type { Appliers } from './appliers';

/** What chips count, and what the printer says of them. */
export const chips: Appliers<
  'gaugeRead' | 'chipReset' | 'chipReplaced' | 'gaugeSwitchedOff' | 'chipSignalled'
> = {
  gaugeRead(fold, fact) {
    const here = fold.inSlot(fact.printerId, fact.slotId);
    if (!here) return;
    here.state.gauge = { fraction: fact.fraction, at: fact.at };
    outgrown(fold, here.state, fact);
    if (fact.fraction !== null && fact.because !== 'misread')
      readGauge(fold, here.state, fact, fact.fraction);
  },
  chipReset(fold, fact) {
    const state = fold.cartridge(fact.cartridgeId);
    if (!state) return;
    chipEvent(fold, fact, fact.cartridgeId, { type: 'reset', worked: fact.worked });
    if (fact.worked) countFromFull(fold, state, fact);
  },
  chipReplaced(fold, fact) {
    const state = fold.cartridge(fact.cartridgeId);
    if (!state) return;
    state.chip = {
      ...state.chip,
      id: fact.chipId ?? `${fact.cartridgeId}/${state.chip.replaced + 1}`,
      volumeMl: fact.volumeMl,
      replaced: state.chip.replaced + 1,
    };
    chipEvent(fold, fact, fact.cartridgeId, { type: 'replaced', original: fact.original });
    countFromFull(fold, state, fact);
  },
  gaugeSwitchedOff(fold, fact) {
    const here = fold.inSlot(fact.printerId, fact.slotId);
    if (!here) return;
    chipEvent(fold, fact, here.id, { type: 'switchedOff' });
    here.state.gauge = null;
  },
  chipSignalled(fold, fact) {
    const here = fold.inSlot(fact.printerId, fact.slotId);
    if (!here) return;
    here.state.signal = fact.signal === 'recognised' ? null : fact.signal;
    signalled(fold, here.id, here.state, fact);
    chipEvent(fold, fact, here.id, { type: 'signalled', signal: fact.signal });
  },
};

/** A newer figure above a signal's threshold: the signal was of another time. */
function outgrown(
  fold: Fold,
  state: CartridgeState,
  { printerId, fraction, because }: FactOf<'gaugeRead'>,
): void {
  const { phase } = state.chip.machine;
  const gauge = find(fold.context, 'printer', printerId)?.gauge;
  if (fraction === null || because === 'misread' || !gauge) return;
  const above =
    phase === 'low' ? gauge.lowAt : phase === 'veryLow' ? gauge.veryLowAt : phase === 'asks' ? 0 : null;
  if (above === null || fraction <= above) return;
  state.chip = { ...state.chip, machine: { ...state.chip.machine, phase: 'counting' } };
  state.signal = null;
}
