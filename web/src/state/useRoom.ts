import { useEffect } from 'react';
import { useAppDispatch, useAppSelector } from './store';
import { ROOM_NOTE, startRoom } from './room';
import type { RoomKept } from './roomKeys';
import { isWritten } from './workbookSlice';

/** Keeps the line to the room open while this tab holds the pen of a workbook that has one. */
export function useRoom(): void {
  const dispatch = useAppDispatch();
  const kept = useAppSelector(({ workbook }) => workbook.notes[ROOM_NOTE]) as RoomKept | undefined;
  const isReady = useAppSelector(({ workbook }) => isWritten(workbook));
  const which = useAppSelector(({ workbook }) => workbook.which);
  // Whom the owner knows changes while the line is open: it is the same room.
  const same = kept && JSON.stringify([kept.room, kept.device]);
  useEffect(() => {
    if (!kept || !isReady) return undefined;
    let left = false;
    let close: (() => void) | null = null;
    void dispatch(startRoom(kept)).then((end) => {
      if (left) end();
      else close = end;
    });
    return () => {
      left = true;
      close?.();
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [same, isReady, which, dispatch]);
}
