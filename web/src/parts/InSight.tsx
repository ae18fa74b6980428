import { useEffect, useRef, type ReactNode } from 'react';

/** What appears while one looks elsewhere on the page is brought into sight, once. */
export function InSight({ children }: { readonly children: ReactNode }) {
  const ref = useRef<HTMLDivElement>(null);
  useEffect(() => ref.current?.scrollIntoView({ block: 'nearest' }), []);
  return (
    <div ref={ref} className="stack in-sight">
      {children}
    </div>
  );
}
