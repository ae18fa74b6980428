import { NavLink, useLocation } from 'react-router';

/** The leaves of a place, each with its own address: the answer first, what one thinks over behind it. */
export function Leaves({
  of,
  leaves,
}: {
  /** The place's own address. */
  readonly of: string;
  /** Address below it (empty: the first leaf), and name. */
  readonly leaves: readonly (readonly [to: string, name: string])[];
}) {
  const { search } = useLocation();
  return (
    <nav className="leaves no-print" aria-label="Leaves of this sheet">
      {leaves.map(([to, name]) => (
        <NavLink key={to} to={{ pathname: to === '' ? of : `${of}/${to}`, search }} end>
          {name}
        </NavLink>
      ))}
    </nav>
  );
}
