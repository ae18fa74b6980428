import { useEffect, useRef, useState } from 'react';
import { unreadKind, type CheckChannel, type Corners } from '@hiraeth/core/image';
import { UNREAD_PICTURE_WORDS } from '@hiraeth/core/words';
import type { CheckLayout } from '@hiraeth/core/workbook';
import { readCheckAside } from '../../workers/readCheckAside';
import type { CheckPhoto } from '../../workers/readCheckPhoto';
import { isMissing } from './readingWords';

/** What a photograph fills into the check: as a person would type it, and the lines of which it cannot be told, by slot. */
export type OnRead = (
  typed: Readonly<Record<string, string>>,
  unsure: Readonly<Record<string, readonly number[]>>,
) => void;

/** Reads photographs of a check, one at a time: another one, or other corners, stops what is under way. */
export function usePhotoReading(onRead: OnRead) {
  const [share, setShare] = useState<number | null>(null);
  const [found, setFound] = useState<CheckPhoto | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [marking, setMarking] = useState(false);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const read = async (photo: File, how: CheckLayout, corners?: Corners): Promise<void> => {
    running.current?.abort();
    const stop = (running.current = new AbortController());
    const current = (): boolean => running.current === stop && !stop.signal.aborted;
    setShare(0);
    setError(null);
    setFound(null);
    setMarking(false);
    const tell = (done: number): void => {
      if (current()) setShare(done);
    };
    try {
      const answer = await readCheckAside(photo, how, corners, tell, stop.signal);
      if (!current()) return;
      setFound(answer);
      const { refused, channels } = answer.read;
      // What was not found can be shown at once.
      if (refused === 'noCorners' || refused === 'notThisGrid') setMarking(true);
      if (!refused)
        onRead(
          Object.fromEntries(channels.map((one) => [one.slotId, typedOf(one)])),
          Object.fromEntries(channels.map((one) => [one.slotId, one.unsure])),
        );
    } catch (failed) {
      const words = await whyNot(photo, failed);
      if (current()) setError(words);
    } finally {
      if (running.current === stop) setShare(null);
    }
  };
  return { share, found, error, marking, setMarking, read, stop: () => running.current?.abort() };
}

async function whyNot(photo: File, failed: unknown): Promise<string> {
  const kind = unreadKind(new Uint8Array(await photo.slice(0, 64).arrayBuffer()));
  if (kind) return UNREAD_PICTURE_WORDS[kind];
  return failed instanceof Error ? failed.message : 'It could not be read.';
}

/** As a person would type it: a dash where it cannot be told. */
function typedOf({ gaps, unsure, lines }: CheckChannel): string {
  if (unsure.length === lines) return '–';
  const missing = gaps.filter(isMissing);
  return missing.length === 0 ? '' : `#${missing.map(({ line }) => line).join(', ')}`;
}
