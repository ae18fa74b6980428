import { z } from 'zod';
import { parsePatches, type MeasuredUnder } from '@hiraeth/core/colour';
import { patchProblemWords } from '@hiraeth/core/words';
import { MEASURE_CONDITIONS, OBSERVERS } from '@hiraeth/core/workbook';
import { readTyped } from '../../parts/fields';
import { typed } from '../../parts/formSchema';

export const ILLUMINANTS = ['D50', 'D65'] as const;

/** What was measured as it is entered, and what it means. */
export const measureSchema = z
  .object({
    patches: typed((text, wrong) => {
      if (text.trim() === '') return void wrong('Paste what was measured, or choose its file.');
      const found = parsePatches(text);
      return found.ok ? found.value : void wrong(patchProblemWords(found.problem));
    }),
    ink: z.enum(['refill', 'original']),
    chart: z
      .string()
      .trim()
      .min(1, 'Name the chart: patches are compared within one.')
      .max(120, 'A name has at most 120 letters.'),
    paperId: z.string(),
    condition: z.enum(MEASURE_CONDITIONS),
    illuminant: z.enum(ILLUMINANTS),
    observer: z.enum(OBSERVERS),
    numbersMeant: z.boolean(),
    where: z.string().trim().max(120, 'At most 120 letters.'),
    months: z.string(),
  })
  .refine(({ where, months }) => where === '' || monthsOf(months) !== null, {
    path: ['months'],
    message: 'For how many months has it hung there? 0 when it is fresh.',
    when: () => true,
  })
  .superRefine(({ patches: read, numbersMeant, ...picked }, context) => {
    const wrong = (path: string, message: string): void =>
      context.addIssue({ code: 'custom', path: [path], message });
    for (const field of ['condition', 'illuminant', 'observer'] as const) {
      const said = read.under[field];
      if (said !== null && said !== picked[field])
        wrong(field, `Its file says ${said}. What was measured one way is never taken for another.`);
    }
    if (read.notes.some(({ code }) => code === 'patchNumbers') && !numbersMeant)
      wrong('numbersMeant', 'Say that they are, or give the patches names.');
  });
export type MeasureForm = z.input<typeof measureSchema>;
export type Measured = z.output<typeof measureSchema>;

/** Months as typed; null: no number of months. */
export function monthsOf(text: string): number | null {
  const { value } = readTyped(text, 'plain');
  return value !== null && value >= 0 && value <= 1200 ? value : null;
}

/** What the file says, by the field that has it; a light that cannot be picked was refused before. */
export function saidOf({ condition, illuminant, observer }: MeasuredUnder) {
  const said: ['condition' | 'illuminant' | 'observer', never][] = [];
  if (condition) said.push(['condition', condition as never]);
  if (illuminant) said.push(['illuminant', illuminant as never]);
  if (observer) said.push(['observer', observer as never]);
  return said;
}
