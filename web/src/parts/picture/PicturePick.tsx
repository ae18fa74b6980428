import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import { useState } from 'react';
import { find } from '@hiraeth/core/ledger';
import { nearestSubject } from '@hiraeth/core/image';
import { coloursWords } from '@hiraeth/core/words';
import { useLedger } from '../../state/hooks';
import { FileButton } from '../FileButton';
import { Pick } from '../fields';
import { DemandMaps } from './DemandMaps';
import { demandOf, type Picture } from './usePicture';

const ACCEPT = 'image/png,image/jpeg,image/webp,image/tiff,.tif,.tiff';

/** Drop the picture itself: what it asks of each channel is measured here, and only that is kept. */
export function PicturePick({
  value,
  printerId,
  maps = false,
}: {
  readonly value: Picture;
  readonly printerId: string;
  /** Show where each channel is asked for. */
  readonly maps?: boolean;
}) {
  const ledger = useLedger();
  const [over, setOver] = useState(false);
  const { picture, share, error } = value;
  const printer = find(ledger.context, 'printer', printerId);
  const demand = demandOf(value, printerId);
  const { setMatte } = value;
  const near = demand && nearestSubject(ledger, printerId, demand)[0];
  const nearName = near && find(ledger.context, 'subject', near.subjectId)?.name;
  return (
    <div
      className={over ? 'dropzone over' : 'dropzone'}
      data-testid="picture"
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const file = event.dataTransfer.files[0];
        if (file) value.measure(file);
      }}
    >
      {share !== null ? (
        <div className="row" role="status">
          <span style={{ flex: 1 }}>
            Measuring the picture …
            <LinearProgress
              variant="determinate"
              value={100 * share}
              aria-label="Share of the picture that is measured"
            />
          </span>
          <Button onClick={value.stop}>Stop</Button>
        </div>
      ) : picture ? (
        <div className="row picture-line">
          <Small picture={picture} />
          <div>
            <strong>{picture.name}</strong>
            <div className="soft small">
              {picture.widthPx} × {picture.heightPx} px
              {picture.printMm
                ? `, ${picture.printMm.widthMm} × ${picture.printMm.heightMm} mm as it stands`
                : ''}
              ; {coloursWords(picture.colours)}. {nearName ? `Most like ${nearName}.` : ''}
              {printer && !demand ? ' Drop it again: it was measured before this printer was there.' : ''}
            </div>
          </div>
          {picture.demand[printerId]?.matte && setMatte && (
            <Pick
              label="Black"
              value={value.matte ? 'matte' : 'photo'}
              options={[
                { value: 'photo', label: 'photo black' },
                { value: 'matte', label: 'matte black' },
              ]}
              onPick={(black) => setMatte(black === 'matte')}
            />
          )}
          <Button onClick={value.clear}>Without it</Button>
        </div>
      ) : (
        <div className="row">
          <FileButton label="Picture to measure" accept={ACCEPT} onFile={value.measure}>
            Measure the picture …
          </FileButton>
          <span className="soft small">
            or drop it here: PNG, JPEG, WebP or TIFF. Only what it takes is kept.
          </span>
        </div>
      )}
      {error && (
        <p className="bad" role="alert">
          {error}
        </p>
      )}
      {maps && picture && printer && demand && share === null && (
        <DemandMaps picture={picture} printer={printer} demand={demand} matte={value.matte} />
      )}
    </div>
  );
}

/** The small copy, as it was read. */
function Small({ picture: { small, name } }: { readonly picture: NonNullable<Picture['picture']> }) {
  return (
    <canvas
      ref={(canvas) => {
        if (!canvas) return;
        canvas.width = small.width;
        canvas.height = small.height;
        canvas
          .getContext('2d')
          ?.putImageData(new ImageData(new Uint8ClampedArray(small.rgba), small.width, small.height), 0, 0);
      }}
      className="picture-small"
      role="img"
      aria-label={`${name}, small`}
    />
  );
}
