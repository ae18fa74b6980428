import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useState, type ReactNode } from 'react';
import type { Corners } from '@hiraeth/core/image';
import { CAUTION_WORDS, REFUSED_CHECK_WORDS } from '@hiraeth/core/words';
import type { CheckLayout, Printer } from '@hiraeth/core/workbook';
import { download } from '../../parts/download';
import { FileButton } from '../../parts/FileButton';
import { CORNERS, cornersOf } from './corners';
import { MarkPhoto } from './MarkPhoto';
import { ReadFields } from './ReadFields';
import { readingWords } from './readingWords';
import { TeachLayout } from './TeachLayout';
import { useLiveReading } from './useLiveReading';
import { usePhotoReading, type OnRead } from './usePhotoReading';
import { WhichWayUp } from './WhichWayUp';

const ACCEPT = 'image/png,image/jpeg,image/webp';

/**
 * A photograph or scan of the printer's own check: each channel straightened, in white light and in the light where its ink is
 * dark; what is missing is filled into the check, for a person to confirm.
 */
export function PhotoCheck({ printer, onRead }: { readonly printer: Printer; readonly onRead: OnRead }) {
  const [file, setFile] = useState<File | null>(null);
  const [teaching, setTeaching] = useState(false);
  const reading = usePhotoReading(onRead);
  const { found } = reading;
  const layout = printer.checkLayout;
  const take = (photo: File): void => {
    setFile(photo);
    if (layout) void reading.read(photo, layout);
    else setTeaching(true);
  };
  return (
    <section className="section" aria-label="From a photograph">
      <header>
        <h2>From a photograph</h2>
        {layout && (
          <Button
            size="small"
            onClick={() =>
              download(`${printer.id}-check-layout.json`, JSON.stringify(layout, null, 2), 'application/json')
            }
          >
            Its layout as a file
          </Button>
        )}
        {layout && file && (
          <Button size="small" onClick={() => setTeaching(true)}>
            Teach the layout anew
          </Button>
        )}
      </header>
      <Dropped onFile={take}>
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
        <Progress share={reading.share} onStop={reading.stop} />
        <Wrong words={reading.error} />
        <Wrong words={found?.read.refused ? REFUSED_CHECK_WORDS[found.read.refused] : null} />
        {file && layout && <ByHand file={file} layout={layout} reading={reading} />}
        {teaching && file && (
          <TeachLayout
            key={file.name}
            printer={printer}
            file={file}
            onDone={(taught, corners) => {
              setTeaching(false);
              if (taught) void reading.read(file, taught, corners);
            }}
          />
        )}
      </Dropped>
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

/** Where a photograph may be dropped. */
function Dropped({
  onFile,
  children,
}: {
  readonly onFile: (file: File) => void;
  readonly children: ReactNode;
}) {
  return (
    <div
      className="dropzone"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const dropped = event.dataTransfer.files[0];
        if (dropped) onFile(dropped);
      }}
    >
      {children}
    </div>
  );
}

function Progress({ share, onStop }: { readonly share: number | null; readonly onStop: () => void }) {
  if (share === null) return null;
  return (
    <div className="row" role="status">
      <span style={{ flex: 1 }}>
        Straightening and counting …
        <LinearProgress
          variant="determinate"
          value={100 * share}
          aria-label="Share of the photograph that is read"
        />
      </span>
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}

const Wrong = ({ words }: { readonly words: string | null }) =>
  words === null ? null : (
    <p className="bad" role="alert">
      {words}
    </p>
  );

/** What the photograph could not say of itself: which way up it is, and where its corners lie. */
function ByHand({
  file,
  layout,
  reading: { found, marking, setMarking, read },
}: {
  readonly file: File;
  readonly layout: CheckLayout;
  readonly reading: ReturnType<typeof usePhotoReading>;
}) {
  const live = useLiveReading(file, layout);
  const again = (corners: Corners | null): void => void (corners && read(file, layout, corners));
  return (
    <>
      {found && found.ways.length > 0 && <WhichWayUp ways={found.ways} onSay={again} />}
      {found && !marking && (
        <Button size="small" onClick={() => setMarking(true)}>
          Mark the corners by hand
        </Button>
      )}
      {marking && (
        <MarkPhoto
          file={file}
          asks={CORNERS}
          onLook={live.look}
          says={live.says}
          onDone={(points) => again(cornersOf(points))}
          onCancel={() => setMarking(false)}
        />
      )}
    </>
  );
}
