import { Link } from 'react-router';
import { DAY_MS } from '@hiraeth/core/time';
import { entriesSince } from '@hiraeth/core/ledger';
import { useHour, useLedger } from '../../state/hooks';
import { EXPORT_NOTE } from '../../state/keptFile';
import { ROOM_NOTE } from '../../state/room';
import { DEMO } from '../../state/services';
import { useAppSelector } from '../../state/store';

/** So many entries, or days with any, are worth a line. */
const MANY = 40;
const LONG_DAYS = 14;

/** Says quietly what this browser alone has; nothing where a file follows, or hardly anything is new. */
export function Unsaved() {
  const ledger = useLedger();
  const hour = useHour();
  const { which, notes } = useAppSelector((state) => state.workbook);
  const isKept = useAppSelector((state) => state.keptFile.status !== 'off');
  // In a room another device has them too.
  if (which === DEMO || isKept || notes[ROOM_NOTE] !== undefined) return null;
  const saved = typeof notes[EXPORT_NOTE] === 'string' ? notes[EXPORT_NOTE] : null;
  const count = entriesSince(ledger.log, saved);
  const since = saved ?? ledger.log[0]?.recorded;
  const days = since === undefined ? 0 : (Date.parse(hour) - Date.parse(since)) / DAY_MS;
  if (count === 0 || (count < MANY && days < LONG_DAYS)) return null;
  return (
    <p className="soft small">
      {count === 1 ? 'The last entry is' : `${saved === null ? 'All' : 'The last'} ${count} entries are`} in
      this browser only: <Link to="/workbook">save a file</Link>, or let one follow by itself.
    </p>
  );
}
