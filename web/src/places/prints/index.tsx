import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import {
  all,
  CLEANING_LEVELS,
  PRINT_KIND_NAMES,
  PRINT_KINDS,
  formatUncertain,
  printCost,
  printerCost,
  SHADES,
  type CleaningLevel,
  type FactDraft,
  type Printer,
  type PrintKind,
} from '@hiraeth/core';
import { useHour, useLedger, useMoneyInterval, useNow, useRecord } from '../../state/hooks';
import { useServices } from '../../state/services';
import { Big } from '../../parts/Big';
import { fromLocalField, toLocalField } from '../../parts/dates';
import { optionsOf, Pick, QuantityField, readTyped } from '../../parts/fields';
import { PicturePick } from '../../parts/picture/PicturePick';
import { demandMap, demandOf, usePicture } from '../../parts/picture/usePicture';
import { chooseSize, chosenSize, SizePick } from '../../parts/SizePick';
import { PrintLog } from './PrintLog';
import { printedArea } from '../../parts/printedArea';
import { ToPrint } from './ToPrint';
import { TrayPanel } from './TrayPanel';
import { useRepeat } from './useRepeat';

const UseCharts = lazy(() => import('./UseCharts'));

type PrintDraft = Omit<Extract<FactDraft, { kind: 'jobPlanned' }>, 'kind' | 'by'>;

/** Log what was printed; what each print takes is learnt from it. */
export default function Prints() {
  const ledger = useLedger();
  const now = useNow();
  // An account is not written anew with every half minute.
  const hour = useHour();
  const record = useRecord();
  const money = useMoneyInterval();
  const { newId } = useServices();
  const printers = all(ledger.context, 'printer');
  const subjects = all(ledger.context, 'subject');
  const papers = all(ledger.context, 'paper');
  const last = ledger.facts.findLast((fact) => fact.kind === 'printed');
  const [printerId, setPrinterId] = useState(last?.printerId ?? printers[0]?.id ?? '');
  const [subjectId, setSubjectId] = useState(last?.subjectId ?? subjects[0]?.id ?? '');
  const [paperId, setPaperId] = useState(last?.paperId ?? papers[0]?.id ?? '');
  const [size, setSize] = useState(() => chooseSize(last));
  const [title, setTitle] = useState('');
  const [copies, setCopies] = useState('1');
  const [edition, setEdition] = useState('');
  const [when, setWhen] = useState<string | null>(null);
  const [as, setAs] = useState<PrintKind>('print');
  const [margin, setMargin] = useState('');
  const [wanted, setWanted] = useState('');
  const [subjectName, setSubjectName] = useState('');
  const [cleaning, setCleaning] = useState<CleaningLevel>('light');
  const [error, setError] = useState<string | null>(null);

  const picture = usePicture(printerId, ({ subjectId: near, size: printed, name }) => {
    if (near) setSubjectId(near);
    if (printed) setSize(printed);
    setTitle((before) => before || name);
  });

  const again = useRepeat(last ?? null);

  if (printers.length === 0)
    return (
      <div className="stack">
        <h1>Prints</h1>
        <p>First set up a printer: then its prints can be logged here.</p>
        <div>
          <Button variant="contained" component={Link} to="/set-up">
            Set up a printer
          </Button>
        </div>
      </div>
    );
  const area = printedArea(chosenSize(size), margin);
  const count = readTyped(copies, 'plain').value;
  const cost = printerCost(ledger, printerId, hour);
  const one =
    cost && area && subjectId && subjectId !== 'new'
      ? printCost(
          ledger,
          cost,
          subjectId,
          (area.widthMm * area.heightMm) / 10_000,
          demandMap(picture, printerId),
        )
      : null;
  const isNewSubject = subjectId === 'new';
  /** What was entered as a print, with what has to be defined for it; or what is wrong. */
  const entered = (): { readonly drafts: FactDraft[]; readonly print: PrintDraft } | string => {
    if (!area) return 'Enter the width and height of one copy, and margins that leave something of it.';
    if (count === null || count < 1 || count !== Math.round(count))
      return 'Enter how many copies, a whole number of at least 1.';
    if (isNewSubject && subjectName.trim() === '') return 'Give the new kind of picture a name.';
    const id = isNewSubject ? newId('subject') : subjectId;
    const demand = demandOf(picture, printerId);
    return {
      drafts: isNewSubject
        ? [{ kind: 'defined', entity: { entity: 'subject', id, name: subjectName.trim() } }]
        : [],
      print: {
        printerId,
        title: title.trim() || 'Untitled',
        copies: count,
        ...area,
        subjectId: id,
        ...(paperId ? { paperId } : {}),
        ...(demand ? { demand: [...demand] } : {}),
      },
    };
  };
  const done = (id: string): void => {
    setTitle('');
    picture.clear();
    setCopies('1');
    setWhen(null);
    setWanted('');
    setError(null);
    if (isNewSubject) {
      setSubjectId(id);
      setSubjectName('');
    }
  };
  const save = async (): Promise<void> => {
    const what = entered();
    if (typeof what === 'string') return setError(what);
    const at = when === null ? null : fromLocalField(when);
    if (when !== null && at === null) return setError('Choose the day and time of printing.');
    const { drafts, print } = what;
    const saved = await record(
      [
        ...drafts,
        {
          kind: 'printed',
          ...print,
          ...(as === 'print' ? {} : { as }),
          ...(edition.trim() ? { edition: edition.trim() } : {}),
          ...(at ? { at } : {}),
        },
      ],
      `Saved: ${print.copies} × ${print.title}.`,
    );
    if (saved) done(print.subjectId);
  };
  const plan = async (): Promise<void> => {
    const what = entered();
    if (typeof what === 'string') return setError(what);
    const by = wanted === '' ? null : fromLocalField(`${wanted}T12:00`);
    const { drafts, print } = what;
    const saved = await record(
      [...drafts, { kind: 'jobPlanned', ...print, ...(by ? { by } : {}) }],
      `Saved: ${print.copies} × ${print.title} waits to be printed.`,
    );
    if (saved) done(print.subjectId);
  };
  return (
    <div>
      <div>
        <h1>Prints</h1>
        <div className="lead" style={{ paddingTop: 12 }}>
          <Big text={one && one.ml.value > 0 ? formatUncertain(one.ml, 'ml') : '–'} of="of ink for one" />
          <p>
            {one ? (
              <>
                {one.refill ? `${money(one.refill)} with your ink` : 'A price is not known yet'}
                {one.original ? `, ${money(one.original)} with originals` : ''}. Choose a size and a subject
                below.
              </>
            ) : (
              'Choose a size and a subject below.'
            )}
          </p>
        </div>
        <form
          className="stack"
          aria-label="Log a print"
          onSubmit={(event) => {
            event.preventDefault();
            void save();
          }}
        >
          <div className="form">
            <TextField label="Title" value={title} onChange={(event) => setTitle(event.target.value)} />
            <QuantityField label="Copies" kind="plain" value={copies} onText={setCopies} />
            <SizePick value={size} onPick={setSize} />
            <Pick
              label="Subject"
              value={subjectId}
              options={[
                ...subjects.map((subject) => ({ value: subject.id, label: subject.name })),
                { value: 'new', label: 'another kind of picture …' },
              ]}
              onPick={setSubjectId}
            />
            {isNewSubject && (
              <TextField
                label="Kind of picture"
                value={subjectName}
                onChange={(event) => setSubjectName(event.target.value)}
                helperText="Such as cool, warm, deep, high key"
              />
            )}
            <Pick
              label="Paper"
              value={paperId}
              options={[
                ...papers.map((paper) => ({ value: paper.id, label: paper.name })),
                { value: '', label: 'not noted' },
              ]}
              onPick={setPaperId}
            />
            <Pick
              label="Printer"
              value={printerId}
              options={printers.map((printer) => ({ value: printer.id, label: printer.name }))}
              onPick={(id) => {
                setPrinterId(id);
                // What is usual on the other one is not what is usual here.
                const before = ledger.facts.findLast(
                  (fact) => fact.kind === 'printed' && fact.printerId === id,
                );
                if (before?.kind !== 'printed') return;
                setSubjectId(before.subjectId);
                setPaperId(before.paperId ?? '');
                setSize(chooseSize(before));
              }}
            />
            <QuantityField
              label="Margins, mm or in"
              kind="length"
              value={margin}
              onText={setMargin}
              placeholder="borderless"
              helperText="on each side: no ink falls there"
            />
            <Pick<PrintKind>
              label="As"
              value={as}
              options={optionsOf(PRINT_KINDS, PRINT_KIND_NAMES)}
              onPick={setAs}
            />
            <TextField
              label="Edition"
              value={edition}
              onChange={(event) => setEdition(event.target.value)}
              placeholder="optional"
            />
            <TextField
              label="When"
              type="datetime-local"
              value={when ?? toLocalField(now)}
              onChange={(event) => setWhen(event.target.value)}
              slotProps={{ inputLabel: { shrink: true } }}
            />
          </div>
          <PicturePick value={picture} printerId={printerId} maps />
          {error && (
            <p className="bad" role="alert">
              {error}
            </p>
          )}
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
            <TextField
              label="Wanted by"
              type="date"
              value={wanted}
              onChange={(event) => setWanted(event.target.value)}
              slotProps={{ inputLabel: { shrink: true } }}
            />
            <Button variant="outlined" onClick={() => void plan()}>
              Plan it
            </Button>
          </div>
        </form>
        <ToPrint />
        <section className="section" aria-label="What the printer did besides">
          <header>
            <h2>What it did besides</h2>
          </header>
          <div className="row">
            <Pick<CleaningLevel>
              label="Head cleaning"
              value={cleaning}
              options={CLEANING_LEVELS.map((level) => ({
                value: level,
                label: {
                  light: 'light',
                  deep: 'deep',
                  group: 'one group',
                  recharge: 'whole lines recharged',
                }[level],
              }))}
              onPick={setCleaning}
            />
            <Button
              variant="outlined"
              onClick={() =>
                void record([{ kind: 'cleaned', printerId, level: cleaning }], 'Saved: a head cleaning.')
              }
            >
              Log a cleaning
            </Button>
            <Button
              onClick={() =>
                void record([{ kind: 'printerMoved', printerId }], 'Saved: the printer was moved.')
              }
            >
              It was moved
            </Button>
            <ShadeSwitch printer={printers.find(({ id }) => id === printerId)} />
          </div>
        </section>
        <TrayPanel />
        <PrintLog />
        <Suspense fallback={<p className="soft">Drawing what it takes …</p>}>
          <UseCharts printerId={printerId} />
        </Suspense>
      </div>
    </div>
  );
}

/** A channel that prints two shades by turns: what it was switched to. */
function ShadeSwitch({ printer }: { readonly printer: Printer | undefined }) {
  const record = useRecord();
  const [slotId, setSlotId] = useState('');
  const [shade, setShade] = useState<string>(SHADES[0]);
  if (!printer) return null;
  const slot = printer.slots.find(({ id }) => id === slotId) ?? printer.slots[0]!;
  return (
    <>
      <Pick
        label="Channel"
        value={slot.id}
        options={printer.slots.map(({ id, name }) => ({ value: id, label: name }))}
        onPick={setSlotId}
      />
      <Pick label="Switched to" value={shade} options={optionsOf<string>(SHADES)} onPick={setShade} />
      <Button
        onClick={() =>
          void record(
            [{ kind: 'shadeSwitched', printerId: printer.id, slotId: slot.id, shade }],
            `Saved: ${slot.name} switched to ${shade}.`,
          )
        }
      >
        Log the switch
      </Button>
    </>
  );
}
