import { CORNERS } from './corners';
import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useEffect, useRef, useState } from 'react';
import { CAUTION_WORDS, REFUSED_CHECK_WORDS, UNREAD_PICTURE_WORDS } from '@hiraeth/core/words';
import { unreadKind } from '@hiraeth/core/image';
import type { CheckChannel, Corners } from '@hiraeth/core/image';
import type { CheckLayout, Printer } from '@hiraeth/core/workbook';
import { download } from '../../parts/download';
import { FileButton } from '../../parts/FileButton';
import { readCheckAside } from '../../workers/readCheckAside';
import type { CheckPhoto } from '../../workers/readCheckPhoto';
import { MarkPhoto } from './MarkPhoto';
import { ReadFields } from './ReadFields';
import { isMissing, readingWords } from './readingWords';
import { TeachLayout } from './TeachLayout';
import { useLiveReading } from './useLiveReading';
import { WhichWayUp } from './WhichWayUp';

const ACCEPT = 'image/png,image/jpeg,image/webp';

/**
 * A photograph or scan of the printer's own check: each channel straightened, in white light and in the light where its ink is
 * dark; what is missing is filled into the check, for a person to confirm.
 */
export function PhotoCheck({
  printer,
  onRead,
}: {
  readonly printer: Printer;
  /** As a person would type it, and the lines of which it cannot be told, by slot. */
  readonly onRead: (
    typed: Readonly<Record<string, string>>,
    unsure: Readonly<Record<string, readonly number[]>>,
  ) => void;
}) {
  const [file, setFile] = useState<File | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const [found, setFound] = useState<CheckPhoto | null>(null);
  const [error, setError] = useState<string | null>(null);
  const [marking, setMarking] = useState(false);
  const [teaching, setTeaching] = useState(false);
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const layout = printer.checkLayout;
  const live = useLiveReading(file, layout);
  const read = async (photo: File, how: CheckLayout, corners?: Corners): Promise<void> => {
    running.current?.abort();
    const stop = (running.current = new AbortController());
    const current = (): boolean => running.current === stop && !stop.signal.aborted;
    setShare(0);
    setError(null);
    setFound(null);
    setMarking(false);
    try {
      const answer = await readCheckAside(
        photo,
        how,
        corners,
        (done) => current() && setShare(done),
        stop.signal,
      );
      if (!current()) return;
      setFound(answer);
      // What was not found can be shown at once.
      const { refused } = answer.read;
      if (refused === 'noCorners' || refused === 'notThisGrid') setMarking(true);
      if (!answer.read.refused)
        onRead(
          Object.fromEntries(answer.read.channels.map((one) => [one.slotId, typedOf(one)])),
          Object.fromEntries(answer.read.channels.map((one) => [one.slotId, one.unsure])),
        );
    } catch (failed) {
      const kind = unreadKind(new Uint8Array(await photo.slice(0, 64).arrayBuffer()));
      if (current())
        setError(
          kind
            ? UNREAD_PICTURE_WORDS[kind]
            : failed instanceof Error
              ? failed.message
              : 'It could not be read.',
        );
    } finally {
      if (running.current === stop) setShare(null);
    }
  };
  const take = (photo: File): void => {
    setFile(photo);
    if (layout) void read(photo, layout);
    else setTeaching(true);
  };
  return (
    <section className="section" aria-label="From a photograph">
      <header>
        <h2>From a photograph</h2>
        {layout && (
          <>
            <Button
              size="small"
              onClick={() =>
                download(
                  `${printer.id}-check-layout.json`,
                  JSON.stringify(layout, null, 2),
                  'application/json',
                )
              }
            >
              Its layout as a file
            </Button>
            {file && (
              <Button size="small" onClick={() => setTeaching(true)}>
                Teach the layout anew
              </Button>
            )}
          </>
        )}
      </header>
      <div
        className="dropzone"
        onDragOver={(event) => event.preventDefault()}
        onDrop={(event) => {
          event.preventDefault();
          const dropped = event.dataTransfer.files[0];
          if (dropped) take(dropped);
        }}
      >
        <div className="row">
          <FileButton label="Photograph of a check" accept={ACCEPT} onFile={take}>
            Photograph or scan …
          </FileButton>
          <span className="soft small">
            {layout
              ? 'or drop it here: the whole sheet, sharp, with a little of what it lies on around it.'
              : 'Its layout is taught once on a first good picture; from then on it is read by itself.'}
          </span>
        </div>
        {share !== null && (
          <div className="row" role="status">
            <span style={{ flex: 1 }}>
              Straightening and counting …
              <LinearProgress
                variant="determinate"
                value={100 * share}
                aria-label="Share of the photograph that is read"
              />
            </span>
            <Button onClick={() => running.current?.abort()}>Stop</Button>
          </div>
        )}
        {error && (
          <p className="bad" role="alert">
            {error}
          </p>
        )}
        {found?.read.refused && (
          <p className="bad" role="alert">
            {REFUSED_CHECK_WORDS[found.read.refused]}
          </p>
        )}
        {found && file && layout && found.ways.length > 0 && (
          <WhichWayUp ways={found.ways} onSay={(corners) => void read(file, layout, corners)} />
        )}
        {found && file && layout && !marking && (
          <Button size="small" onClick={() => setMarking(true)}>
            Mark the corners by hand
          </Button>
        )}
        {marking && file && layout && (
          <MarkPhoto
            file={file}
            asks={CORNERS}
            onLook={live.look}
            says={live.says}
            onDone={(points) => void read(file, layout, points as unknown as Corners)}
            onCancel={() => setMarking(false)}
          />
        )}
        {teaching && file && (
          <TeachLayout
            key={file.name}
            printer={printer}
            file={file}
            onDone={(taught, corners) => {
              setTeaching(false);
              if (taught) void read(file, taught, corners);
            }}
          />
        )}
      </div>
      {found && layout && !found.read.refused && (
        <>
          <p data-testid="photo-read">
            {readingWords(found.read.channels)} It stands in the check beside: look, and confirm it there. A
            photograph exaggerates the paper’s brightener; a torch: {CAUTION_WORDS.torch}
          </p>
          <ReadFields printer={printer} layout={layout} channels={found.read.channels} views={found.views} />
        </>
      )}
    </section>
  );
}

/** As a person would type it: a dash where it cannot be told. */
function typedOf({ gaps, unsure, lines }: CheckChannel): string {
  const missing = gaps.filter(isMissing);
  return unsure.length === lines
    ? '–'
    : missing.length === 0
      ? ''
      : `#${missing.map(({ line }) => line).join(', ')}`;
}
