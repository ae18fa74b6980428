import { cleanHead } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link } from 'react-router';
import {
  agoWords,
  CAUTION_WORDS,
  HEAD_ACT_WORDS,
  headOptionWords,
  headReasonWords,
} from '@hiraeth/core/words';
import { headAdvice, headHealth, type HeadAdvice, type HeadHealth } from '@hiraeth/core/nozzle';
import { routineDraw } from '@hiraeth/core/ledger';
import { CLEANING_LEVELS, type Printer } from '@hiraeth/core/workbook';
import { useAct, useHour, useLedger } from '../../state/hooks';
import { Big } from '../../parts/Big';
import { day } from '../../parts/dates';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { Cleanings } from './Cleanings';
import { HeadMap } from './HeadMap';
import { LogCheck } from './LogCheck';
import { LookTable } from './LookTable';
import { PhotoCheck } from './PhotoCheck';
import { Trouble } from './Trouble';
import { Leaves } from '../../parts/Leaves';

/** Does every nozzle print? What was missing at each look, what cleanings brought, and what to do next. */
export default function Checks() {
  const ledger = useLedger();
  const at = useHour();
  const printer = usePrinter();
  const [filled, setFilled] = useState<{
    readonly printerId: string | null;
    readonly typed: Readonly<Record<string, string>>;
    readonly unsure?: Readonly<Record<string, readonly number[]>>;
    readonly count: number;
  }>({ printerId: null, typed: {}, count: 0 });
  const health = printer && headHealth(ledger, printer.id);
  const advice = printer && headAdvice(ledger, printer.id, at);
  if (!printer || !health || !advice)
    return (
      <div className="stack">
        <h1>Checks</h1>
        <p>First set up a printer: then its nozzle checks are kept here.</p>
        <div>
          <Button variant="contained" component={Link} to="/set-up">
            Set up a printer
          </Button>
        </div>
      </div>
    );
  return (
    <div className="sheet">
      <div>
        <div className="stack">
          <h1>Checks</h1>
          <Leaves of="/checks" />
          <PrinterPick past />
        </div>
        <Answer health={health} advice={advice} />
        <Done printer={printer} advice={advice} />
        <section className="section">
          <header>
            <h2>At each look</h2>
            <Link to={`/checks/sheet?printer=${printer.id}`}>A sheet that makes every ink work</Link>
          </header>
          <LookTable health={health} printer={printer} />
        </section>
        <PhotoCheck
          key={printer.id}
          printer={printer}
          onRead={(typed, unsure) =>
            setFilled((before) => ({ printerId: printer.id, typed, unsure, count: before.count + 1 }))
          }
        />
        <HeadMap health={health} printer={printer} />
        <Cleanings health={health} />
        <Trouble printer={printer} />
      </div>
      <aside>
        <LogCheck
          key={`${printer.id} ${filled.printerId === printer.id ? filled.count : ''}`}
          printer={printer}
          {...(filled.printerId === printer.id
            ? { initial: filled.typed, ...(filled.unsure ? { unsure: filled.unsure } : {}) }
            : {})}
        />
        <Options advice={advice} printer={printer} />
      </aside>
    </div>
  );
}

/** The one thing to do, why, and how many lines are missing. */
function Answer({ health, advice }: { readonly health: HeadHealth; readonly advice: HeadAdvice }) {
  const missing = health.channels.reduce((sum, channel) => sum + channel.missing, 0);
  const last = health.checks.at(-1);
  const worst = health.channels.filter((channel) => channel.missing > 0).map(({ name }) => name);
  return (
    <div className="lead">
      {last ? (
        <Big
          text={String(missing)}
          of={missing === 1 ? 'line missing' : 'lines missing'}
          tone={missing > 0 ? 'warn' : ''}
          testId="missing"
        />
      ) : (
        <Big text="–" of="no check yet" />
      )}
      <div>
        <p>
          <strong>{HEAD_ACT_WORDS[advice.act]}.</strong> {advice.why.map(headReasonWords).join(' ')}
        </p>
        <p className="soft small">
          {last ? `Last looked at ${day(last.at)}${worst.length > 0 ? `: ${worst.join(', ')}` : ''}. ` : ''}
          {advice.daysIdle === null ? '' : `Last used ${agoWords(advice.daysIdle)}.`}
          {health.since ? ` This head is in it since ${day(health.since)}.` : ''}
        </p>
      </div>
    </div>
  );
}

/** The cleaning that is advised, logged when it was made: of the channels that it was advised for. */
function Done({ printer, advice }: { readonly printer: Printer; readonly advice: HeadAdvice }) {
  const act = useAct();
  const level = CLEANING_LEVELS.find((one) => one === advice.act);
  if (!level) return null;
  const slots = level === 'group' ? printer.slots.filter(({ id }) => advice.slotIds.includes(id)) : [];
  return (
    <div className="row">
      <Button variant="outlined" onClick={() => void act(cleanHead(printer.id, level, slots))}>
        It was cleaned{slots.length > 0 ? `: ${slots.map(({ name }) => name).join(', ')}` : ''}
      </Button>
      <Link to="/prints">Another cleaning</Link>
    </div>
  );
}

/** What else could be done, and the ink that each costs; what the printer does by itself. */
function Options({ advice, printer }: { readonly advice: HeadAdvice; readonly printer: Printer }) {
  const { cleansAfterIdleDays: idleDays, cleansEverySheets: everySheets, cleansAt: level } = printer;
  const ledger = useLedger();
  const own = routineDraw(ledger, printer.id, level).value;
  return (
    <div>
      <h2>What each would cost</h2>
      <ul className="plain" style={{ gap: 4 }}>
        {advice.options.map((option) => (
          <li key={option.act} className={option.act === advice.act ? '' : 'soft'}>
            {headOptionWords(option)}
          </li>
        ))}
      </ul>
      {(idleDays !== null || everySheets !== null) && (
        <p className="small soft">
          By itself it cleans{idleDays !== null ? ` after ${idleDays} idle days` : ''}
          {idleDays !== null && everySheets !== null ? ' and' : ''}
          {everySheets !== null ? ` every ${everySheets} sheets of a long job` : ''}: about {own.toFixed(1)}{' '}
          ml each time.
        </p>
      )}
      <p className="caution">
        <b>Mind:</b> {CAUTION_WORDS.torch} {CAUTION_WORDS.unplug}
      </p>
    </div>
  );
}
