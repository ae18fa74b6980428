import { NavLink, useLocation } from 'react-router';
import { leafAddress, LEAVES, type WithLeaves } from './placeList';

/** The leaves of a place, each with its own address: the answer first, what one thinks over behind it. */
export function Leaves({ of }: { readonly of: WithLeaves }) {
  const { search } = useLocation();
  return (
    <nav className="leaves no-print" aria-label="Leaves of this sheet">
      {LEAVES[of].map(([to, name]) => {
        const pathname = leafAddress(of, to);
        // What the address says beside, as the printer, holds for all leaves of one place.
        return (
          <NavLink
            key={to}
            to={pathname.startsWith(of) ? { pathname, search } : pathname}
            // The place’s own address is that of its first leaf; what lies below another one is that one’s.
            end={pathname === of}
          >
            {name}
          </NavLink>
        );
      })}
    </nav>
  );
}
