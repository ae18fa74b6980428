import Button from '@mui/material/Button';
import { FILE_NOTE, keepInFile } from '../state/keptFile';
import { useAppDispatch, useAppSelector } from '../state/store';
import type { KeptIn } from '../storage';

/** The chosen file is not written at the moment: why, and one press; null while all is well. */
export function KeptFileTrouble() {
  const dispatch = useAppDispatch();
  const handle = useAppSelector(({ workbook }) => workbook.notes[FILE_NOTE]) as KeptIn | undefined;
  const { status, why } = useAppSelector((state) => state.keptFile);
  if (!handle || (status !== 'asks' && status !== 'failed')) return null;
  return (
    <>
      <span className="warn">
        {status === 'asks'
          ? `The browser asks again whether ${handle.name} may be written.`
          : `${handle.name} is not written: ${why}`}
      </span>
      <Button size="small" variant="outlined" onClick={() => void dispatch(keepInFile(handle))}>
        {status === 'asks' ? 'Go on keeping it' : 'Try again'}
      </Button>
    </>
  );
}
