import type { ComponentType } from 'react';
import { createBrowserRouter, Navigate } from 'react-router';
import { ShelfPlace } from '../places/shelf/ShelfPlace.js';
import { ErrorPage } from './ErrorPage.js';
import { Shell } from './Shell.js';

/**
 * A place that loads when it is gone to; the shelf alone is there at once. A page loads beside the place that it stands
 * in, and what was open stays until both are there.
 */
function place<N extends string>(load: () => Promise<Record<N, ComponentType>>, name: N) {
  return {
    lazy: async () => ({ Component: (await load())[name] }),
    hydrateFallbackElement: <p className="said">Fetching…</p>,
  };
}
const bench = place(() => import('../places/bench/BenchPlace.js'), 'default');
const step = place(() => import('../places/bench/StepPlace.js'), 'StepPlace');
const calendar = place(() => import('../places/calendar/CalendarPlace.js'), 'default');
const season = place(() => import('../places/season/SeasonPlace.js'), 'default');
const takeIn = place(() => import('../places/take-in/TakeInPlace.js'), 'default');
const receipt = place(() => import('../places/take-in/ReceiptPage.js'), 'default');
const owners = place(() => import('../places/shop/OwnersPage.js'), 'default');
const air = place(() => import('../places/air/AirPlace.js'), 'AirPlace');
const shop = place(() => import('../places/shop/ShopPlace.js'), 'ShopPlace');
const people = place(() => import('../places/shop/ShopPlace.js'), 'PeoplePage');
const paperTexts = place(() => import('../places/shop/PaperTextsPage.js'), 'default');
const figures = place(() => import('../places/shop/FiguresPage.js'), 'default');
const hours = place(() => import('../places/shop/HoursPage.js'), 'default');
const exchange = place(() => import('../places/shop/ExchangePage.js'), 'default');
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
const loadTest = place(() => import('../places/instrument/LoadTestPage.js'), 'default');
const seasons = place(() => import('../places/instrument/SeasonsPage.js'), 'default');
const judgement = place(() => import('../places/instrument/JudgementPage.js'), 'default');
const work = place(() => import('../places/instrument/WorkPage.js'), 'WorkPage');
const readings = place(() => import('../places/instrument/ReadingsPage.js'), 'ReadingsPage');
const photographs = place(() => import('../places/instrument/PhotographsPage.js'), 'PhotographsPage');
const papers = place(() => import('../places/instrument/PapersPage.js'), 'PapersPage');
const details = place(() => import('../places/instrument/DetailsPage.js'), 'DetailsPage');

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <ErrorPage />,
    children: [
      { path: '/', element: <ShelfPlace /> },
      { path: '/bench', ...bench },
      { path: '/bench/:job/:step', ...step },
      { path: '/calendar', ...calendar },
      { path: '/season', ...season },
      { path: '/take-in', ...takeIn },
      { path: '/take-in/:job', ...receipt },
      { path: '/air', ...air },
      {
        path: '/shop',
        ...shop,
        children: [
          { index: true, ...people },
          { path: 'owners', ...owners },
          { path: 'hours', ...hours },
          { path: 'figures', ...figures },
          { path: 'papers', ...paperTexts },
          { path: 'tools', ...tools },
          { path: 'protocols', ...protocols },
          { path: 'strings', ...strings },
          { path: 'repairs', ...repairs },
          { path: 'learned', ...learned },
          { path: 'exchange', ...exchange },
        ],
      },
      { path: '/instruments/new', ...fresh },
      {
        path: '/instruments/:id',
        ...instrument,
        children: [
          { index: true, element: <Navigate to="stance" replace /> },
          { path: 'stance', ...stance },
          { path: 'examine', ...examine },
          { path: 'map', ...map },
          { path: 'top', ...top },
          { path: 'top/load-test', ...loadTest },
          { path: 'top/weights', element: <Navigate to="../top/load-test" replace /> },
          { path: 'seasons', ...seasons },
          { path: 'judgement', ...judgement },
          { path: 'work', ...work },
          { path: 'readings', ...readings },
          { path: 'photographs', ...photographs },
          { path: 'papers', ...papers },
          { path: 'details', ...details },
        ],
      },
      { path: '*', element: <p className="said">There is no such page. The shelf has all instruments.</p> },
    ],
  },
]);
