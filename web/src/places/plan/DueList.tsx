import { putOff, shake } from '@hiraeth/core/acts';
import { useState } from 'react';
import Button from '@mui/material/Button';
import { Link } from 'react-router';
import { dueCalendar } from '@hiraeth/core/exchange';
import { dueItems, type DueItem } from '@hiraeth/core/due';
import { dueWords } from '@hiraeth/core/words';
import { settingsOf } from '@hiraeth/core/ledger';
import { useHour, useLedger, useAct } from '../../state/hooks';
import { noticesOn, setNotices } from '../../state/useDueNotices';
import { day } from '../../parts/dates';
import { download } from '../../parts/download';

const AHEAD_DAYS = 21;

/** Things shown before one asks for all. */
const AT_ONCE = 25;

/** What is due, or will be soon: each done where it is done, put off for a week, or taken into a calendar. */
export function DueList() {
  const ledger = useLedger();
  const at = useHour();
  const act = useAct();
  const all = dueItems(ledger, at, AHEAD_DAYS);
  const items = all.filter(({ snoozedUntil }) => snoozedUntil === null);
  const off = all.length - items.length;
  const [whole, setWhole] = useState(false);
  // Pressing first: a long list hides what is at its head.
  const shown = whole ? items : items.slice(0, AT_ONCE);
  return (
    <section className="section" aria-label="Due">
      <header>
        <h2>Due</h2>
        {all.length > 0 && (
          <Button
            size="small"
            onClick={() =>
              download(
                'hiraeth-due.ics',
                dueCalendar(all, at, settingsOf(ledger.context).name),
                'text/calendar',
              )
            }
          >
            Into a calendar (.ics)
          </Button>
        )}
        <Notices />
        {off > 0 && <span className="soft small">{off} put off</span>}
      </header>
      {items.length === 0 ? (
        <p className="soft">Nothing is due in the next three weeks.</p>
      ) : (
        <ul className="plain">
          {shown.map((item) => {
            const { what, why } = dueWords(item);
            return (
              <li key={item.id} className="duerow">
                <span className={TONES[item.urgency]}>{item.urgency === 'later' ? day(item.at) : 'now'}</span>
                <span>
                  <Link to={placeOf(item)}>{what}</Link> <span className="soft small">{why}</span>
                </span>
                <span>
                  {item.code === 'agitate' && (
                    <Button
                      size="small"
                      variant="outlined"
                      aria-label={`Shaken: ${item.subject.name}`}
                      onClick={() => void act(shake(item.cartridgeIds ?? []))}
                    >
                      Shaken
                    </Button>
                  )}
                  <Button
                    size="small"
                    aria-label={`Put off for a week: ${what}`}
                    onClick={() => void act(putOff(item, at))}
                  >
                    In a week
                  </Button>
                </span>
              </li>
            );
          })}
        </ul>
      )}
      {items.length > shown.length && <Button onClick={() => setWhole(true)}>Show all {items.length}</Button>}
    </section>
  );
}

/** Notices of this browser, while the app is open in it; nothing where it has none. */
function Notices() {
  const [on, setOn] = useState(noticesOn);
  const [refused, setRefused] = useState(false);
  if (typeof Notification === 'undefined') return null;
  return (
    <>
      <Button
        size="small"
        onClick={() =>
          void setNotices(!on).then((now) => {
            setRefused(!on && !now);
            setOn(now);
          })
        }
      >
        {on ? 'No more notices' : 'Notices from this browser'}
      </Button>
      {refused && (
        <span className="warn small" role="alert">
          The browser does not allow them for this page: allow them in its settings first.
        </span>
      )}
    </>
  );
}

const TONES = { now: 'bad', soon: 'warn', later: 'soft' } as const;

/** Where it is done. */
function placeOf({ code, subject, cartridgeIds = [] }: DueItem): string {
  switch (code) {
    case 'topUp':
      return `/bench?cartridge=${subject.id}`;
    case 'topUpSet':
    case 'dose':
      return `/bench?cartridges=${cartridgeIds.join(',')}`;
    case 'rotate':
      return `/rotate?printer=${subject.id}`;
    case 'weighIn':
      return `/weigh-in?printer=${subject.id}`;
    case 'nozzleCheck':
      return `/checks?printer=${subject.id}`;
    case 'profile':
      return `/shades?printer=${subject.id}`;
    case 'agitate':
      return '/';
    case 'rested':
      return `/cartridge/${subject.id}`;
    case 'bottleOld':
      return '/inks';
    case 'density':
      return '/inks/densities';
    case 'scaleStep':
    case 'padFull':
      return '/workbook/things';
    case 'order':
      return '/plan/orders';
    case 'print':
      return '/prints';
    case 'weighEmpty':
    case 'retire':
      return `/cartridge/${subject.id}`;
  }
}
