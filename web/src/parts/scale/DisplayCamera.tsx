import { releaseProxy, wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { DisplayRead, Photo } from '@hiraeth/core/image';
import type { DisplayUnit } from '@hiraeth/core/scale';
import { useScale } from '../../devices/useScale';
import type { DisplayWorker } from '../../workers/display.worker';
import { FileButton } from '../FileButton';
import { Pick } from '../fields';

/** Wide enough for its digits, and soon read. */
const WIDE = 480;
const PAUSE_MS = 120;
const SIMULATED_MS = 350;
/** Longer than a weight has to stand still. */
const STILL_MS = 1500;
const NO_CAMERA =
  'No camera can be used here: it needs a secure address, and your leave. Choose a photograph of the display, or type the weight.';

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
  const remote = useRef<Remote<DisplayWorker> | null>(null);
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
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/display.worker.ts', import.meta.url), {
      type: 'module',
    });
    const api = wrap<DisplayWorker>(worker);
    remote.current = api;
    let alive = true;
    let stream: MediaStream | null = null;
    const show = ({ width, height, rgba }: Photo): void => {
      if (!canvas.current) return;
      canvas.current.width = width;
      canvas.current.height = height;
      const data = new ImageData(Uint8ClampedArray.from(rgba), width, height);
      canvas.current.getContext('2d')?.putImageData(data, 0, 0);
    };
    const watch = async (): Promise<void> => {
      let seed = 0;
      let last = performance.now();
      while (alive) {
        await new Promise((resolve) => setTimeout(resolve, simulated ? SIMULATED_MS : PAUSE_MS));
        if (!alive) return;
        if (simulated) {
          // As much time passes for the scale as passes here, however long a picture takes.
          const now = performance.now();
          const text = hub.simulatedDisplay(now - last);
          last = now;
          const seen = await api.simulate(text ?? ' ', (seed += 1));
          if (!alive) return;
          show(seen.photo);
          tell.current(seen.read);
        } else if (video.current && video.current.videoWidth > 0) {
          const photo = pixelsOf(video.current, video.current.videoWidth, video.current.videoHeight);
          const found = await api.read(photo);
          if (!alive) return;
          tell.current(found);
        }
      }
    };
    const begin = async (): Promise<void> => {
      if (!simulated) {
        try {
          if (!('mediaDevices' in navigator)) throw new Error('none');
          stream = await navigator.mediaDevices.getUserMedia({
            video: { facingMode: 'environment', width: { ideal: 1280 } },
          });
        } catch {
          if (alive) setError(NO_CAMERA);
          return;
        }
        if (!alive || !video.current) return stream.getTracks().forEach((track) => track.stop());
        video.current.srcObject = stream;
        await video.current.play().catch(() => undefined);
      }
      await watch();
    };
    void begin().catch(() => alive && setError('The display could not be read. Type the weight.'));
    return () => {
      alive = false;
      stream?.getTracks().forEach((track) => track.stop());
      api[releaseProxy]();
      worker.terminate();
    };
  }, [hub, simulated]);
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

/** A small copy's pixels. */
function pixelsOf(source: CanvasImageSource, width: number, height: number): Photo {
  const by = Math.max(width / WIDE, 1);
  const small = new OffscreenCanvas(Math.round(width / by), Math.round(height / by));
  const context = small.getContext('2d', { willReadFrequently: true })!;
  context.imageSmoothingQuality = 'high';
  context.drawImage(source, 0, 0, small.width, small.height);
  const { data } = context.getImageData(0, 0, small.width, small.height);
  return { width: small.width, height: small.height, rgba: data };
}
