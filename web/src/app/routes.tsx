import { lazy } from 'react';
import { createBrowserRouter, Navigate } from 'react-router';
import { AirPlace } from '../places/air/AirPlace.js';
import { DetailsPage } from '../places/instrument/DetailsPage.js';
import { ExaminePage } from '../places/instrument/ExaminePage.js';
import { InstrumentPlace } from '../places/instrument/InstrumentPlace.js';
import { NewInstrumentPage } from '../places/instrument/NewInstrumentPage.js';
import { StancePage } from '../places/instrument/StancePage.js';
import { WorkPage } from '../places/instrument/WorkPage.js';
import { ShelfPlace } from '../places/shelf/ShelfPlace.js';
import { PhotographsPage } from '../places/instrument/PhotographsPage.js';
import { ReadingsPage } from '../places/instrument/ReadingsPage.js';
import { StringsPage } from '../places/shop/StringsPage.js';
import { PeoplePage, ShopPlace } from '../places/shop/ShopPlace.js';
import { ToolsPage } from '../places/shop/ToolsPage.js';
import { Mishap } from './Mishap.js';
import { Shell } from './Shell.js';

// charts, the map and drag and drop load when they are needed
const SeasonsPage = lazy(() => import('../places/instrument/SeasonsPage.js'));
const JudgementPage = lazy(() => import('../places/instrument/JudgementPage.js'));
const TopPage = lazy(() => import('../places/instrument/TopPage.js'));
const WeightsPage = lazy(() => import('../places/instrument/WeightsPage.js'));
const MapPage = lazy(() =>
  import('../places/instrument/MapPage.js').then(({ MapPage: page }) => ({ default: page })),
);
const LearnedPage = lazy(() => import('../places/shop/LearnedPage.js'));
const RepairsPage = lazy(() => import('../places/shop/RepairsPage.js'));
const ProtocolsPage = lazy(() =>
  import('../places/shop/ProtocolsPage.js').then(({ ProtocolsPage: page }) => ({ default: page })),
);

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Mishap />,
    children: [
      { path: '/', element: <ShelfPlace /> },
      { path: '/air', element: <AirPlace /> },
      {
        path: '/shop',
        element: <ShopPlace />,
        children: [
          { index: true, element: <PeoplePage /> },
          { path: 'tools', element: <ToolsPage /> },
          { path: 'protocols', element: <ProtocolsPage /> },
          { path: 'strings', element: <StringsPage /> },
          { path: 'repairs', element: <RepairsPage /> },
          { path: 'learned', element: <LearnedPage /> },
        ],
      },
      { path: '/instruments/new', element: <NewInstrumentPage /> },
      {
        path: '/instruments/:id',
        element: <InstrumentPlace />,
        children: [
          { index: true, element: <Navigate to="stance" replace /> },
          { path: 'stance', element: <StancePage /> },
          { path: 'examine', element: <ExaminePage /> },
          { path: 'map', element: <MapPage /> },
          { path: 'top', element: <TopPage /> },
          { path: 'top/weights', element: <WeightsPage /> },
          { path: 'seasons', element: <SeasonsPage /> },
          { path: 'judgement', element: <JudgementPage /> },
          { path: 'work', element: <WorkPage /> },
          { path: 'readings', element: <ReadingsPage /> },
          { path: 'photographs', element: <PhotographsPage /> },
          { path: 'details', element: <DetailsPage /> },
        ],
      },
      { path: '*', element: <p className="said">There is no such page. The shelf has all instruments.</p> },
    ],
  },
]);
