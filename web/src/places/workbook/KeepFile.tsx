import Button from '@mui/material/Button';
import { moment } from '../../parts/dates';
import { KeptFileTrouble } from '../../parts/KeptFileTrouble';
import { FILE_NOTE, keepInFile, stopKeeping } from '../../state/keptFile';
import { useAppDispatch, useAppSelector } from '../../state/store';
import { canKeepFile, canKeepFolder, chooseFile, chooseFolder, isFolder, type KeptIn } from '../../storage';

/** A file on the disk that follows the workbook by itself, where the browser can. */
export function KeepFile({ suggestedName }: { readonly suggestedName: string }) {
  const dispatch = useAppDispatch();
  const handle = useAppSelector(({ workbook }) => workbook.notes[FILE_NOTE]) as KeptIn | undefined;
  const { status, at } = useAppSelector((state) => state.keptFile);
  if (!canKeepFile()) return null;
  const choose = async (): Promise<void> => {
    const chosen = await chooseFile(suggestedName);
    if (chosen) await dispatch(keepInFile(chosen));
  };
  const chooseFolderOnce = async (): Promise<void> => {
    const chosen = await chooseFolder();
    if (chosen) await dispatch(keepInFile(chosen));
  };
  if (!handle)
    return (
      <div className="row">
        <Button variant="outlined" onClick={() => void choose()}>
          Keep it in a file by itself …
        </Button>
        {canKeepFolder() && (
          <Button variant="outlined" onClick={() => void chooseFolderOnce()}>
            In a folder, with its last ten days …
          </Button>
        )}
        <span className="soft small">Chosen once, it is written after every change.</span>
      </div>
    );
  const where = isFolder(handle) ? `the folder ${handle.name || 'that was chosen'}` : handle.name;
  return (
    <div className="row" role="status" data-testid="kept-file">
      {status === 'kept' && (
        <span className="soft">
          Kept in {where} by itself{at && `, last ${moment(at)}`}.
        </span>
      )}
      {status === 'off' && <span className="soft">Kept in {where} by itself.</span>}
      <KeptFileTrouble />
      <Button size="small" onClick={() => void dispatch(stopKeeping())}>
        Stop
      </Button>
    </div>
  );
}
