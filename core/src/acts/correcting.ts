import { all, find, type Book, type MassReading } from '../ledger';
import type { Because, Black, Fact, FactDraft, FactOf, Paper } from '../workbook';
import type { Act } from './act';
import { massOfCartridge } from './weighing';

/** A weighing as it stands in the log. */
export interface TakenMass {
  readonly factId: string;
  /** The entry that it stands for, where it is a correction itself. */
  readonly replaces?: string;
  readonly cartridgeId: string;
  readonly reading: MassReading;
}

/** Two weights that were entered for each other: both are taken back and entered the other way about. */
export const exchangeMasses = (a: TakenMass, b: TakenMass): Act => ({
  facts: [...weighAnew(a, b.reading, null), ...weighAnew(b, a.reading, null)],
  done: { code: 'massesExchanged', cartridgeIds: [a.cartridgeId, b.cartridgeId] },
});

/** Why the masses of a whole set are off: each is entered anew with it, so that the use is learnt, or left alone, by it. */
export const explainMasses = (masses: readonly TakenMass[], because: Because): Act => ({
  facts: masses.flatMap((mass) => weighAnew(mass, mass.reading, because)),
  done: { code: 'massesExplained', because },
});

/** Taken back, and entered again. */
export const weighAnew = (
  { factId, replaces, cartridgeId }: TakenMass,
  reading: MassReading,
  because: Because | null,
) =>
  [
    { kind: 'voided', factId, reason: 'corrected' },
    {
      ...massOfCartridge(cartridgeId, reading),
      // Corrected twice, it still stands for the first, as corrections do that were made elsewhere meanwhile.
      replaces: replaces ?? factId,
      // Against the mass that is taken back at the same time it may well be off.
      confirmed: ['evidenceOff'],
      ...(because ? { because } : {}),
    },
  ] satisfies FactDraft[];

/** What may be put right in prints that are logged; what is absent stays as it is. */
export type PrintCorrection = Partial<Pick<FactOf<'printed'>, 'subjectId' | 'paperId' | 'edition'>>;

/** One thing of several prints, corrected at once: each is taken back and entered anew at its own time. */
export const correctPrints = (prints: readonly FactOf<'printed'>[], correction: PrintCorrection): Act => ({
  facts: prints.flatMap(({ id, recorded: _, ...rest }): FactDraft[] => [
    { kind: 'voided', factId: id, reason: 'corrected' },
    { ...rest, ...correction, replaces: rest.replaces ?? id },
  ]),
  done: { code: 'printsCorrected', count: prints.length },
});

/**
 * Which of two blacks these prints took: their papers take it from now on, and those that name none are entered anew on a paper that
 * does.
 *
 * @param prints of one printer, `unsaidBlacks`
 * @param newPaper for those without a paper, where the workbook has none by that name yet
 */
export function tookBlack(
  book: Book,
  prints: readonly FactOf<'printed'>[],
  black: Black,
  newPaper: Pick<Paper, 'id' | 'name'>,
): Act {
  const papers = new Set(prints.flatMap(({ paperId }) => find(book.context, 'paper', paperId) ?? []));
  const without = prints.filter(({ paperId }) => !find(book.context, 'paper', paperId));
  const known = all(book.context, 'paper').find(
    (paper) => paper.name === newPaper.name && paper.black === black,
  );
  const paper: Paper = known ?? { entity: 'paper', ...newPaper, brightener: 'unknown', black };
  return {
    facts: [
      ...[...papers].map((one): FactDraft => ({ kind: 'defined', entity: { ...one, black } })),
      ...(without.length > 0 && !known ? [{ kind: 'defined', entity: paper } satisfies FactDraft] : []),
      ...correctPrints(without, { paperId: paper.id }).facts,
    ],
    done: { code: 'printsTook', count: prints.length, black },
  };
}

/**
 * Takes facts back, the newest first: the log keeps both the entry and its withdrawal.
 *
 * @param reason as the log shows it
 */
export const takeBack = (factIds: readonly string[], reason = 'taken back'): readonly FactDraft[] =>
  [...factIds].reverse().map((factId) => ({ kind: 'voided', factId, reason }));

/** A moment before the first of these facts: when what they show must have happened. */
export function momentBefore(facts: readonly Fact[], ids: ReadonlySet<string>): string {
  const first = facts.find(({ id }) => ids.has(id))?.at;
  return new Date((first ? Date.parse(first) : 0) - 1000).toISOString();
}
