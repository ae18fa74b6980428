import { useServices } from '../../state/services';
import { insideWords, goingInWords } from '@hiraeth/core/words';
import { resetChips } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { rotationOf, type Rotation, type RotationPair } from '@hiraeth/core/plan';
import type { Printer } from '@hiraeth/core/workbook';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { Big } from '../../parts/Big';
import { QuantityField } from '../../parts/fields';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { Swatch } from '../../parts/Swatch';
import { Leaves } from '../../parts/Leaves';
import { useRotation, type Under } from './useRotation';

/** A whole set for the one that is in: one cartridge at a time, each in its slot, one priming routine at the end. */
export default function Rotate() {
  const ledger = useLedger();
  const now = useNow();
  const printer = usePrinter();
  const rotation = printer && rotationOf(ledger, printer.id, now);
  if (!printer || !rotation)
    return (
      <div className="stack">
        <h1>Rotate a set</h1>
        <p>
          First <Link to="/set-up">set up a printer</Link>.
        </p>
      </div>
    );
  return <RotationSheet printer={printer} rotation={rotation} />;
}

interface Shown {
  readonly printer: Printer;
  readonly rotation: Rotation;
}
type Turning = ReturnType<typeof useRotation>;

function RotationSheet({ printer, rotation }: Shown) {
  const turning = useRotation(printer, rotation);
  const { going, mine, cameOut } = turning;
  return (
    <div className="sheet">
      <div>
        <h1>Rotate a set</h1>
        <Leaves of="/bench" />
        <HowFar printer={printer} rotation={rotation} turning={turning} />
        <PrinterPick />
        {cameOut.length > 0 && !mine && (
          <p role="status">
            {cameOut.length === 1 ? 'One came' : `${cameOut.length} came`} out:{' '}
            <Link to={`/bench?cartridges=${cameOut.join(',')}`}>top them up on the Bench</Link>, one after the
            other.
          </p>
        )}
        {!mine && <ToReset rotation={rotation} />}
        {!mine && going.length > 0 && <Begin printer={printer} turning={turning} />}
        <div className="scrollx">
          <table className="lines by-hand">
            <thead>
              <tr>
                <th>Slot</th>
                <th>Comes out</th>
                <th>Goes in</th>
                <th>
                  <span className="visually-hidden">Swap</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {rotation.pairs.map((pair) => (
                <Row
                  key={pair.slot.id}
                  pair={pair}
                  under={mine}
                  isNext={pair === turning.next}
                  isOut={turning.leftOut.includes(pair.slot.id)}
                  onOut={(out) => turning.leaveOut(pair.slot.id, out)}
                  onMass={turning.weigh}
                  onSwapped={() => turning.swap(pair.slot.id)}
                />
              ))}
            </tbody>
          </table>
        </div>
        {mine && <Close turning={turning} />}
      </div>
      <aside>
        <div>
          <h2>Afterwards</h2>
          <p>
            Reset the chips of the set that came out once it is topped up on the{' '}
            <Link to="/bench">Bench</Link>; it rests meanwhile. Print a{' '}
            <Link to={`/checks?printer=${printer.id}`}>check</Link> before the first good sheet.
          </p>
        </div>
      </aside>
    </div>
  );
}

/** How many are in, what comes next, and how long the head may stand open. */
function HowFar({ printer, rotation, turning }: Shown & { readonly turning: Turning }) {
  const { going, mine, done, next } = turning;
  return (
    <div className="lead" style={{ paddingTop: 12 }}>
      <Big
        text={mine ? `${done.length} of ${going.length}` : String(going.length)}
        of={mine ? 'are in' : going.length === 1 ? 'cartridge to go in' : 'cartridges to go in'}
        testId="rotated"
      />
      <div>
        <p>
          {going.length === 0
            ? 'None on the shelf is meant for it: a second set is needed.'
            : mine
              ? next
                ? `Next: ${next.slot.name}. Out with ${next.out?.body.cartridge.label ?? 'nothing'}, in with ${next.into!.body.cartridge.label}.`
                : 'All are in. Close the printer, then save.'
              : rotation.parts.length > 1
                ? `In ${rotation.parts.length} parts: the head may stand open for ${printer.openMinutes} minutes. Close it between them.`
                : 'One at a time, so that none gets into another’s slot.'}
        </p>
        {mine && <OpenFor since={mine.startedAt} minutes={printer.openMinutes} />}
      </div>
    </div>
  );
}

/** Chips that would go in as they counted last. */
function ToReset({ rotation }: Pick<Shown, 'rotation'>) {
  const act = useAct();
  if (rotation.toReset.length === 0) return null;
  return (
    <div className="row">
      <Button variant="outlined" onClick={() => void act(resetChips(rotation.toReset))}>
        {rotation.toReset.length === 1
          ? 'Its chip is reset'
          : `All ${rotation.toReset.length} chips are reset`}
      </Button>
      <span className="small">
        {rotation.toReset.length === 1
          ? 'One that goes in was'
          : `${rotation.toReset.length} that go in were`}{' '}
        filled since its chip was reset: then it counts from full as it goes in.
      </span>
    </div>
  );
}

function Begin({ printer, turning }: Pick<Shown, 'printer'> & { readonly turning: Turning }) {
  const { stopped } = turning;
  return (
    <>
      {printer.exchangeState && (
        <p>
          Ask {printer.name} on its own panel to change a cartridge, and wait until it has moved its head
          there, before anything is pulled out.
        </p>
      )}
      <div className="row">
        <Button variant="contained" disabled={stopped.length > 0} onClick={turning.start}>
          It is open: begin
        </Button>
        {stopped.length > 0 && (
          <span className="bad" role="status">
            {stopped.length === 1 ? 'One cartridge' : `${stopped.length} cartridges`} cannot go in yet: see
            below.
          </span>
        )}
      </div>
    </>
  );
}

/** All in, or as far as one came: it is closed, and written. */
function Close({ turning }: { readonly turning: Turning }) {
  const { done, next, unread } = turning;
  return (
    <div className="row">
      <Button
        variant="contained"
        disabled={done.length === 0 || unread}
        onClick={() => void turning.finish()}
      >
        {next ? `Close it here: save these ${done.length}` : 'It is closed: save'}
      </Button>
      <Button onClick={turning.giveUp}>Nothing was changed</Button>
      {unread && (
        <span className="bad" role="status">
          A mass cannot be read: mend it, or empty its field.
        </span>
      )}
    </div>
  );
}

function Row({
  pair: { slot, out, into, problems },
  under,
  isNext,
  isOut,
  onOut,
  onMass,
  onSwapped,
}: {
  readonly pair: RotationPair;
  readonly under: Under | null;
  readonly isNext: boolean;
  readonly isOut: boolean;
  readonly onOut: (out: boolean) => void;
  readonly onMass: (cartridgeId: string, text: string) => void;
  readonly onSwapped: () => void;
}) {
  const swapped = under?.swapped.includes(slot.id) ?? false;
  const side = (view: RotationPair['out'], which: string) =>
    view ? (
      <>
        <Link to={`/cartridge/${view.body.cartridge.id}`}>{view.body.cartridge.label}</Link>{' '}
        <span className="soft small">{insideWords(view)}</span>
        {under && (isNext || swapped) && (
          <div style={{ maxWidth: 170, marginTop: 6 }}>
            <QuantityField
              label={`${which}, g`}
              kind="mass"
              value={under.masses[view.body.cartridge.id] ?? ''}
              onText={(text) => onMass(view.body.cartridge.id, text)}
            />
          </div>
        )}
      </>
    ) : (
      <span className="soft">none</span>
    );
  return (
    <tr className={isNext && under ? 'total' : ''}>
      <td className="whole">
        <Swatch shades={slot.shades} /> {slot.name}
      </td>
      <td data-says="Comes out">{side(out, `${slot.name} out`)}</td>
      <td data-says="Goes in">
        {side(into, `${slot.name} in`)}
        {problems.map((problem, i) => {
          const { what, mend } = goingInWords(problem);
          return (
            <div key={i} className="bad small">
              {what} {mend}
            </div>
          );
        })}
      </td>
      <td className="n">
        {isOut ? (
          <>
            <span className="soft">left out this time</span>{' '}
            <Button
              size="small"
              onClick={() => onOut(false)}
              aria-label={`Take ${slot.name} along after all`}
            >
              After all
            </Button>
          </>
        ) : swapped ? (
          <span>it is in</span>
        ) : !under && into ? (
          <Button size="small" onClick={() => onOut(true)} aria-label={`Leave ${slot.name} out`}>
            Leave it out
          </Button>
        ) : (
          under &&
          isNext && (
            <Button variant="outlined" onClick={onSwapped}>
              {slot.name} is swapped
            </Button>
          )
        )}
      </td>
    </tr>
  );
}

/** How long the head has stood open, and when that is enough. */
function OpenFor({ since, minutes }: { readonly since: number; readonly minutes: number }) {
  const { clock } = useServices();
  const [at, setAt] = useState(() => clock.now());
  useEffect(() => {
    const timer = setInterval(() => setAt(clock.now()), 1000);
    return () => clearInterval(timer);
  }, [clock]);
  const left = Math.round(minutes * 60 - (at - since) / 1000);
  const words = `${Math.floor(Math.abs(left) / 60)}:${String(Math.abs(left) % 60).padStart(2, '0')}`;
  return (
    <p className={left < 120 ? 'bad' : 'soft'} role="timer">
      {left > 0
        ? `The head may stand open for ${words} more.`
        : `Open ${words} too long: close it now, and go on with the rest later.`}
    </p>
  );
}
