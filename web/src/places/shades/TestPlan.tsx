import { useState } from 'react';
import { all } from '@hiraeth/core/ledger';
import { testPrint } from '@hiraeth/core/colour';
import { testShortWords, howMany } from '@hiraeth/core/words';
import type { Printer } from '@hiraeth/core/workbook';
import { useHour, useLedger } from '../../state/hooks';
import { Pick } from '../../parts/fields';
import { PaperPick } from '../../parts/PaperPick';
import { chooseSize, chosenSize, SizePick } from '../../parts/SizePick';

/** How much to print, or to clean, before a test print shows the new ink alone. */
export function TestPlan({ printer }: { readonly printer: Printer }) {
  const ledger = useLedger();
  const at = useHour();
  const subjects = all(ledger.context, 'subject');
  const [subjectId, setSubjectId] = useState(subjects[0]?.id ?? '');
  const [size, setSize] = useState(() => chooseSize());
  const [paperId, setPaperId] = useState('');
  const area = chosenSize(size);
  const plan =
    area && subjectId ? testPrint(ledger, printer.id, { subjectId, paperId, ...area }, at) : undefined;
  if (subjects.length === 0) return null;
  return (
    <section className="section" aria-label="Plan a test print">
      <header>
        <h2>After a change of ink: when does a test print tell?</h2>
      </header>
      <div className="row">
        <Pick
          label="Meanwhile one prints"
          value={subjectId}
          options={subjects.map(({ id, name }) => ({ value: id, label: name }))}
          onPick={setSubjectId}
        />
        <SizePick value={size} onPick={setSize} />
        <PaperPick printerId={printer.id} value={paperId} onPick={setPaperId} />
      </div>
      {plan && (
        <>
          <p>
            <strong data-testid="test-sheets">{howMany(plan.sheets, 'sheet')}</strong> of these, or{' '}
            {howMany(plan.cleanings, 'light cleaning')} ({plan.cleaningsMl.toFixed(0)} ml over all channels).
            Until then the lines still hold the old ink; <strong>{plan.slowest}</strong> takes longest: it
            draws {plan.channels.find(({ name }) => name === plan.slowest)!.perSheetMl.toFixed(3)} ml a sheet,
            and {plan.channels[0]!.needMl.toFixed(0)} ml have to go through until a twentieth of the old is
            left.
          </p>
          {testShortWords(plan).map((words) => (
            <p key={words} className="caution">
              <b>Mind:</b> {words}
            </p>
          ))}
          <p className="soft small">
            Then: the same files, paper and driver settings as for the original. Look at once, after a day,
            and after a month. Lines hold {plan.channels[0]!.lineMl} ml a channel
            {printer.lineMl === null ? ' (assumed: set it with the printer in Workbook)' : ''}.
          </p>
        </>
      )}
    </section>
  );
}
