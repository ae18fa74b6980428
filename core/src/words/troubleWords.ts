import type { CauseFound, Trouble, TroubleCause } from '../nozzle';

export const TROUBLE_WORDS: Readonly<Record<Trouble, string>> = {
  blankAfterRefill: 'blank or striped after a refill',
  fadesAfterSheets: 'prints a few sheets, then fades',
  drips: 'drips after a refill',
  noUptake: 'ink will not wick in',
  coloursDrift: 'colours drift between refills',
  notSeen: 'the printer cannot see the cartridge',
  gaugeFineOutputFails: 'the gauge looks fine, the output fails',
  oneMissing: 'one channel is missing on a check',
  sensorLamps: 'the float sensor’s lamps are both lit or both dark',
};

/** A cause, and what to do about it. */
export const CAUSE_FOUND_WORDS: Readonly<
  Record<TroubleCause, { readonly what: string; readonly then: string }>
> = {
  notPrimed: { what: 'It was not primed', then: 'Prime it at its outlet, or tap it outlet down.' },
  ventShut: { what: 'Its vent is shut or taped', then: 'Open it; wait some minutes.' },
  ventBlocked: { what: 'Its vent path is blocked: a vacuum', then: 'Draw it clear with the empty syringe.' },
  emptyWell: { what: 'The well under its filter is empty', then: 'Prime it at the nozzles.' },
  tooFull: { what: 'It is too full', then: 'Let it stand on a towel, or draw a little back.' },
  plugProud: { what: 'A plug is not flush', then: 'Press it home, and look again.' },
  wet: { what: 'It is still wet from its rinse', then: 'Dry it in Prepare, by weight.' },
  driedInk: { what: 'Dried ink in its sponge', then: 'Flush it, then dry it.' },
  mixedInks: { what: 'Two inks are mixed in it', then: 'See its mixture; a few fills carry it out.' },
  unshaken: { what: 'Its pigment has settled', then: 'Shake it gently, outlet down.' },
  newLot: { what: 'It holds a new lot', then: 'Compare lots in Shades before you profile.' },
  dirtyContacts: { what: 'Its contacts are dirty', then: 'Wipe chip and bay dry, reseat, twice at most.' },
  chipProud: { what: 'Its chip stands up', then: 'Seat it flat: an edge damages the bay.' },
  chipSaysEmpty: {
    what: 'A self-resetting chip says “empty”',
    then: 'Top it up, then out and in again.',
  },
  reallyEmpty: { what: 'It is really empty', then: 'Weigh it; top it up before anything else.' },
  clogged: {
    what: 'Clogged, or air in its line: it holds ink',
    then: 'Wait, then one cleaning of its group.',
  },
  sensorFault: {
    what: 'Sensor or cable at fault',
    then: 'One of its two lamps is always lit when it is sound.',
  },
};

export const BY_LOG_WORDS: Readonly<Record<CauseFound['byLog'], string>> = {
  yes: 'the log says so',
  no: 'the log speaks against it',
  unknown: 'the log does not know',
};
