import { insideWords, goingInWords } from '@hiraeth/core/words';
import { resetChips, rotate } from '@hiraeth/core/acts';
import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { readMass, type LogSnapshot, type MassReading } from '@hiraeth/core/ledger';
import { rotationOf, type RotationPair } from '@hiraeth/core/plan';
import { useLedger, useNow, useAct } from '../../state/hooks';
import { useUnfinished, type Unfinished } from '../../state/unfinished';
import { Big } from '../../parts/Big';
import { QuantityField, readTyped } from '../../parts/fields';
import { PrinterPick, usePrinter } from '../../parts/PrinterPick';
import { Swatch } from '../../parts/Swatch';
import { Leaves } from '../../parts/Leaves';

type Under = NonNullable<Unfinished['rotation']['under']>;
const NOT_BEGUN: Unfinished['rotation'] = { under: null, leftOut: [] };

/** A whole set for the one that is in: one cartridge at a time, each in its slot, one priming routine at the end. */
export default function Rotate() {
  const ledger = useLedger();
  const now = useNow();
  const act = useAct();
  const printer = usePrinter();
  const [kept, put] = useUnfinished('rotation');
  // What is typed is shown at once, and kept as soon as it can be.
  const [{ under, leftOut }, setBegun] = useState(kept ?? NOT_BEGUN);
  const begin = (next: Unfinished['rotation'] | null): void => {
    setBegun(next ?? NOT_BEGUN);
    void put(next);
  };
  const [cameOut, setCameOut] = useState<readonly string[]>([]);
  const rotation = printer && rotationOf(ledger, printer.id, now);
  const keep = (next: Under | null): void => begin({ under: next, leftOut });
  const leaveOut = (slotIds: readonly string[]): void => begin({ under, leftOut: slotIds });
  if (!printer || !rotation)
    return (
      <div className="stack">
        <h1>Rotate a set</h1>
        <p>
          First <Link to="/set-up">set up a printer</Link>.
        </p>
      </div>
    );
  const going = rotation.pairs.filter(({ into, slot }) => into !== null && !leftOut.includes(slot.id));
  const mine = under?.printerId === printer.id ? under : null;
  const stopped = going.filter(({ problems }) => problems.length > 0);
  const done = mine ? going.filter(({ slot }) => mine.swapped.includes(slot.id)) : [];
  const next = mine ? going.find(({ slot }) => !mine.swapped.includes(slot.id)) : going[0];
  const unread = Object.values(mine?.masses ?? {}).some((text) => readTyped(text, 'mass').error !== null);
  const finish = async (): Promise<void> => {
    if (!mine) return;
    const saved = await act(
      rotate(
        printer.id,
        done.map(({ slot, out, into }) => ({
          slotId: slot.id,
          outId: out?.body.cartridge.id ?? null,
          inId: into!.body.cartridge.id,
        })),
        massesOf(ledger, mine.masses),
      ),
    );
    if (!saved) return;
    setCameOut(done.flatMap(({ out }) => out?.body.cartridge.id ?? []));
    // Left out this time, not for ever.
    begin(null);
  };
  return (
    <div className="sheet">
      <div>
        <h1>Rotate a set</h1>
        <Leaves of="/bench" />
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
        <PrinterPick />
        {cameOut.length > 0 && !mine && (
          <p role="status">
            {cameOut.length === 1 ? 'One came' : `${cameOut.length} came`} out:{' '}
            <Link to={`/bench?cartridges=${cameOut.join(',')}`}>top them up on the Bench</Link>, one after the
            other.
          </p>
        )}
        {!mine && rotation.toReset.length > 0 && (
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
        )}
        {!mine && going.length > 0 && (
          <>
            {printer.exchangeState && (
              <p>
                Ask {printer.name} on its own panel to change a cartridge, and wait until it has moved its
                head there, before anything is pulled out.
              </p>
            )}
            <div className="row">
              <Button
                variant="contained"
                disabled={stopped.length > 0}
                onClick={() =>
                  keep({ printerId: printer.id, startedAt: Date.now(), swapped: [], masses: {} })
                }
              >
                It is open: begin
              </Button>
              {stopped.length > 0 && (
                <span className="bad" role="status">
                  {stopped.length === 1 ? 'One cartridge' : `${stopped.length} cartridges`} cannot go in yet:
                  see below.
                </span>
              )}
            </div>
          </>
        )}
        <div className="scrollx">
          <table className="lines">
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
                  isNext={pair === next}
                  isOut={leftOut.includes(pair.slot.id)}
                  onOut={(out) =>
                    leaveOut(out ? [...leftOut, pair.slot.id] : leftOut.filter((id) => id !== pair.slot.id))
                  }
                  onMass={(id, text) => mine && keep({ ...mine, masses: { ...mine.masses, [id]: text } })}
                  onSwapped={() => mine && keep({ ...mine, swapped: [...mine.swapped, pair.slot.id] })}
                />
              ))}
            </tbody>
          </table>
        </div>
        {mine && (
          <div className="row">
            <Button variant="contained" disabled={done.length === 0 || unread} onClick={() => void finish()}>
              {next ? `Close it here: save these ${done.length}` : 'It is closed: save'}
            </Button>
            <Button onClick={() => keep(null)}>Nothing was changed</Button>
            {unread && (
              <span className="bad" role="status">
                A mass cannot be read: mend it, or empty its field.
              </span>
            )}
          </div>
        )}
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
      <td>
        <Swatch shades={slot.shades} /> {slot.name}
      </td>
      <td>{side(out, `${slot.name} out`)}</td>
      <td>
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
  const [at, setAt] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setAt(Date.now()), 1000);
    return () => clearInterval(timer);
  }, []);
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

/** What was weighed on the way; an empty field was not. */
const massesOf = (ledger: LogSnapshot, masses: Under['masses']): ReadonlyMap<string, MassReading> =>
  new Map(
    Object.entries(masses).flatMap(([id, text]) => {
      const { value } = readTyped(text, 'mass');
      return value === null ? [] : [[id, readMass(ledger.context, value)] as const];
    }),
  );
