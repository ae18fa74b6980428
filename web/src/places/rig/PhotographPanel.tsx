import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';
import { all } from '@hiraeth/core/ledger';
import { gapProblemWords } from '@hiraeth/core/words';
import { headHealth, readGaps } from '@hiraeth/core/nozzle';
import { useLedger } from '../../state/hooks';
import { downloadAs } from '../../parts/download';
import { Pick } from '../../parts/fields';
import { aside } from '../../workers/aside';
import type { PhotographWorker } from '../../workers/photograph.worker';

/** Prints a printer's own check with known gaps, and photographs it: to try how it is read. */
export function PhotographPanel() {
  const ledger = useLedger();
  const printers = all(ledger.context, 'printer').filter(({ checkLayout }) => checkLayout);
  const [printerId, setPrinter] = useState(printers[0]?.id ?? '');
  const printer = printers.find(({ id }) => id === printerId) ?? printers[0];
  const [slotId, setSlot] = useState('');
  const [typed, setTyped] = useState('');
  const [busy, setBusy] = useState(false);
  const [said, setSaid] = useState<string | null>(null);
  const seed = useRef(1);
  if (!printer?.checkLayout) return null;
  const layout = printer.checkLayout;
  const slot = printer.slots.find(({ id }) => id === slotId) ?? printer.slots[0]!;
  const field = layout.fields.find((one) => one.slotId === slot.id);
  const gaps = readGaps(typed, field ? field.rows * field.columns : null);
  const missing = Object.fromEntries([
    ...headHealth(ledger, printer.id)!.channels.map((channel) => [channel.slotId, channel.failing]),
    ...(gaps.ok && gaps.value.seen && gaps.value.lines.length > 0 ? [[slot.id, gaps.value.lines]] : []),
  ]) as Readonly<Record<string, readonly number[]>>;
  const photograph = async (): Promise<void> => {
    setBusy(true);
    setSaid(null);
    try {
      const blob = await aside<PhotographWorker, Blob>(
        () => new Worker(new URL('../../workers/photograph.worker.ts', import.meta.url), { type: 'module' }),
        (remote) => remote.photograph(layout, missing, seed.current++),
        new AbortController().signal,
      );
      const url = URL.createObjectURL(blob);
      downloadAs(`${printer.id}-check.png`, url);
      setTimeout(() => URL.revokeObjectURL(url), 60_000);
      setSaid('Photographed. Drop the file into Checks.');
    } catch (failed) {
      setSaid(failed instanceof Error ? failed.message : 'It could not be photographed.');
    } finally {
      setBusy(false);
    }
  };
  return (
    <section className="section" aria-label="A photographed check">
      <header>
        <h2>A photographed check</h2>
      </header>
      <p className="soft">
        Prints the check with the lines that are failing in the log, and those named here, and photographs it
        a little askew.
      </p>
      <div className="form">
        <Pick
          label="Printer"
          value={printer.id}
          options={printers.map(({ id, name }) => ({ value: id, label: name }))}
          onPick={setPrinter}
        />
        <Pick
          label="Channel"
          value={slot.id}
          options={printer.slots.map(({ id, name }) => ({ value: id, label: name }))}
          onPick={setSlot}
        />
        <TextField
          label="Its missing lines"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          placeholder="#7, 9"
          error={!gaps.ok}
          helperText={gaps.ok ? undefined : gapProblemWords(gaps.problem)}
        />
      </div>
      <div className="row">
        <Button variant="outlined" disabled={busy || !gaps.ok} onClick={() => void photograph()}>
          {busy ? 'Printing and photographing …' : 'Photograph it'}
        </Button>
        <span role="status">{said}</span>
      </div>
    </section>
  );
}
