import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import {
  AFTER_NAMES,
  all,
  CHECK_AFTER,
  CHECK_LIGHTS,
  gapProblemWords,
  LIGHT_NAMES,
  readGaps,
  type CheckAfter,
  type CheckLight,
  type Printer,
} from '@hiraeth/core';
import { useLedger, useRecord } from '../../state/hooks';
import { optionsOf, Pick } from '../../parts/fields';
import { Swatch } from '../../parts/Swatch';

/** A nozzle check in seconds: a field for each channel, Enter goes on to the next, the last one saves. */
export function LogCheck({
  printer,
  initial,
}: {
  readonly printer: Printer;
  /** As it was read from a photograph, to be confirmed. */
  readonly initial?: Readonly<Record<string, string>>;
}) {
  const ledger = useLedger();
  const record = useRecord();
  const papers = all(ledger.context, 'paper');
  const [typed, setTyped] = useState<Readonly<Record<string, string>>>(initial ?? {});
  const [light, setLight] = useState<CheckLight>(initial ? 'scan' : 'white');
  const [after, setAfter] = useState<CheckAfter>('routine');
  const [paperId, setPaperId] = useState('');
  const looks = printer.slots.map((slot) => ({
    slot,
    look: readGaps(typed[slot.id] ?? '', printer.headLines),
  }));
  const wrong = looks.some(({ look }) => !look.ok);
  const save = async (event: FormEvent): Promise<void> => {
    event.preventDefault();
    if (wrong) return;
    const seen = looks.flatMap(({ slot, look }) => (look.ok ? [{ slot, look: look.value }] : []));
    const gaps = seen.flatMap(({ slot, look }) =>
      look.seen && look.nozzles > 0
        ? [
            {
              slotId: slot.id,
              nozzles: look.nozzles,
              ...(look.lines.length > 0 ? { lines: [...look.lines] } : {}),
            },
          ]
        : [],
    );
    const unseen = seen.flatMap(({ slot, look }) => (look.seen ? [] : [slot.id]));
    const saved = await record(
      [
        {
          kind: 'nozzleChecked',
          printerId: printer.id,
          gaps,
          light,
          after,
          ...(unseen.length > 0 ? { unseen } : {}),
          ...(paperId ? { paperId } : {}),
        },
      ],
      `Saved: a check of ${printer.name}, ${gaps.length === 0 ? 'no gap' : `gaps in ${gaps.length} ${gaps.length === 1 ? 'channel' : 'channels'}`}.`,
    );
    if (saved) setTyped({});
  };
  return (
    <form className="stack" aria-label="Log a check" onSubmit={(event) => void save(event)}>
      <h2>Log a check</h2>
      {initial && <p role="status">Filled in from the photograph: look at each, then save.</p>}
      <p className="small soft">
        How many lines are missing (3), which (#57, 121), or – where it cannot be seen. Empty: every line is
        there.
      </p>
      {looks.map(({ slot, look }, i) => (
        <TextField
          key={slot.id}
          size="small"
          label={
            <>
              <Swatch shades={slot.shades} /> {slot.name}
            </>
          }
          value={typed[slot.id] ?? ''}
          onChange={(event) => setTyped({ ...typed, [slot.id]: event.target.value })}
          error={!look.ok}
          helperText={look.ok ? undefined : gapProblemWords(look.problem)}
          slotProps={{ htmlInput: { 'aria-label': `Missing in ${slot.name}`, autoComplete: 'off' } }}
          onKeyDown={(event) => {
            if (event.key !== 'Enter' || i === looks.length - 1) return;
            event.preventDefault();
            const fields = event.currentTarget.closest('form')!.querySelectorAll('input');
            fields[i + 1]?.focus();
          }}
        />
      ))}
      <Pick<CheckLight>
        label="Light"
        value={light}
        options={optionsOf(CHECK_LIGHTS, LIGHT_NAMES)}
        onPick={setLight}
      />
      <Pick<CheckAfter>
        label="It follows"
        value={after}
        options={optionsOf(CHECK_AFTER, AFTER_NAMES)}
        onPick={setAfter}
      />
      {papers.length > 0 && (
        <Pick
          label="Paper"
          value={paperId}
          options={papers.map(({ id, name }) => ({ value: id, label: name }))}
          onPick={setPaperId}
        />
      )}
      <div className="row">
        <Button type="submit" variant="contained" disabled={wrong}>
          Save the check
        </Button>
        <Button
          onClick={() =>
            void record(
              [{ kind: 'headReplaced', printerId: printer.id }],
              `Saved: ${printer.name} has a new head; its checks begin anew.`,
            )
          }
        >
          It has a new head
        </Button>
      </div>
    </form>
  );
}
