import Button from '@mui/material/Button';
import { useRef } from 'react';
import { Link } from 'react-router';
import { pullOutWords } from '@hiraeth/core/words';
import type { Printer } from '@hiraeth/core/workbook';
import { Leaves } from '../../parts/Leaves';
import { PrinterPick } from '../../parts/PrinterPick';
import { Afterwards, type Row } from './Afterwards';
import { LevelTable } from './LevelTable';
import { nothingToWeigh } from './rows';
import { SetTable } from './SetTable';
import { useWeighIn } from './useWeighIn';

/** The whole set in slot order: a number and Enter for each, the gauge beside it. */
export default function WeighIn() {
  const form = useRef<HTMLDivElement>(null);
  const weighing = useWeighIn(form);
  const { ledger, now, printer, rows, next, done, isOpen, taken, back, shelf } = weighing;
  const { isLooked, weighAll, setShelf, allBack, beginAnew, correct } = weighing;
  if (!printer)
    return (
      <div className="stack">
        <h1>Weigh-in</h1>
        <p>
          There is nothing to weigh yet. <Link to="/set-up">Set up a printer</Link> first.
        </p>
      </div>
    );
  return (
    <div className="sheet">
      <div className="stack" ref={form}>
        <h1>Weigh-in</h1>
        <Leaves of="/weigh-in" />
        <div className="lead">
          <div className="big">
            {done} of {rows.length}
            <small>{isLooked ? 'looked at' : 'weighed'}</small>
          </div>
          <p>
            {next
              ? `Next: ${next.name}. ${howWords(printer, next, isLooked)}`
              : rows.length === 0
                ? nothingToWeigh(ledger, printer.id, now)
                : isLooked
                  ? 'All looked at. What is inside is known as far as it can be seen.'
                  : 'All weighed. The ink is known again.'}
          </p>
        </div>
        <PrinterPick onPick={beginAnew} />
        <Afterwards key={printer.id} printer={printer} rows={rows} taken={taken} onTaken={correct} />
        {isLooked ? <LevelTable weighing={weighing} /> : <SetTable weighing={weighing} />}
        <label className="row small">
          <input type="checkbox" checked={shelf} onChange={(event) => setShelf(event.target.checked)} />
          those on the shelf too
        </label>
        {isOpen && (
          <div className="row">
            <Button variant="contained" onClick={() => void allBack()}>
              They are back in: log the priming routine
            </Button>
            <span className="soft small">
              A printer primes itself after a change. Leave it out if it was not opened for this.
            </span>
          </div>
        )}
        {back && (
          <p role="status">
            The priming routine is logged. <Link to="/">Back to the Rack</Link>
          </p>
        )}
      </div>
      {isLooked ? <NoScale onScale={weighAll} /> : <Hints />}
    </div>
  );
}

/** What a level tells, and how it is weighed after all. */
function NoScale({ onScale }: { readonly onScale: () => void }) {
  return (
    <aside>
      <div>
        <h2>Without a scale</h2>
        <p>
          A level tells a tenth or so of what a cartridge holds; a small scale tells a hundredth.{' '}
          <Link to="/workbook/things">Add a scale</Link> as soon as there is one.
        </p>
        <Button onClick={onScale}>By weight all the same</Button>
      </div>
    </aside>
  );
}

/** What is done with the next one. */
function howWords(printer: Printer, { slot }: Row, isLooked: boolean): string {
  if (isLooked)
    return `No scale is in use: say how full it looks, held upright against the light. ${slot ? pullOutWords(printer) : ''}`;
  return slot
    ? `Out, dry at the outlet, on the scale, back in. ${pullOutWords(printer)}`
    : 'On the shelf: with the keeper that it wears, on the scale.';
}

/** How it goes quickly, and right. */
function Hints() {
  return (
    <aside>
      <div>
        <h2>Quick hands</h2>
        <p>
          A number and <kbd>Enter</kbd> for each slot; a scale that types does the same. The gauge’s figure is
          optional: it teaches how far the printer’s count is off. A column from a table can be pasted into
          the first field.
        </p>
      </div>
      <div>
        <h2>Same parts each time</h2>
        <p>Weigh with the same keeper and tape on as before: a keeper weighs as much as half a millilitre.</p>
      </div>
      <div>
        <h2>From paper</h2>
        <p>
          Masses of the past, with their days: <Link to="/past/masses">in one grid</Link>.
        </p>
      </div>
    </aside>
  );
}
