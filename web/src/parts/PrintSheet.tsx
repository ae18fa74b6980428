import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { Link } from 'react-router';

/** A page that is made to be printed: above it, and not on paper, the way back, its print button and what else it offers. */
export function PrintSheet({
  back,
  print,
  canPrint = true,
  beside,
  children,
}: {
  readonly back: { readonly to: string; readonly words: string };
  /** What the button says. */
  readonly print: string;
  readonly canPrint?: boolean;
  readonly beside?: ReactNode;
  readonly children: ReactNode;
}) {
  return (
    <div className="paper">
      <div className="row apart no-print">
        <Link to={back.to}>{back.words}</Link>
        {beside}
        <Button variant="contained" disabled={!canPrint} onClick={() => window.print()}>
          {print}
        </Button>
      </div>
      {children}
    </div>
  );
}
