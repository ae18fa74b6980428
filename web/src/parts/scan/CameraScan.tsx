import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useEffect, useRef, useState } from 'react';
import { readLabelAside } from '../../workers/readLabelAside';
import { FileButton } from '../FileButton';
import { readQr } from './readQr';
import { useLeaving } from '../useLeaving';
import { useScans } from './useScans';

const EVERY_MS = 200;

/** Reads a label by the camera, or from a photograph of it. */
export default function CameraScan({ onClose }: { readonly onClose: () => void }) {
  const { take } = useScans();
  useLeaving(true, onClose);
  const video = useRef<HTMLVideoElement>(null);
  const [error, setError] = useState<string | null>(null);
  const done = useRef((text: string): void => {
    onClose();
    take(text);
  });
  useEffect(() => {
    let stream: MediaStream | null = null;
    let timer: ReturnType<typeof setInterval> | undefined;
    let alive = true;
    const begin = async (): Promise<void> => {
      try {
        if (!('mediaDevices' in navigator)) throw new Error('none');
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      } catch {
        setError(
          'No camera can be used here. Choose a photograph of the label, or use a scanner that types.',
        );
        return;
      }
      if (!alive || !video.current) return stream.getTracks().forEach((track) => track.stop());
      video.current.srcObject = stream;
      await video.current.play().catch(() => undefined);
      timer = setInterval(() => {
        if (!video.current || video.current.videoWidth === 0) return;
        void readQr(video.current, video.current.videoWidth, video.current.videoHeight).then(
          (text) => alive && text !== null && done.current(text),
        );
      }, EVERY_MS);
    };
    void begin();
    return () => {
      alive = false;
      clearInterval(timer);
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, []);
  const open = async (file: File): Promise<void> => {
    try {
      setError('Looking …');
      const text = await readLabelAside(file);
      if (text !== null) return done.current(text);
      setError('There is no label’s code in this picture, or it is blurred. Take it from nearer.');
    } catch (error) {
      setError(error instanceof Error ? error.message : 'It could not be read.');
    }
  };
  return (
    <Dialog open onClose={onClose} aria-labelledby="scan-title">
      <DialogTitle id="scan-title">Scan a label</DialogTitle>
      <DialogContent>
        {error === null ? (
          <video ref={video} muted playsInline style={{ width: '100%' }} aria-label="The camera’s picture" />
        ) : (
          <p role="alert">{error}</p>
        )}
      </DialogContent>
      <DialogActions>
        <FileButton label="Photograph of a label" accept="image/*" onFile={(file) => void open(file)}>
          From a photograph …
        </FileButton>
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
