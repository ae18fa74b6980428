import type { CheckAnswer, CheckCode } from '@hiraeth/core/bench';
import type { Consequence } from './consequence';

type Ignored = Readonly<Record<CheckCode, Partial<Readonly<Record<CheckAnswer, Consequence>>>>>;

const at = (where: Consequence['where'], what: string, why: string): Consequence => ({ where, what, why });
const COLOUR_AWAY = at(
  'printer',
  'One colour stays away, and the others look wrong without it.',
  'Its chamber was not primed: air sits above its nozzles.',
);

/** What would come of it, if an answer that is not the good one were passed over and the cartridge went in as it is. */
export const IF_IGNORED: Ignored = {
  match: {
    differs: at(
      'printer',
      'Another colour prints in this channel, and goes on doing so for weeks.',
      'It mixes in the cartridge and in the line; neither is emptied by a few prints.',
    ),
  },
  room: {
    full: at(
      'hands',
      'It overflows at the hole, or drips at the outlet.',
      'It was full, and more was poured in on a guess.',
    ),
  },
  'clip-seal': {
    leaks: at(
      'hands',
      'Ink runs over the body and your hands, and less goes in than the syringe says.',
      'The clip does not sit tight on the outlet.',
    ),
  },
  wicks: {
    staysOnTop: at(
      'rest',
      'It drips as it rests, and shows a dry patch inside.',
      'Ink stands beside the sponge: dried ink or water keeps it out.',
    ),
  },
  look: {
    pale: at(
      'printer',
      'It prints well, then fades, although it is heavy enough.',
      'A dry part of the sponge breaks the way of the ink to the outlet.',
    ),
    gapSmall: at(
      'printer',
      'Ink comes up into the vent: it floods, or feeds no more.',
      'Without a gap under its vent path air finds no way in.',
    ),
  },
  drip: {
    plugProud: at(
      'printer',
      'It empties itself into the bay within hours.',
      'Air comes in at the plug, and nothing holds the ink back.',
    ),
    ventWet: at(
      'printer',
      'It drips, then prints a few sheets and fades.',
      'Ink in the vent path: first it siphons, then it blocks the air.',
    ),
    tooFull: at(
      'printer',
      'It drips into the bay until it is down to its maximum.',
      'Above its maximum nothing holds the ink back.',
    ),
  },
  tissue: { missing0: COLOUR_AWAY, missing1: COLOUR_AWAY, missing2: COLOUR_AWAY },
  flow: {
    tooFast: at(
      'printer',
      'Ink runs through the head onto the sheet.',
      'With its plug in, only a few drops may come: air comes in somewhere.',
    ),
    none: at(
      'printer',
      'The first sheets are blank in this channel, and cleanings do not help.',
      'Air stands in the outlet, or the vent is shut.',
    ),
  },
  'chip-shade': {
    differs: at(
      'printer',
      'The printer stops: a cartridge is in the wrong slot, it says.',
      'The chip names another shade, or counts for another slot.',
    ),
  },
  reset: {
    noLight: at(
      'printer',
      'The printer stops at this slot, full as it is.',
      'The chip was not reset: its count ran out, whatever the scale says.',
    ),
    leftAlone: at(
      'printer',
      'The printer will say that it is empty long before it is.',
      'Its count goes on from where it was: from now on only the log knows.',
    ),
  },
  recognised: {
    notRecognised: at(
      'printer',
      'The printer does not print at all until it sees every cartridge.',
      'Contacts, seat or chip: one of them is at fault.',
    ),
  },
  towel: {
    wetTowel: at(
      'printer',
      'It loses its ink into the bay over the next days.',
      'What leaks on the towel leaks in the printer too.',
    ),
  },
};
