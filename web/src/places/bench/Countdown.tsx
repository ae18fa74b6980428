import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { useServices } from '../../state/services';

/** A pacing timer: starts when asked, says how long is left. */
export function Countdown({ seconds }: { readonly seconds: number }) {
  const { clock } = useServices();
  const [endsAt, setEndsAt] = useState<number | null>(null);
  const [left, setLeft] = useState(seconds);
  useEffect(() => {
    if (endsAt === null) return;
    const timer = setInterval(() => setLeft(Math.max(0, Math.ceil((endsAt - clock.now()) / 1000))), 250);
    return () => clearInterval(timer);
  }, [endsAt, clock]);
  const words = `${Math.floor(left / 60)}:${String(left % 60).padStart(2, '0')}`;
  return endsAt === null ? (
    <Button variant="outlined" onClick={() => setEndsAt(clock.now() + seconds * 1000)}>
      Pace it: {words}
    </Button>
  ) : (
    <output className="big" role="timer">
      {left === 0 ? 'Time' : words}
    </output>
  );
}
