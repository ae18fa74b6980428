import Button from '@mui/material/Button';
import { lazy, Suspense, useState } from 'react';

const CameraScan = lazy(() => import('./CameraScan'));

/** A label before the camera, instead of choosing from a list. */
export function ScanLabel() {
  const [scanning, setScanning] = useState(false);
  return (
    <>
      <Button className="scan" onClick={() => setScanning(true)}>
        Scan a label
      </Button>
      {scanning && (
        <Suspense fallback={null}>
          <CameraScan onClose={() => setScanning(false)} />
        </Suspense>
      )}
    </>
  );
}
