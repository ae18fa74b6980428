import { NavLink, useLocation } from 'react-router';

/** The leaves of a place, each with its own address: the answer first, what one thinks over behind it. */
export function Leaves({
  of = '',
  leaves,
}: {
  /** The place's own address, where its leaves lie below it. */
  readonly of?: string;
  /** Address below it (empty: the first leaf), and name. */
  readonly leaves: readonly (readonly [to: string, name: string])[];
}) {
  const { search } = useLocation();
  return (
    <nav className="leaves no-print" aria-label="Leaves of this sheet">
      {leaves.map(([to, name]) => {
        const pathname = to === '' || of === '' ? of + to : `${of}/${to}`;
        // What the address says beside, as the printer, holds for all leaves of one place.
        return (
          <NavLink key={to} to={of === '' ? pathname : { pathname, search }} end>
            {name}
          </NavLink>
        );
      })}
    </nav>
  );
}
