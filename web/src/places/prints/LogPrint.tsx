import { logPrint, planPrint, type NewNames, type PrintAsked } from '@hiraeth/core/acts';
import { areaDm2 } from '@hiraeth/core/area';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { zodResolver } from '@hookform/resolvers/zod';
import { Controller, useForm, useWatch } from 'react-hook-form';
import { all } from '@hiraeth/core/ledger';
import { PRINT_KIND_NAMES } from '@hiraeth/core/words';
import { PRINT_KINDS, type FactOf } from '@hiraeth/core/workbook';
import { formatUncertain } from '@hiraeth/core/quantity';
import { printCost, printerCost } from '@hiraeth/core/cost';
import { useHour, useLedger, useMoneyInterval, useNow, useAct } from '../../state/hooks';
import { useServices } from '../../state/services';
import { Big } from '../../parts/Big';
import { toLocalField } from '../../parts/dates';
import { optionsOf, Pick } from '../../parts/fields';
import { PickOf, TextOf } from '../../parts/formFields';
import { PicturePick } from '../../parts/picture/PicturePick';
import { demandMap, demandOf, usePicture } from '../../parts/picture/usePicture';
import { printedArea } from '../../parts/printedArea';
import { chooseSize, chosenSize, SizePick } from '../../parts/SizePick';
import { NEW, printSchema, type PrintForm, type TypedPrint } from './printForm';
import { useRepeat } from './useRepeat';
import { WhichBlack } from './WhichBlack';

/** A print: logged as it came out, or planned; what one takes and costs stands above it while it is typed. */
export function LogPrint({
  printerId,
  onPrinter,
}: {
  readonly printerId: string;
  readonly onPrinter: (printerId: string) => void;
}) {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const { newId } = useServices();
  const printers = all(ledger.context, 'printer');
  const subjects = all(ledger.context, 'subject');
  const papers = all(ledger.context, 'paper');
  const last = ledger.facts.findLast((fact) => fact.kind === 'printed');
  const { control, handleSubmit, setValue, getValues } = useForm<PrintForm, unknown, TypedPrint>({
    resolver: zodResolver(printSchema),
    defaultValues: {
      title: '',
      copies: '1',
      size: chooseSize(last),
      margin: '',
      subjectId: last?.subjectId ?? subjects[0]?.id ?? NEW,
      subjectName: '',
      paperId: last?.paperId ?? papers[0]?.id ?? '',
      paperName: '',
      as: 'print',
      edition: '',
      when: '',
      wanted: '',
    },
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

  const printOf = (typed: TypedPrint): { readonly names: NewNames; readonly print: PrintAsked } => {
    const id = typed.subjectId === NEW ? newId('subject') : typed.subjectId;
    const paper = typed.paperId === NEW ? newId('paper') : typed.paperId;
    const demand = demandOf(picture, printerId);
    return {
      names: {
        ...(typed.subjectId === NEW
          ? { subject: { entity: 'subject' as const, id, name: typed.subjectName } }
          : {}),
        ...(typed.paperId === NEW
          ? {
              paper: {
                entity: 'paper' as const,
                id: paper,
                name: typed.paperName,
                brightener: 'unknown' as const,
              },
            }
          : {}),
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
  };
  const done = ({ subjectId: id, paperId: paper }: PrintAsked): void => {
    for (const field of ['title', 'when', 'wanted', 'subjectName', 'paperName'] as const) setValue(field, '');
    setValue('copies', '1');
    setValue('subjectId', id);
    setValue('paperId', paper ?? '');
    picture.clear();
  };
  const log = async (typed: TypedPrint): Promise<void> => {
    const { names, print } = printOf(typed);
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
    const { names, print } = printOf(typed);
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
  return (
    <>
      <WhatOneTakes
        printerId={printerId}
        subjectId={subjectId}
        area={printedArea(chosenSize(size), margin)}
        demand={demandMap(picture, printerId)}
        paperId={paperId}
      />
      <form
        className="stack"
        aria-label="Log a print"
        noValidate
        onSubmit={(event) => void handleSubmit(log)(event)}
      >
        <div className="form">
          <TextOf control={control} name="title" label="Title" />
          <TextOf control={control} name="copies" label="Copies" numeric />
          <Controller
            control={control}
            name="size"
            render={({ field: { value, onChange }, fieldState: { error } }) => (
              <SizePick value={value} onPick={onChange} error={error?.message} />
            )}
          />
          <PickOf
            control={control}
            name="subjectId"
            label="Kind of picture"
            options={[
              ...subjects.map((subject) => ({ value: subject.id, label: subject.name })),
              { value: NEW, label: 'another kind of picture …' },
            ]}
          />
          {subjectId === NEW && (
            <TextOf
              control={control}
              name="subjectName"
              label="Its name"
              helperText="Such as cool, warm, deep, high key"
            />
          )}
          <PickOf
            control={control}
            name="paperId"
            label="Paper"
            options={[
              ...papers.map((paper) => ({ value: paper.id, label: paper.name })),
              { value: '', label: 'not noted' },
              { value: NEW, label: 'another paper …' },
            ]}
          />
          {paperId === NEW && <TextOf control={control} name="paperName" label="Paper’s name" />}
          <Pick
            label="Printer"
            value={printerId}
            options={printers.map((printer) => ({ value: printer.id, label: printer.name }))}
            onPick={choosePrinter}
          />
          <TextOf
            control={control}
            name="margin"
            label="Margins, mm or in"
            kind="length"
            placeholder="borderless"
            helperText="on each side: no ink falls there"
          />
          <PickOf control={control} name="as" label="As" options={optionsOf(PRINT_KINDS, PRINT_KIND_NAMES)} />
          <TextOf control={control} name="edition" label="Edition" placeholder="optional" />
          <Controller
            control={control}
            name="when"
            render={({ field: { ref, value, ...field } }) => (
              <TextField
                {...field}
                inputRef={ref}
                label="When"
                type="datetime-local"
                // As long as nobody chose: now, whenever it is pressed.
                value={value || toLocalField(now)}
                slotProps={{ inputLabel: { shrink: true } }}
              />
            )}
          />
        </div>
        <WhichBlack printerId={printerId} paperId={paperId} />
        <PicturePick value={picture} printerId={printerId} maps />
        <div className="row">
          <Button type="submit" variant="contained">
            Log the print
          </Button>
          {again && (
            <Button onClick={() => void again()} title="Key: r">
              Once more: {last!.title.slice(0, 30)}
            </Button>
          )}
          <span style={{ marginLeft: 'auto' }} />
          <Controller
            control={control}
            name="wanted"
            render={({ field: { ref, ...field }, fieldState: { error } }) => (
              <TextField
                {...field}
                inputRef={ref}
                label="Wanted by"
                type="date"
                error={error !== undefined}
                helperText={error?.message}
                slotProps={{ inputLabel: { shrink: true } }}
              />
            )}
          />
          <Button variant="outlined" onClick={() => void handleSubmit(plan)()}>
            Plan it
          </Button>
        </div>
      </form>
    </>
  );
}

/** Ink and price of one copy, as the fields stand. */
function WhatOneTakes({
  printerId,
  subjectId,
  area,
  demand,
  paperId,
}: {
  readonly printerId: string;
  readonly subjectId: string;
  readonly area: { readonly widthMm: number; readonly heightMm: number } | null;
  readonly demand: ReadonlyMap<string, number> | undefined;
  readonly paperId: string;
}) {
  const ledger = useLedger();
  const money = useMoneyInterval();
  // An account is not written anew with every half minute.
  const cost = printerCost(ledger, printerId, useHour());
  const one =
    cost && area && subjectId && subjectId !== NEW
      ? printCost(ledger, cost, subjectId, areaDm2(area), {
          demand,
          paperId,
        })
      : null;
  return (
    <div className="lead" style={{ paddingTop: 12 }}>
      <Big text={one && one.ml.value > 0 ? formatUncertain(one.ml, 'ml') : '–'} of="of ink for one" />
      <p>
        {one ? (
          <>
            {one.refill ? `${money(one.refill)} with your ink` : 'A price is not known yet'}
            {one.original ? `, ${money(one.original)} with originals` : ''}: for the size, kind of picture and
            paper below.
          </>
        ) : subjectId === NEW ? (
          'What a new kind of picture takes is learnt from the weigh-ins after it.'
        ) : (
          'Choose a size and a kind of picture below.'
        )}
      </p>
    </div>
  );
}
