import type { FactDraft } from '../workbook';
import type { EditionQuote } from './quoteEdition';

/**
 * The fact that keeps a quote as it was said, with what it went by.
 *
 * @param name of the edition; its prints are logged under the same name
 * @param picture that was measured for it; null: priced by its kind of picture
 */
export function promise(quote: EditionQuote, name: string, picture: string | null): FactDraft {
  const { input } = quote;
  return {
    kind: 'editionPriced',
    name,
    printerId: input.printerId,
    subjectId: input.subjectId,
    ...(input.paperId ? { paperId: input.paperId } : {}),
    widthMm: input.widthMm,
    heightMm: input.heightMm,
    copies: input.copies,
    proofs: input.proofs,
    spoils: input.spoils,
    paperMinor: input.paperMinor,
    allowance: input.allowance,
    ...(picture ? { picture } : {}),
    inkMinor: quote.inkMinor,
    totalMinor: quote.totalMinor,
    originalMinor: quote.originalMinor,
    ...(quote.tax ? { tax: quote.tax } : {}),
    channels: quote.channels.map(({ slotId, ml, haveMl }) => ({ slotId, ml, haveMl })),
  };
}
