import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from '../state/store';
import { turn } from '../state/doings';
import { undo } from '../state/thunks';
import { noticed } from '../state/workbookSlice';

/** So long a good word stays, ms; what went wrong stays until it is closed. */
const STAYS_MS = 9000;

/** What was just saved, with its undo, or what went wrong: a line of the foot, over nothing that one types into or presses. */
export function Notices() {
  const dispatch = useAppDispatch();
  const notice = useAppSelector((state) => state.workbook.notice);
  const id = notice?.id;
  const bad = notice?.tone === 'bad';
  useEffect(() => {
    if (id === undefined || bad) return;
    const timer = setTimeout(() => dispatch(noticed(null)), STAYS_MS);
    return () => clearTimeout(timer);
  }, [id, bad, dispatch]);
  if (!notice) return null;
  return (
    <div role="alert" className={`notice ${bad ? 'bad' : ''}`}>
      <span>{notice.text}</span>
      {notice.turn && (
        <Button size="small" onClick={() => void dispatch(turn(notice.turn!))}>
          {notice.turn === 'back' ? 'Take it back' : 'Do it again'}
        </Button>
      )}
      {notice.undo.length > 0 && (
        <Button size="small" onClick={() => void dispatch(undo(notice.undo))}>
          Take back
        </Button>
      )}
      <Button size="small" onClick={() => dispatch(noticed(null))}>
        Close
      </Button>
    </div>
  );
}
