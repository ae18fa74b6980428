import Button from '@mui/material/Button';
import { lazy, Suspense, useEffect, useState } from 'react';
import { isPlainKey } from '../isPlainKey';

const FindDialog = lazy(() => import('./FindDialog'));

/** The way to everything: a button at the head of the page, and the key `/`. */
export function Find() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key !== '/' || !isPlainKey(event)) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
  return (
    <>
      <Button size="small" onClick={() => setOpen(true)} title="Key: /">
        Find
      </Button>
      {open && (
        <Suspense fallback={null}>
          <FindDialog onClose={() => setOpen(false)} />
        </Suspense>
      )}
    </>
  );
}
