import { takeDescription } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import {
  channelsTaught,
  describePrinter,
  readDescription,
  type DescriptionProblem,
} from '@hiraeth/core/exchange';
import { useLedger, useAct } from '../../state/hooks';
import { useServices } from '../../state/services';
import { download } from '../../parts/download';
import { TextFileButton } from '../../parts/TextFileButton';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { Tick } from '../../parts/Tick';

/** A printer's set-up as a file to share, without its log; and one that somebody shared. */
export default function Description() {
  const ledger = useLedger();
  const act = useAct();
  const { newId } = useServices();
  const navigate = useNavigate();
  const printer = usePrinter();
  const [error, setError] = useState<string | null>(null);
  const [withTaught, setWithTaught] = useState(true);
  const taught = printer ? channelsTaught(ledger, printer.id) : 0;
  const take = async (text: string): Promise<void> => {
    const read = readDescription(text, newId);
    if (!read.ok) return setError(wordsOf(read.problem));
    setError(null);
    const saved = await act(takeDescription(read.value));
    if (saved) void navigate('/');
  };
  return (
    <div className="stack">
      <h1>A printer’s description</h1>
      <p>
        The printer, its channels, types, cartridges and inks, without any entry of the log, without weighed
        masses, prices and its address; with what its weigh-ins taught of each channel, if you like. To share
        a set-up, or to begin with somebody else’s, whose figures your own weigh-ins soon overrule.
      </p>
      <section className="section" aria-label="Begin with one">
        <header>
          <h2>Begin with one</h2>
        </header>
        <TextFileButton
          label="Description of a printer"
          accept=".json,application/json"
          onText={(text) => void take(text)}
          onWrong={setError}
        >
          Choose the file
        </TextFileButton>
        {error && (
          <p className="bad" role="alert">
            {error}
          </p>
        )}
        <p className="small">
          What is in this workbook stays as it is: the described printer comes beside it.{' '}
          <Link to="/set-up">Or answer the questions</Link>
        </p>
      </section>
      {printer && (
        <section className="section" aria-label="Share one">
          <header>
            <h2>Share one</h2>
          </header>
          <PrinterPick past />
          {taught > 0 && (
            <Tick
              label={`With what it was taught: how much ${taught} of its channels draw for a picture, a cleaning, a change and a day at rest`}
              checked={withTaught}
              onTick={setWithTaught}
            />
          )}
          <div>
            <Button
              variant="outlined"
              onClick={() => {
                const text = describePrinter(ledger, printer.id, withTaught && taught > 0);
                if (text)
                  download(
                    `${printer.name.replace(/[^\p{L}\p{N}]+/gu, '-').toLowerCase()}.hiraeth-printer.json`,
                    text,
                    'application/json',
                  );
              }}
            >
              Save the description of {printer.name}
            </Button>
          </div>
        </section>
      )}
    </div>
  );
}

function wordsOf(problem: DescriptionProblem): string {
  switch (problem.code) {
    case 'notADescription':
      return 'This file is no description of a printer. Choose one that was saved here under “Share one”; a whole workbook is brought in under Workbook.';
    case 'newerDescription':
      return `This description was written by a newer version (${problem.version}). Load the newest version of the program, then try again.`;
    case 'brokenDescription':
      return `This description cannot be read at “${problem.path || 'its top'}”: it ${problem.message}. Nothing was taken.`;
  }
}
