import { howMany } from '@hiraeth/core/words';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';
import { Link, useLocation, useNavigate } from 'react-router';
import { useLedger } from '../../state/hooks';
import { joinRoom } from '../../state/room';
import { readInvitation } from '../../state/roomKeys';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { DEMO } from '../../state/services';
import { openOwn } from '../../state/shelf';

/** Where a scanned code leads: from here on this device has the same workbook. */
export default function Join() {
  const { hash } = useLocation();
  const invitation = readInvitation(hash);
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  const ledger = useLedger();
  const which = useAppSelector(({ workbook }) => workbook.which);
  const [name, setName] = useState(/Mobi/.test(navigator.userAgent) ? 'Phone' : 'Second device');
  // The demo stays what it is: what is joined is one’s own.
  const opens = invitation !== null && which === DEMO;
  useEffect(() => {
    if (opens) void dispatch(openOwn());
  }, [opens, dispatch]);
  if (!invitation)
    return (
      <div className="stack">
        <h1>Another device</h1>
        <p>
          This address is not whole. Scan the code once more: at the first device, <b>Workbook</b>,{' '}
          <b>Another device</b>. <Link to="/">To the Rack</Link>
        </p>
      </div>
    );
  const own = which === DEMO ? null : ledger.facts.length;
  const join = async (): Promise<void> => {
    if (await dispatch(joinRoom(invitation, name.trim())))
      await navigate('/workbook/devices', { replace: true });
  };
  return (
    <div className="stack">
      <h1>The same workbook here</h1>
      <p>
        What is entered on either device stands on both; away from each other both go on, and what they did
        meets at the next contact.
      </p>
      {own === null ? (
        <p role="status">Opening the workbook of this device…</p>
      ) : (
        <>
          {own > 0 && (
            <p className="warn" role="alert">
              There is a workbook with {howMany(own, 'entry', 'entries')} here already. The two become one, on
              both devices: only if they are of the same print room. Else export this one and empty it first.
            </p>
          )}
          <div className="row">
            <TextField
              label="What this device is called"
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
            <Button variant="contained" disabled={name.trim() === ''} onClick={() => void join()}>
              {own > 0 ? 'Join the two' : 'Join'}
            </Button>
          </div>
        </>
      )}
    </div>
  );
}
