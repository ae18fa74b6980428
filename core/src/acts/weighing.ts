import { readMass, type Book, type MassReading } from '../ledger';
import { dilutionFacts, type Dilution } from '../prepare';
import type { DraftOf, FactDraft } from '../workbook';
import type { Act } from './act';

/**
 * A cartridge on the scale, in a weigh-in or between: with its uncertainty, its ink is known again.
 *
 * @param withItsSet far off as others of its weigh-in are: the set is asked about when it is through, not each by itself
 */
export const weighCartridge = (cartridgeId: string, reading: MassReading, withItsSet = false): Act => ({
  facts: [
    { ...massOfCartridge(cartridgeId, reading), ...(withItsSet ? { confirmed: ['evidenceOff'] } : {}) },
  ],
  done: { code: 'weighed', cartridgeId, massG: reading.massG.value },
});

/** The same of the past, by its day. */
export const pastMass = (book: Book, cartridgeId: string, grams: number, at: string): FactDraft => ({
  ...massOfCartridge(cartridgeId, readMass(book, grams)),
  at,
});

/** A rinsed cartridge on the scale while it dries: it tells of water, not of ink. */
export const weighDrying = (cartridgeId: string, reading: MassReading): Act => ({
  facts: [{ kind: 'weighed', what: 'cartridge', subjectId: cartridgeId, purpose: 'drying', ...reading }],
  done: { code: 'weighed', cartridgeId, massG: reading.massG.value, at: 'drying' },
});

/** A bottle, closed: what is left in it; the first weighing of an untouched one tells what the empty bottle weighs. */
export const weighBottle = (bottleId: string, reading: MassReading): Act => ({
  facts: [{ kind: 'weighed', what: 'bottle', subjectId: bottleId, purpose: 'bottle', ...reading }],
  done: { code: 'bottleWeighed', bottleId, massG: reading.massG.value },
});

/**
 * A reference mass on a scale: what it shows too much or too little is taken off from then on.
 *
 * @param reading as the scale's weights are read: corrected by the last check, which is undone here
 * @param nominalG what the reference mass weighs, above 0
 */
export function checkScale(book: Book, scaleId: string, { massG }: MassReading, nominalG: number): Act {
  const shown = massG.value / (book.context.spans.get(scaleId)?.factor ?? 1);
  return {
    facts: [
      {
        kind: 'weighed',
        what: 'reference',
        subjectId: scaleId,
        scaleId,
        massG: { value: shown, u: massG.u },
        purpose: 'reference',
        nominalG,
      },
    ],
    done: { code: 'scaleChecked', scaleId, massG: shown, nominalG },
  };
}

/**
 * A weighing between the rounds of a dilution: what went out or in follows from it.
 *
 * @param so how far the dilution is
 * @param at UTC instant of the weighing
 * @returns `lighter` or `heavier` where the mass went the wrong way for what was to be done
 */
export function weighDiluting(
  book: Book,
  so: Dilution,
  cartridgeId: string,
  bottleId: string,
  { massG }: MassReading,
  at: string,
): Act | 'lighter' | 'heavier' {
  const facts = dilutionFacts(book, so, cartridgeId, bottleId, massG, at);
  return typeof facts === 'string'
    ? facts
    : { facts, done: { code: 'weighedDiluting', cartridgeId, massG: massG.value, stage: so.stage } };
}

/** A mass as it is entered, without what may be said beside it. */
export const massOfCartridge = (cartridgeId: string, reading: MassReading): DraftOf<'weighed'> => ({
  kind: 'weighed',
  what: 'cartridge',
  subjectId: cartridgeId,
  purpose: 'weighIn',
  ...reading,
});
