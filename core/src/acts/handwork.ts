import type { MassReading } from '../ledger';
import type { Uncertain } from '../quantity';
import type { DraftOf, FactOf, Slot } from '../workbook';
import type { Act } from './act';
import { massOfCartridge } from './weighing';

/**
 * A cartridge on the scale at the table: before it is filled, when it is full, when it has rested.
 *
 * @param purpose at which of them
 */
export const weighAt = (
  cartridgeId: string,
  reading: MassReading,
  purpose: FactOf<'weighed'>['purpose'],
): Act => ({
  facts: [{ ...massOfCartridge(cartridgeId, reading), purpose }],
  done: { code: 'weighed', cartridgeId, massG: reading.massG.value },
});

/** What went into a chamber out of a bottle, as it was measured. */
export const pour = (poured: Omit<DraftOf<'filled'>, 'kind'>): Act => ({
  facts: [{ kind: 'filled', ...poured }],
  done: { code: 'filled', cartridgeId: poured.cartridgeId, ml: poured.ml.value },
});

/** Drawn out of its outlet before it goes in, so that no air stands there. */
export const prime = (cartridgeId: string, ml: Uncertain, fate: FactOf<'primed'>['fate']): Act => ({
  facts: [{ kind: 'primed', cartridgeId, ml, fate }],
  done: { code: 'drawnOut', cartridgeId, ml: ml.value },
});

/** Too much went in: what is over comes out again. */
export const drawBack = (cartridgeId: string, ml: Uncertain, fate: FactOf<'drawnOut'>['fate']): Act => ({
  facts: [{ kind: 'drawnOut', cartridgeId, chamber: 0, ml, fate }],
  done: { code: 'drawnOut', cartridgeId, ml: ml.value },
});

/**
 * A new chip on a cartridge: it counts from full.
 *
 * @param volumeMl what it counts by; null where nobody knows
 */
export const fitChip = (cartridgeId: string, slot: Slot, volumeMl: number | null): Act => ({
  facts: [{ kind: 'chipReplaced', cartridgeId, volumeMl, original: false }],
  done: { code: 'chip', slot: slot.name, doing: 'newChip' },
});

/** A slot's gauge counts no more: what is inside is known by weight and log alone. */
export const switchGaugeOff = (printerId: string, slot: Slot): Act => ({
  facts: [{ kind: 'gaugeSwitchedOff', printerId, slotId: slot.id }],
  done: { code: 'chip', slot: slot.name, doing: 'off' },
});
