import { createBrowserRouter } from 'react-router';
import { Rack } from '../places/rack';
import { Shell } from './Shell';

const lazyPlace = (load: () => Promise<{ default: React.ComponentType }>) => async () => ({
  Component: (await load()).default,
});

export const makeRouter = () =>
  createBrowserRouter([
    {
      element: <Shell />,
      children: [
        { path: '/', element: <Rack /> },
        { path: '/bench', lazy: lazyPlace(() => import('../places/bench')) },
        { path: '/weigh-in', lazy: lazyPlace(() => import('../places/weighin')) },
        { path: '/cartridge/:id', lazy: lazyPlace(() => import('../places/cartridge')) },
        { path: '/prepare/:id?', lazy: lazyPlace(() => import('../places/prepare')) },
        { path: '/gauge', lazy: lazyPlace(() => import('../places/gauge')) },
        { path: '/keys', lazy: lazyPlace(() => import('../places/keys')) },
        { path: '/inks', lazy: lazyPlace(() => import('../places/inks')) },
        { path: '/prints', lazy: lazyPlace(() => import('../places/prints')) },
        { path: '/cost', lazy: lazyPlace(() => import('../places/cost')) },
        { path: '/rig', lazy: lazyPlace(() => import('../places/rig')) },
        { path: '/workbook', lazy: lazyPlace(() => import('../places/workbook')) },
        { path: '*', element: <p>There is no such sheet. Choose a place above.</p> },
      ],
    },
  ]);
