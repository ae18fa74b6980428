import { NavLink, useLocation } from 'react-router';
import { settingsOf } from '@hiraeth/core/ledger';
import { GROUPS } from '../parts/placeList';
import { useLedger } from '../state/hooks';
import { useAppSelector } from '../state/store';

/** Whose workbook it is, and the places, by what one does there. */
export function Head() {
  const ledger = useLedger();
  const ready = useAppSelector((state) => state.workbook.status === 'ready');
  const { pathname } = useLocation();
  return (
    <header className="head">
      <div className="title">
        <strong>Hiraeth</strong>
        <span>{ready ? settingsOf(ledger.context).name : '…'}</span>
      </div>
      <nav aria-label="Places">
        {GROUPS.map((group) => (
          <div key={group.name} role="group" aria-label={group.name}>
            <span aria-hidden="true">{group.name}</span>
            {group.places.map((place) => (
              <NavLink
                key={place.to}
                to={place.to}
                end={place.to === '/'}
                title={`Key: g, then ${place.key}`}
                className={({ isActive }) =>
                  isActive || place.also?.some((to) => pathname.startsWith(to)) ? 'active' : ''
                }
              >
                {place.name}
              </NavLink>
            ))}
          </div>
        ))}
      </nav>
    </header>
  );
}
