import { z } from 'zod';
import { PRINT_KINDS } from '@hiraeth/core';
import { whole } from '../../parts/formSchema';
import { printedArea } from '../../parts/printedArea';
import { chosenSize, type ChosenSize } from '../../parts/SizePick';

/** Kind of picture that has to be named first. */
export const NEW = 'new';
const MOST_COPIES = 100_000;

const area = ({ size, margin }: { readonly size: ChosenSize; readonly margin: string }) =>
  printedArea(chosenSize(size), margin);

/** A print as it is typed, and what it means; when it was, or is wanted, is asked by the button that is pressed. */
export const printSchema = z
  .object({
    title: z.string().trim().max(200, 'A title has at most 200 letters.'),
    copies: whole(1, MOST_COPIES, 'Enter how many copies, a whole number of at least 1.'),
    size: z.custom<ChosenSize>(),
    margin: z.string(),
    subjectId: z.string(),
    subjectName: z.string().trim().max(120, 'A name has at most 120 letters.'),
    paperId: z.string(),
    as: z.enum(PRINT_KINDS),
    edition: z.string().trim().max(100, 'An edition’s name has at most 100 letters.'),
    when: z.string(),
    wanted: z.string(),
  })
  // Said beside what is wrong in other fields, not after it is mended.
  .refine((typed) => area(typed) !== null, {
    path: ['size'],
    message: 'Enter the width and height of one copy, and margins that leave something of it.',
    when: () => true,
  })
  .refine(({ subjectId, subjectName }) => subjectId !== NEW || subjectName !== '', {
    path: ['subjectName'],
    message: 'Give the new kind of picture a name.',
    when: () => true,
  })
  .transform((typed) => ({ ...typed, area: area(typed)! }));

export type PrintForm = z.input<typeof printSchema>;
export type TypedPrint = z.output<typeof printSchema>;
