import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useCallback, useEffect, useState } from 'react';
import { settingsOf } from '@hiraeth/core/ledger';
import { DAY_MS } from '@hiraeth/core/time';
import { day } from '../../parts/dates';
import { Lines } from '../../parts/Lines';
import { useLedger } from '../../state/hooks';
import { DEMO, useServices } from '../../state/services';
import { beginAnew, KEPT_DAYS, newWorkbook, openOwn, setShelved } from '../../state/shelf';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { openWorkbook } from '../../state/thunks';
import { noticed } from '../../state/workbookSlice';
import type { Shelved } from '../../storage';
import { CloseYears } from './CloseYears';

/** The workbooks of this browser: which is open, another one, one that is put away or was emptied. */
export function Books() {
  const dispatch = useAppDispatch();
  const ledger = useLedger();
  const { shelf } = useServices();
  const which = useAppSelector(({ workbook }) => workbook.which);
  const whole = useAppSelector(({ workbook }) => workbook.whole);
  const away = useAppSelector(({ workbook }) => workbook.away);
  const [books, setBooks] = useState<readonly Shelved[] | null>(null);
  const look = useCallback(() => {
    void shelf.list().then(
      (all) => setBooks([...all].sort((a, b) => (a.opened < b.opened ? 1 : -1))),
      () => setBooks([]),
    );
  }, [shelf]);
  useEffect(look, [look, which, whole]);
  const say = (text: string, tone: 'fine' | 'bad' = 'fine'): void =>
    void dispatch(noticed({ text, tone, undo: [] }));
  const put = async (id: string, state: Shelved['state'], said: string): Promise<void> => {
    if (await dispatch(setShelved(id, state))) say(said);
    else say('The browser does not let it be noted. Nothing was changed.', 'bad');
    look();
  };
  const others = (books ?? []).filter(({ id }) => id !== which);
  const of = (state: Shelved['state']): Shelved[] => others.filter((book) => book.state === state);
  const rows = [
    ...(which === DEMO ? [] : [{ book: null }]),
    ...[...of('inUse'), ...of('putAway')].map((book) => ({ book })),
  ];
  return (
    <>
      <section className="section stack" aria-label="Workbooks">
        <header>
          <h2>Workbooks of this browser</h2>
        </header>
        <Lines
          columns={[
            { of: ({ book }) => (book ? book.name : <strong>{settingsOf(ledger.context).name}</strong>) },
            {
              of: ({ book }) => (book ? aboutBook(book) : `${entries(ledger.log.length)}, open here`),
              tone: ({ book }) => (book ? 'soft' : ''),
            },
            {
              n: true,
              of: ({ book }) =>
                book ? (
                  <OpenBook book={book} />
                ) : (
                  <PutAway away={away} onPut={(...to) => void put(which, ...to)} />
                ),
            },
          ]}
          rows={rows}
          keyOf={({ book }) => book?.id ?? which}
        />
        {books !== null && rows.length === 0 && (
          <p className="soft">The demo is open; a workbook of your own is not begun yet.</p>
        )}
        {of('emptied').map((book) => (
          <p key={book.id} className="row soft">
            <span>
              {book.name}, {entries(book.entries)}: emptied {day(book.since)}, kept until{' '}
              {day(new Date(Date.parse(book.since) + KEPT_DAYS * DAY_MS).toISOString())}.
            </span>
            <Button
              size="small"
              aria-label={`Take ${book.name} back`}
              onClick={() => void put(book.id, 'inUse', `${book.name} is back.`)}
            >
              Take it back
            </Button>
          </p>
        ))}
        <AnotherBook say={say} />
      </section>
      {which !== DEMO && !away && <CloseYears />}
      <Anew />
    </>
  );
}

const entries = (count: number): string => `${count} ${count === 1 ? 'entry' : 'entries'}`;

const aboutBook = ({ entries: count, opened, state, until, since }: Shelved): string => {
  const what = `${entries(count)}, last opened ${day(opened)}`;
  if (state !== 'putAway') return what;
  return until
    ? `${what}; closed as of ${day(until)}, to be read`
    : `${what}; put away ${day(since)}, to be read`;
};

function OpenBook({ book }: { readonly book: Shelved }) {
  const dispatch = useAppDispatch();
  return (
    <>
      <Button
        size="small"
        aria-label={`Open ${book.name}`}
        onClick={() => void dispatch(openWorkbook(book.id))}
      >
        Open
      </Button>
      <Button
        size="small"
        href={`/?book=${encodeURIComponent(book.id)}`}
        target="_blank"
        rel="noopener"
        aria-label={`Open ${book.name} beside this one, in another tab`}
      >
        Beside
      </Button>
    </>
  );
}

function PutAway({
  away,
  onPut,
}: {
  readonly away: boolean;
  readonly onPut: (state: Shelved['state'], said: string) => void;
}) {
  return away ? (
    <Button size="small" onClick={() => onPut('inUse', 'Taken up again.')}>
      Take it up again
    </Button>
  ) : (
    <Button size="small" onClick={() => onPut('putAway', 'Put away: it is read only from here on.')}>
      Put it away
    </Button>
  );
}

/** Another print room has a workbook of its own. */
function AnotherBook({ say }: { readonly say: (text: string, tone?: 'fine' | 'bad') => void }) {
  const dispatch = useAppDispatch();
  const [name, setName] = useState('');
  return (
    <form
      className="row"
      aria-label="Another workbook"
      onSubmit={(event) => {
        event.preventDefault();
        const called = name.trim();
        if (called === '') return say('Give it a name first: the print room that it is of.', 'bad');
        setName('');
        void dispatch(newWorkbook(called)).then((begun) =>
          begun
            ? say(`${called}: a new, empty workbook.`)
            : say('This browser has no place for another workbook.', 'bad'),
        );
      }}
    >
      <TextField
        label="Another print room"
        value={name}
        onChange={(event) => setName(event.target.value)}
        slotProps={{ htmlInput: { maxLength: 120 } }}
      />
      <Button type="submit">Begin a workbook for it</Button>
    </form>
  );
}

/** The open workbook emptied, or the demo as it was; and the way from one to the other. */
function Anew() {
  const dispatch = useAppDispatch();
  const { clock, makeDemo } = useServices();
  const which = useAppSelector(({ workbook }) => workbook.which);
  const [asked, setAsked] = useState(false);
  const isDemo = which === DEMO;
  const begin = async (): Promise<void> => {
    setAsked(false);
    const facts = isDemo ? await makeDemo(new Date(clock.now()).toISOString()) : [];
    const done = await dispatch(beginAnew(facts));
    dispatch(
      noticed(
        done.ok
          ? {
              text: isDemo
                ? 'The demo is as new.'
                : `A new, empty workbook. The other one is kept for ${KEPT_DAYS} days, under Workbooks.`,
              tone: 'fine',
              undo: [],
            }
          : { text: done.problem, tone: 'bad', undo: [] },
      ),
    );
  };
  return (
    <section className="section" aria-label="Begin anew">
      <header>
        <h2>Begin anew</h2>
      </header>
      <div className="row">
        <Button color="warning" onClick={() => setAsked(true)}>
          {isDemo ? 'Reset the demo' : 'Empty this workbook'}
        </Button>
        <Button onClick={() => void dispatch(isDemo ? openOwn() : openWorkbook(DEMO))}>
          {isDemo ? 'Open my own workbook' : 'Look at the demo'}
        </Button>
      </div>
      {asked && (
        <p className="warn" role="alert">
          {isDemo
            ? 'What you tried in the demo will be gone.'
            : `Every entry leaves this workbook; it can be taken back for ${KEPT_DAYS} days. A file of it keeps longer: export it first.`}{' '}
          <Button color="error" onClick={() => void begin()}>
            Yes, {isDemo ? 'reset it' : 'empty it'}
          </Button>
          <Button onClick={() => setAsked(false)}>No</Button>
        </p>
      )}
    </section>
  );
}
