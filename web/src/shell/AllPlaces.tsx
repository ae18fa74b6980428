import { lazy } from 'react';
import { Route, Routes, useLocation } from 'react-router';
import { Rack } from '../places/rack';
import { Sheltered } from './Sheltered';
import { Shell } from './Shell';

/** Places that load when they are first shown; one that does not load is an error of that place alone. */
const PLACES = (
  [
    ['/slip', () => import('../places/rack/Slip')],
    ['/bench', () => import('../places/bench')],
    ['/bench/steps', () => import('../places/bench/Paper')],
    ['/weigh-in', () => import('../places/weighin')],
    ['/past/masses', () => import('../places/past/Masses')],
    ['/past/fills', () => import('../places/past/Fills')],
    ['/past/prints', () => import('../places/past/Prints')],
    ['/cartridge/:id', () => import('../places/cartridge')],
    ['/prepare/:id?', () => import('../places/prepare')],
    ['/gauge', () => import('../places/gauge')],
    ['/words', () => import('../places/help/Words')],
    ['/cards', () => import('../places/help/Cards')],
    ['/keys', () => import('../places/help/Keys')],
    ['/inks/:leaf?', () => import('../places/inks')],
    ['/prints/:leaf?', () => import('../places/prints')],
    ['/checks', () => import('../places/checks')],
    ['/checks/sheet', () => import('../places/checks/ExerciseSheet')],
    ['/shades', () => import('../places/shades')],
    ['/shades/chart', () => import('../places/shades/ChartSheet')],
    ['/cost/:leaf?', () => import('../places/cost')],
    ['/cost/quote/:id', () => import('../places/cost/QuoteSheet')],
    ['/rotate', () => import('../places/rotate')],
    ['/labels', () => import('../places/labels')],
    ['/plan/:leaf?', () => import('../places/plan')],
    ['/plan/orders', () => import('../places/plan/Orders')],
    ['/set-up', () => import('../places/setup')],
    ['/set-up/description', () => import('../places/setup/Description')],
    ['/set-up/sheet', () => import('../places/setup/OneSheet')],
    ['/join', () => import('../places/join')],
    ['/rig', () => import('../places/rig')],
    ['/workbook/:leaf?', () => import('../places/workbook')],
  ] as const
).map(([path, load]) => [path, lazy<React.ComponentType>(load)] as const);

/** Every place, each sheltered: one that fails leaves the others and the way out. */
export function AllPlaces() {
  const { pathname } = useLocation();
  return (
    <Sheltered at={pathname}>
      <Routes>
        <Route element={<Shell />}>
          <Route path="/" element={<Rack />} />
          {PLACES.map(([path, Place]) => (
            <Route key={path} path={path} element={<Place />} />
          ))}
          <Route path="*" element={<p>There is no such sheet. Choose a place above.</p>} />
        </Route>
      </Routes>
    </Sheltered>
  );
}
