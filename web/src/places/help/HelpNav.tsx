import { Link, NavLink } from 'react-router';
import { useAppSelector } from '../../state/store';

/** What helps, side by side: words, quick cards for the wall, keys; and, in the demo, the tour through it. */
export function HelpNav() {
  const which = useAppSelector((state) => state.workbook.which);
  return (
    <nav className="row no-print" aria-label="Help" style={{ marginBottom: 12 }}>
      <NavLink to="/words">Words</NavLink>
      <NavLink to="/cards">Quick cards</NavLink>
      <NavLink to="/keys">Keys</NavLink>
      {which === 'demo' && <Link to="/?tour=1">Five-minute tour</Link>}
    </nav>
  );
}
