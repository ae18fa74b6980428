import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import {
  all,
  composition,
  MEASURE_CONDITIONS,
  mixesOf,
  parsePatches,
  patchProblemWords,
  type Book,
  type MeasureCondition,
  type Printer,
} from '@hiraeth/core';
import { useHour, useLedger, useRecord } from '../../state/hooks';
import { FileButton } from '../../parts/FileButton';
import { optionsOf, Pick, QuantityField, readTyped } from '../../parts/fields';

const ILLUMINANTS = ['D50', 'D65'] as const;
const CONDITION_NAMES: Record<MeasureCondition, string> = {
  M0: 'M0, lamp as it is',
  M1: 'M1, brightener excited',
  M2: 'M2, ultraviolet cut',
};

/** Patches from an instrument: pasted or a file, with what they were printed with. */
export function Measure({ printer, chart: last }: { readonly printer: Printer; readonly chart: string }) {
  const ledger = useLedger();
  const at = useHour();
  const record = useRecord();
  const papers = all(ledger.context, 'paper');
  const [text, setText] = useState('');
  const [ink, setInk] = useState<'refill' | 'original'>('refill');
  const [chart, setChart] = useState(last);
  const [paperId, setPaperId] = useState(papers[0]?.id ?? '');
  const [condition, setCondition] = useState<MeasureCondition>('M1');
  const [illuminant, setIlluminant] = useState<'D50' | 'D65'>('D50');
  const [where, setWhere] = useState('');
  const [months, setMonths] = useState('0');
  const [error, setError] = useState<string | null>(null);
  const found = text.trim() === '' ? null : parsePatches(text);
  const age = readTyped(months, 'plain').value;
  const save = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    if (!found) return setError('Paste what was measured, or choose its file.');
    if (!found.ok) return setError(patchProblemWords(found.problem));
    if (chart.trim() === '') return setError('Name the chart: patches are compared within one.');
    if (where.trim() !== '' && (age === null || age < 0))
      return setError('For how many months has it hung there? 0 when it is fresh.');
    setError(null);
    const saved = await record(
      [
        {
          kind: 'shadeMeasured',
          ink,
          printerId: printer.id,
          chart: chart.trim(),
          condition,
          illuminant,
          patches: found.value.map(({ name, lab }) => ({ name, lab: [...lab] as [number, number, number] })),
          ...(paperId ? { paperId } : {}),
          ...(ink === 'refill' ? { lots: lotsNow(ledger, printer, at) } : {}),
          ...(where.trim() !== '' ? { display: { where: where.trim(), months: age ?? 0 } } : {}),
        },
      ],
      `Saved: ${found.value.length} patches of ${ink === 'original' ? 'the originals' : 'the refill'}.`,
    );
    if (saved) setText('');
  };
  return (
    <form className="stack" aria-label="Enter what was measured" onSubmit={(event) => void save(event)}>
      <h2>Enter what was measured</h2>
      <TextField
        label="Patches"
        multiline
        minRows={3}
        maxRows={8}
        value={text}
        onChange={(event) => setText(event.target.value)}
        placeholder="A1 52.3 12.1 -4.6"
        helperText={
          found === null
            ? 'Name, L*, a*, b*; or the whole file of the instrument (CGATS.17, CSV)'
            : found.ok
              ? `${found.value.length} patches`
              : patchProblemWords(found.problem)
        }
        error={found !== null && !found.ok}
      />
      <FileButton
        label="File of measured patches"
        accept=".txt,.csv,.cgats,.cie,text/*"
        onFile={(file) => void file.text().then(setText)}
      >
        From a file
      </FileButton>
      <Pick<'refill' | 'original'>
        label="Printed with"
        value={ink}
        options={[
          { value: 'refill', label: 'the refill in it now' },
          { value: 'original', label: 'originals' },
        ]}
        onPick={setInk}
      />
      <TextField label="Chart" value={chart} onChange={(event) => setChart(event.target.value)} />
      {papers.length > 0 && (
        <Pick
          label="Paper"
          value={paperId}
          options={papers.map(({ id, name }) => ({ value: id, label: name }))}
          onPick={setPaperId}
        />
      )}
      <Pick<MeasureCondition>
        label="Condition"
        value={condition}
        options={optionsOf(MEASURE_CONDITIONS, CONDITION_NAMES)}
        onPick={setCondition}
      />
      <Pick<'D50' | 'D65'>
        label="Illuminant"
        value={illuminant}
        options={optionsOf(ILLUMINANTS)}
        onPick={setIlluminant}
      />
      <TextField
        label="Where it hangs"
        value={where}
        onChange={(event) => setWhere(event.target.value)}
        helperText="Only for a series that fades"
      />
      {where.trim() !== '' && (
        <QuantityField label="For so many months" kind="plain" value={months} onText={setMonths} />
      )}
      {error && (
        <p className="bad" role="alert">
          {error}
        </p>
      )}
      <Button type="submit" variant="contained">
        Save what was measured
      </Button>
    </form>
  );
}

/** The lot that each channel holds most of. */
function lotsNow(book: Book, printer: Printer, at: string): { slotId: string; bottleId: string }[] {
  return printer.slots.flatMap(({ id }) => {
    const cartridgeId = book.state.printers.get(printer.id)?.slots.get(id)?.cartridgeId;
    const most = cartridgeId
      ? mixesOf(book, cartridgeId, at)
          .flatMap(composition)
          .sort((a, b) => b.fraction - a.fraction)[0]
      : undefined;
    return most && book.context.entities.has(most.lot) ? [{ slotId: id, bottleId: most.lot }] : [];
  });
}
