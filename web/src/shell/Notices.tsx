import Alert from '@mui/material/Alert';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { useAppDispatch, useAppSelector } from '../state/store';
import { undo } from '../state/thunks';
import { noticed } from '../state/workbookSlice';

/** What was just saved, with its undo, or what went wrong: the latter stays until it is closed. */
export function Notices() {
  const dispatch = useAppDispatch();
  const notice = useAppSelector((state) => state.workbook.notice);
  return (
    <Snackbar
      key={notice?.id}
      open={notice !== null}
      autoHideDuration={notice?.tone === 'bad' ? null : 9000}
      onClose={(_event, reason) => reason !== 'clickaway' && dispatch(noticed(null))}
      anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
      sx={{ bottom: '84px !important' }}
    >
      <Alert
        severity={notice?.tone === 'bad' ? 'error' : 'success'}
        variant="outlined"
        icon={false}
        sx={{ bgcolor: 'background.paper', alignItems: 'center', maxWidth: 620 }}
        action={
          <>
            {notice !== null && notice.undo.length > 0 && (
              <Button size="small" onClick={() => void dispatch(undo(notice.undo))}>
                Undo
              </Button>
            )}
            <Button size="small" onClick={() => dispatch(noticed(null))}>
              Close
            </Button>
          </>
        }
      >
        {notice?.text}
      </Alert>
    </Snackbar>
  );
}
