import { useEffect, useState, type ReactNode } from 'react';

/** Draws what it holds in a turn of its own, after what stands around it is on the screen: no single task gets long. */
export function InTurn({
  children,
  before,
}: {
  readonly children: ReactNode;
  /** Shown until then. */
  readonly before: ReactNode;
}) {
  const [due, setDue] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setDue(true));
    return () => clearTimeout(timer);
  }, []);
  return due ? children : before;
}
