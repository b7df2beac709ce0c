import { lazy, Suspense, type ComponentType } from 'react';
import { createBrowserRouter, Navigate } from 'react-router';
import { ShelfPlace } from '../places/shelf/ShelfPlace.js';
import { Mishap } from './Mishap.js';
import { Shell } from './Shell.js';

/** A place that loads when it is gone to; the shelf alone is there at once. */
function place<N extends string>(load: () => Promise<Record<N, ComponentType>>, name: N) {
  const Place = lazy(async (): Promise<{ default: ComponentType }> => ({ default: (await load())[name] }));
  return (
    <Suspense fallback={<p className="said">Fetching…</p>}>
      <Place />
    </Suspense>
  );
}
const air = place(() => import('../places/air/AirPlace.js'), 'AirPlace');
const shop = place(() => import('../places/shop/ShopPlace.js'), 'ShopPlace');
const people = place(() => import('../places/shop/ShopPlace.js'), 'PeoplePage');
const tools = place(() => import('../places/shop/ToolsPage.js'), 'ToolsPage');
const protocols = place(() => import('../places/shop/ProtocolsPage.js'), 'ProtocolsPage');
const strings = place(() => import('../places/shop/StringsPage.js'), 'StringsPage');
const repairs = place(() => import('../places/shop/RepairsPage.js'), 'default');
const learned = place(() => import('../places/shop/LearnedPage.js'), 'default');
const fresh = place(() => import('../places/instrument/NewInstrumentPage.js'), 'NewInstrumentPage');
const instrument = place(() => import('../places/instrument/InstrumentPlace.js'), 'InstrumentPlace');
const stance = place(() => import('../places/instrument/StancePage.js'), 'StancePage');
const examine = place(() => import('../places/instrument/ExaminePage.js'), 'ExaminePage');
const map = place(() => import('../places/instrument/MapPage.js'), 'MapPage');
const top = place(() => import('../places/instrument/TopPage.js'), 'default');
const weights = place(() => import('../places/instrument/WeightsPage.js'), 'default');
const seasons = place(() => import('../places/instrument/SeasonsPage.js'), 'default');
const judgement = place(() => import('../places/instrument/JudgementPage.js'), 'default');
const work = place(() => import('../places/instrument/WorkPage.js'), 'WorkPage');
const readings = place(() => import('../places/instrument/ReadingsPage.js'), 'ReadingsPage');
const photographs = place(() => import('../places/instrument/PhotographsPage.js'), 'PhotographsPage');
const details = place(() => import('../places/instrument/DetailsPage.js'), 'DetailsPage');

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Mishap />,
    children: [
      { path: '/', element: <ShelfPlace /> },
      { path: '/air', element: air },
      {
        path: '/shop',
        element: shop,
        children: [
          { index: true, element: people },
          { path: 'tools', element: tools },
          { path: 'protocols', element: protocols },
          { path: 'strings', element: strings },
          { path: 'repairs', element: repairs },
          { path: 'learned', element: learned },
        ],
      },
      { path: '/instruments/new', element: fresh },
      {
        path: '/instruments/:id',
        element: instrument,
        children: [
          { index: true, element: <Navigate to="stance" replace /> },
          { path: 'stance', element: stance },
          { path: 'examine', element: examine },
          { path: 'map', element: map },
          { path: 'top', element: top },
          { path: 'top/weights', element: weights },
          { path: 'seasons', element: seasons },
          { path: 'judgement', element: judgement },
          { path: 'work', element: work },
          { path: 'readings', element: readings },
          { path: 'photographs', element: photographs },
          { path: 'details', element: details },
        ],
      },
      { path: '*', element: <p className="said">There is no such page. The shelf has all instruments.</p> },
    ],
  },
]);
