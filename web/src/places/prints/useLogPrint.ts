import {
  logPrint,
  newPaper,
  newSubject,
  planPrint,
  type NewNames,
  type PrintAsked,
} from '@hiraeth/core/acts';
import { zodResolver } from '@hookform/resolvers/zod';
import { useForm, useWatch } from 'react-hook-form';
import { all } from '@hiraeth/core/ledger';
import type { FactOf } from '@hiraeth/core/workbook';
import { useAct, useLedger } from '../../state/hooks';
import { useServices } from '../../state/services';
import { demandOf, usePicture } from '../../parts/picture/usePicture';
import { chooseSize } from '../../parts/SizePick';
import { NEW, printSchema, type PrintForm, type TypedPrint } from './printForm';
import { useRepeat } from './useRepeat';

/** The form as it stands at first: of the kind, paper and size that were printed last. */
const startOf = (
  last: FactOf<'printed'> | undefined,
  subjectId: string | undefined,
  paperId: string | undefined,
): PrintForm => ({
  title: '',
  copies: '1',
  size: chooseSize(last),
  margin: '',
  subjectId: last?.subjectId ?? subjectId ?? NEW,
  subjectName: '',
  paperId: last?.paperId ?? paperId ?? '',
  paperName: '',
  as: 'print',
  edition: '',
  when: '',
  wanted: '',
});

/** What was typed as core takes it, with the names that are new. */
function printOf(
  typed: TypedPrint,
  printerId: string,
  newId: (kind: string) => string,
  demand: ReturnType<typeof demandOf>,
): { readonly names: NewNames; readonly print: PrintAsked } {
  const id = typed.subjectId === NEW ? newId('subject') : typed.subjectId;
  const paper = typed.paperId === NEW ? newId('paper') : typed.paperId;
  return {
    names: {
      ...(typed.subjectId === NEW ? { subject: newSubject(typed.subjectName, () => id) } : {}),
      ...(typed.paperId === NEW ? { paper: newPaper(typed.paperName, () => paper) } : {}),
    },
    print: {
      printerId,
      title: typed.title || 'Untitled',
      copies: typed.copies,
      ...typed.area,
      subjectId: id,
      ...(paper ? { paperId: paper } : {}),
      ...(demand ? { demand: [...demand] } : {}),
    },
  };
}

/** A print as it is typed, with its picture: logged as it came out, or planned. */
export function useLogPrint(printerId: string, onPrinter: (printerId: string) => void) {
  const ledger = useLedger();
  const act = useAct();
  const { newId } = useServices();
  const subjects = all(ledger.context, 'subject');
  const papers = all(ledger.context, 'paper');
  const last = ledger.facts.findLast((fact): fact is FactOf<'printed'> => fact.kind === 'printed');
  const { control, handleSubmit, setValue, getValues } = useForm<PrintForm, unknown, TypedPrint>({
    resolver: zodResolver(printSchema),
    defaultValues: startOf(last, subjects[0]?.id, papers[0]?.id),
  });
  const [subjectId, size, margin, paperId] = useWatch({
    control,
    name: ['subjectId', 'size', 'margin', 'paperId'],
  });
  const picture = usePicture(
    printerId,
    ({ subjectId: near, size: printed, name }) => {
      if (near) setValue('subjectId', near);
      if (printed) setValue('size', printed);
      if (getValues('title') === '') setValue('title', name);
    },
    paperId,
  );
  const again = useRepeat(last ?? null);

  const done = ({ subjectId: id, paperId: paper }: PrintAsked): void => {
    for (const field of ['title', 'when', 'wanted', 'subjectName', 'paperName'] as const) setValue(field, '');
    setValue('copies', '1');
    setValue('subjectId', id);
    setValue('paperId', paper ?? '');
    picture.clear();
  };
  const log = async (typed: TypedPrint): Promise<void> => {
    const { names, print } = printOf(typed, printerId, newId, demandOf(picture, printerId));
    const saved = await act(
      logPrint(
        print,
        {
          ...(typed.as === 'print' ? {} : { as: typed.as }),
          ...(typed.edition ? { edition: typed.edition } : {}),
          ...(typed.when ? { at: typed.when } : {}),
        },
        names,
      ),
    );
    if (saved) done(print);
  };
  const plan = async (typed: TypedPrint): Promise<void> => {
    const { names, print } = printOf(typed, printerId, newId, demandOf(picture, printerId));
    const saved = await act(planPrint(print, typed.wanted || undefined, names));
    if (saved) done(print);
  };
  const choosePrinter = (id: string): void => {
    onPrinter(id);
    // What is usual on the other one is not what is usual here.
    const before = ledger.facts.findLast(
      (fact): fact is FactOf<'printed'> => fact.kind === 'printed' && fact.printerId === id,
    );
    if (!before) return;
    setValue('subjectId', before.subjectId);
    setValue('paperId', before.paperId ?? '');
    setValue('size', chooseSize(before));
  };
  return {
    control,
    subjects,
    papers,
    picture,
    chosen: { subjectId, size, margin, paperId },
    again,
    lastTitle: last?.title ?? '',
    log: () => void handleSubmit(log)(),
    plan: () => void handleSubmit(plan)(),
    choosePrinter,
  };
}
export type LoggingPrint = ReturnType<typeof useLogPrint>;
