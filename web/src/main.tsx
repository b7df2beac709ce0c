import '@fontsource/vollkorn/latin-400.css';
import '@fontsource/vollkorn/latin-600.css';
import '@fontsource/atkinson-hyperlegible/latin-400.css';
import '@fontsource/atkinson-hyperlegible/latin-700.css';
import './app/theme.css';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { reloadWhereRenewed } from './app/renewed.js';
import { router } from './app/routes.js';

reloadWhereRenewed(() => {
  const { location } = router.state.navigation;
  return location ? router.createHref(location) : null;
});
createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <RouterProvider router={router} />
  </StrictMode>,
);
