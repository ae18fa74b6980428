import { useCallback, useEffect, useRef, useState } from 'react';
import { all, find } from '@hiraeth/core/ledger';
import { demandBySlot, nearestSubject, type ChannelDemand, type MeasuredPicture } from '@hiraeth/core/image';
import { PICTURE_PROBLEM_WORDS } from '@hiraeth/core/words';
import { useLedger } from '../../state/hooks';
import { useServices } from '../../state/services';
import { chooseSize, type ChosenSize } from '../SizePick';

/** What a measured picture proposes for the fields around it. */
export interface Proposal {
  /** The kind that it is most like; null: nothing was learnt of any yet. */
  readonly subjectId: string | null;
  /** Its printed size at its own resolution; null: it names none. */
  readonly size: ChosenSize | null;
  /** The file's name without its ending. */
  readonly name: string;
}

export interface Picture {
  readonly picture: MeasuredPicture | null;
  /** Printed with matte black, where a printer has both blacks. */
  readonly matte: boolean;
  /** null: its paper says which. */
  readonly setMatte: ((matte: boolean) => void) | null;
  /** Share measured so far; null: nothing is being measured. */
  readonly share: number | null;
  readonly error: string | null;
  readonly measure: (file: File) => void;
  readonly stop: () => void;
  readonly clear: () => void;
}

/**
 * A picture that is measured for every printer of the workbook; only what it asks for is kept.
 *
 * @param printerId for which kinds are compared
 * @param onMeasured told once for each picture what it proposes
 * @param paperId that it is printed on; it may say which of two blacks
 */
export function usePicture(
  printerId: string,
  onMeasured: (proposal: Proposal) => void,
  paperId = '',
): Picture {
  const ledger = useLedger();
  const said = find(ledger.context, 'paper', paperId)?.black;
  const black = said === 'photo' || said === 'matte' ? said : null;
  const { measurePicture } = useServices();
  const [picture, setPicture] = useState<MeasuredPicture | null>(null);
  const [matte, setMatte] = useState(false);
  const [share, setShare] = useState<number | null>(null);
  const [error, setError] = useState<string | null>(null);
  const latest = useRef(onMeasured);
  useEffect(() => {
    latest.current = onMeasured;
  });
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const measure = useCallback(
    async (file: File): Promise<void> => {
      running.current?.abort();
      const stop = (running.current = new AbortController());
      const current = (): boolean => running.current === stop && !stop.signal.aborted;
      setShare(0);
      setError(null);
      try {
        const found = await measurePicture(
          file,
          all(ledger.context, 'printer').map(({ id, slots }) => ({ id, slots })),
          (done) => current() && setShare(done),
          stop.signal,
        );
        if (!current()) return;
        if (found.ok) {
          setPicture(found.value);
          const { name, printMm, demand } = found.value;
          const asked = demand[printerId];
          latest.current({
            subjectId: (asked && nearestSubject(ledger, printerId, asked.photo)[0]?.subjectId) ?? null,
            size: printMm && chooseSize(printMm),
            name: name.replace(/\.[^.]+$/, ''),
          });
        } else setError(`${file.name}: ${PICTURE_PROBLEM_WORDS[found.problem]}`);
      } catch (failed) {
        if (current()) setError(failed instanceof Error ? failed.message : 'It could not be read.');
      } finally {
        if (running.current === stop) setShare(null);
      }
    },
    [ledger, measurePicture, printerId],
  );
  return {
    picture,
    matte: black === null ? matte : black === 'matte',
    setMatte: black === null ? setMatte : null,
    share,
    error,
    measure: (file) => void measure(file),
    stop: () => running.current?.abort(),
    clear: () => {
      setPicture(null);
      setError(null);
    },
  };
}

/** What a picture asks of a printer's channels; undefined: no picture, or measured before the printer was there. */
export function demandOf(
  { picture, matte }: Picture,
  printerId: string,
): readonly ChannelDemand[] | undefined {
  const found = picture?.demand[printerId];
  return found && ((matte && found.matte) || found.photo);
}

/** The same by slot, as core takes it. */
export function demandMap(picture: Picture, printerId: string): ReadonlyMap<string, number> | undefined {
  const found = demandOf(picture, printerId);
  return found && demandBySlot(found);
}
