import { NavLink } from 'react-router';

/** What helps, side by side: words, quick cards for the wall, keys, and simulated devices to learn on. */
export const HelpNav = () => (
  <nav className="row no-print" aria-label="Help" style={{ marginBottom: 12 }}>
    <NavLink to="/words">Words</NavLink>
    <NavLink to="/cards">Quick cards</NavLink>
    <NavLink to="/keys">Keys</NavLink>
    <NavLink to="/rig">Rig, to practise</NavLink>
  </nav>
);
