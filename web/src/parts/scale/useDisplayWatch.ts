import { releaseProxy, wrap, type Remote } from 'comlink';
import { useEffect, useRef, type RefObject } from 'react';
import type { DisplayRead, Photo } from '@hiraeth/core/image';
import { useScale } from '../../devices/useScale';
import type { DisplayWorker } from '../../workers/display.worker';
import { pixelsOf } from './pixelsOf';

const PAUSE_MS = 120;
const SIMULATED_MS = 350;
const NO_CAMERA =
  'No camera can be used here: it needs a secure address, and your leave. Choose a photograph of the display, or type the weight.';

/**
 * Looks at the scale's display over and over: the camera's picture, or the simulated one, read aside.
 *
 * @param tell what was read last; null: no row of digits
 * @returns the reader, for a photograph besides
 */
export function useDisplayWatch({
  simulated,
  video,
  canvas,
  tell,
  onWrong,
}: {
  readonly simulated: boolean;
  readonly video: RefObject<HTMLVideoElement | null>;
  readonly canvas: RefObject<HTMLCanvasElement | null>;
  readonly tell: RefObject<(found: DisplayRead | null) => void>;
  readonly onWrong: (why: string) => void;
}): RefObject<Remote<DisplayWorker> | null> {
  const { hub } = useScale();
  const remote = useRef<Remote<DisplayWorker> | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../../workers/display.worker.ts', import.meta.url), {
      type: 'module',
    });
    const api = wrap<DisplayWorker>(worker);
    remote.current = api;
    let alive = true;
    let stream: MediaStream | null = null;
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
          if (canvas.current) paint(canvas.current, seen.photo);
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
          stream = await cameraStream();
        } catch {
          if (alive) onWrong(NO_CAMERA);
          return;
        }
        if (!alive || !video.current) return stream.getTracks().forEach((track) => track.stop());
        video.current.srcObject = stream;
        await video.current.play().catch(() => undefined);
      }
      await watch();
    };
    void begin().catch(() => alive && onWrong('The display could not be read. Type the weight.'));
    return () => {
      alive = false;
      stream?.getTracks().forEach((track) => track.stop());
      api[releaseProxy]();
      worker.terminate();
    };
  }, [hub, simulated, video, canvas, tell, onWrong]);
  return remote;
}

function cameraStream(): Promise<MediaStream> {
  if (!('mediaDevices' in navigator)) throw new Error('none');
  return navigator.mediaDevices.getUserMedia({
    video: { facingMode: 'environment', width: { ideal: 1280 } },
  });
}

function paint(canvas: HTMLCanvasElement, { width, height, rgba }: Photo): void {
  canvas.width = width;
  canvas.height = height;
  canvas.getContext('2d')?.putImageData(new ImageData(Uint8ClampedArray.from(rgba), width, height), 0, 0);
}
