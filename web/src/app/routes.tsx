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
import { ShopPlace } from '../places/shop/ShopPlace.js';
import { Mishap } from './Mishap.js';
import { Shell } from './Shell.js';

// charts load when they are needed
const SeasonsPage = lazy(() => import('../places/instrument/SeasonsPage.js'));

export const router = createBrowserRouter([
  {
    element: <Shell />,
    errorElement: <Mishap />,
    children: [
      { path: '/', element: <ShelfPlace /> },
      { path: '/air', element: <AirPlace /> },
      { path: '/shop', element: <ShopPlace /> },
      { path: '/instruments/new', element: <NewInstrumentPage /> },
      {
        path: '/instruments/:id',
        element: <InstrumentPlace />,
        children: [
          { index: true, element: <Navigate to="stance" replace /> },
          { path: 'stance', element: <StancePage /> },
          { path: 'examine', element: <ExaminePage /> },
          { path: 'seasons', element: <SeasonsPage /> },
          { path: 'work', element: <WorkPage /> },
          { path: 'details', element: <DetailsPage /> },
        ],
      },
      { path: '*', element: <p className="said">There is no such page. The shelf has all instruments.</p> },
    ],
  },
]);
