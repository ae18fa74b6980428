import { z } from 'zod';
import { PRINT_KINDS } from '@hiraeth/core/workbook';
import { fromLocalField } from '../../parts/dates';
import { typed, whole } from '../../parts/formSchema';
import { printedArea } from '../../parts/printedArea';
import { chosenSize, type ChosenSize } from '../../parts/SizePick';

/** Kind of picture, or paper, that has to be named first. */
export const NEW = 'new';
const MOST_COPIES = 100_000;

const area = ({ size, margin }: { readonly size: ChosenSize; readonly margin: string }) =>
  printedArea(chosenSize(size), margin);

/** A moment, null where none was chosen. */
const moment = (hour: string, missing: string) =>
  typed<string | null>((text, wrong) =>
    text === '' ? null : (fromLocalField(`${text}${hour}`) ?? void wrong(missing)),
  );

/** A print as it is typed, and what it means. */
export const printSchema = z
  .object({
    title: z.string().trim().max(200, 'A title has at most 200 letters.'),
    copies: whole(1, MOST_COPIES, 'Enter how many copies, a whole number of at least 1.'),
    size: z.custom<ChosenSize>(),
    margin: z.string(),
    subjectId: z.string(),
    subjectName: z.string().trim().max(120, 'A name has at most 120 letters.'),
    paperId: z.string(),
    paperName: z.string().trim().max(120, 'A name has at most 120 letters.'),
    as: z.enum(PRINT_KINDS),
    edition: z.string().trim().max(100, 'An edition’s name has at most 100 letters.'),
    /** null: now. */
    when: moment('', 'Choose the day and time of printing.'),
    /** null: whenever it suits. */
    wanted: moment('T12:00', 'Choose the day by which it is wanted.'),
  })
  // Said beside what is wrong in other fields, not after it is mended.
  .refine(({ size }) => chosenSize(size) !== null, {
    path: ['size'],
    message: 'Enter the width and height of one copy.',
    when: () => true,
  })
  .refine((print) => chosenSize(print.size) === null || area(print) !== null, {
    path: ['margin'],
    message: 'Enter margins that leave something of the sheet, or none.',
    when: () => true,
  })
  .refine(({ subjectId, subjectName }) => subjectId !== NEW || subjectName !== '', {
    path: ['subjectName'],
    message: 'Give the new kind of picture a name.',
    when: () => true,
  })
  .refine(({ paperId, paperName }) => paperId !== NEW || paperName !== '', {
    path: ['paperName'],
    message: 'Give the new paper a name.',
    when: () => true,
  })
  .transform((print) => ({ ...print, area: area(print)! }));

export type PrintForm = z.input<typeof printSchema>;
export type TypedPrint = z.output<typeof printSchema>;
