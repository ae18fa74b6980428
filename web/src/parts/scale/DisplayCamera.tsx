import { useEffect, useRef, useState } from 'react';
import type { DisplayRead } from '@hiraeth/core/image';
import type { DisplayUnit } from '@hiraeth/core/scale';
import { useScale } from '../../devices/useScale';
import { FileButton } from '../FileButton';
import { Pick } from '../fields';
import { pixelsOf } from './pixelsOf';
import { useDisplayWatch } from './useDisplayWatch';

/** Longer than a weight has to stand still. */
const STILL_MS = 1500;
/** Reads the display of the scale by the camera, or from a photograph: what it is sure of becomes the live weight. */
export default function DisplayCamera({
  simulated,
  places,
}: {
  readonly simulated: boolean;
  /** Behind the point, as the scale shows them; null: not known. */
  readonly places: number | null;
}) {
  const { hub } = useScale();
  const video = useRef<HTMLVideoElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [unit, setUnit] = useState<DisplayUnit>('g');
  const [error, setError] = useState<string | null>(null);
  const [read, setRead] = useState<DisplayRead | null>(null);
  // A scale's places are those of its grams.
  const shown = unit === 'g' ? places : null;
  const tell = useRef((_found: DisplayRead | null): void => undefined);
  useEffect(() => {
    tell.current = (found) => {
      setRead(found);
      hub.read(found?.text ?? null, shown, unit);
    };
  });
  const remote = useDisplayWatch({ simulated, video, canvas, tell, onWrong: setError });
  const open = async (file: File): Promise<void> => {
    try {
      const bitmap = await createImageBitmap(file);
      const found = await remote.current!.read(pixelsOf(bitmap, bitmap.width, bitmap.height));
      setRead(found);
      if (found?.text == null)
        return setError(
          'The digits cannot be told for sure in this picture. Take it from nearer, upright, without a lamp’s mirror image, or type the weight.',
        );
      setError(null);
      // A picture stands still by itself.
      const now = Date.now();
      hub.read(found.text, shown, unit, now - STILL_MS);
      hub.read(found.text, shown, unit, now);
    } catch {
      setError('This is no picture that can be read. Save it as PNG, JPEG or WebP, or type the weight.');
    }
  };
  const unsure = read !== null && read.text === null;
  return (
    <div className="display-camera" role="group" aria-label="The scale’s display">
      <div className="seen">
        {simulated ? (
          <canvas ref={canvas} role="img" aria-label="The simulated display" />
        ) : (
          <video ref={video} muted playsInline aria-label="The camera’s picture" />
        )}
      </div>
      <div className="says">
        <output className="big" aria-label="Read on the display">
          {read?.text ?? '–'}
          <small>{unit}</small>
        </output>
        <p role="status" className={error ? 'bad small' : 'soft small'}>
          {error ??
            (unsure
              ? 'Not all of it can be told: hold still, nearer, out of the lamp’s mirror image.'
              : read
                ? 'Compare it with the display before you take it.'
                : 'Hold the camera so that the display fills the frame, upright.')}
        </p>
      </div>
      <div className="row">
        <Pick<DisplayUnit>
          label="It shows"
          value={unit}
          options={[
            { value: 'g', label: 'grams' },
            { value: 'oz', label: 'ounces' },
          ]}
          onPick={setUnit}
        />
        <FileButton label="Photograph of the display" accept="image/*" onFile={(file) => void open(file)}>
          From a photograph …
        </FileButton>
      </div>
    </div>
  );
}
