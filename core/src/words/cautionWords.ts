import type { Caution } from '../bench';

/** Cautions in plain words; all defer to the maker's sheet, local rules and qualified people (practice 12). */
export const CAUTION_WORDS: Readonly<Record<Caution, string>> = {
  needle:
    'Blunt needles only. Sheath on when not in use; never point it toward the hand that holds the cartridge.',
  drill: 'Clamp the work, never hold it. Wear eye protection. Body inverted, so that swarf falls out.',
  gloves: 'Wear gloves. Ink on skin: soap and water, not bleach. Follow the maker’s data sheet.',
  children:
    'Keep ink away from children, pets and food. A vessel or oven used for ink is not used for food again.',
  heat: 'Low heat only, never unattended, no flame.',
  vacuum: 'A household vacuum cleaner is not rated for liquids: use the syringe.',
  torch: 'Never look into the torch, nor let it shine into another’s eyes.',
  unplug:
    'Switch off and unplug as the printer’s maker says before reaching inside. Repairs inside belong to a qualified technician.',
  waste: 'Ink waste goes by your local waste authority’s rule, not down the drain.',
  warranty:
    'Refilling, third-party chips or firmware may affect the warranty: check the terms and local law.',
  bag: 'An over-full bag feeds under pressure, a flat one can damage the printer. Stop at the first bulge; never draw it flat.',
  chip: 'A proud or missing chip damages the contacts in the bay. Small blades: cut away from the hand.',
};
