import { Tooltip } from 'radix-ui';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import { BackdropWorkshop } from './screens/BackdropWorkshop.tsx';
import { Broken } from './screens/Broken.tsx';
import { Cast } from './screens/Cast.tsx';
import { Composer } from './screens/Composer.tsx';
import { Export } from './screens/Export.tsx';
import { Home } from './screens/Home.tsx';
import { NotFound } from './screens/NotFound.tsx';
import { PropWorkshop } from './screens/PropWorkshop.tsx';
import { Script } from './screens/Script.tsx';
import { Workshop } from './screens/Workshop.tsx';
import './styles.css';

const router = createBrowserRouter([
  {
    errorElement: <Broken />,
    children: [
      { path: '/', element: <Home /> },
      { path: '/p/:production', element: <Composer /> },
      { path: '/p/:production/scenes/:scene', element: <Composer /> },
      { path: '/p/:production/cast', element: <Cast /> },
      { path: '/p/:production/cast/:character', element: <Cast /> },
      { path: '/p/:production/script', element: <Script /> },
      { path: '/p/:production/script/:scene', element: <Script /> },
      { path: '/p/:production/workshop', element: <Workshop /> },
      { path: '/p/:production/workshop/backdrop', element: <BackdropWorkshop /> },
      { path: '/p/:production/workshop/backdrop/:scene', element: <BackdropWorkshop /> },
      { path: '/p/:production/workshop/prop', element: <PropWorkshop /> },
      { path: '/p/:production/workshop/prop/:scene', element: <PropWorkshop /> },
      { path: '/p/:production/workshop/prop/:scene/:layer', element: <PropWorkshop /> },
      { path: '/p/:production/workshop/:picture', element: <Workshop /> },
      { path: '/p/:production/export', element: <Export /> },
      { path: '*', element: <NotFound /> },
    ],
  },
]);

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <Tooltip.Provider>
      <RouterProvider router={router} />
      {/* Messages stand in the status row, so that they cover nothing that they speak about. */}
      <Toaster
        position="bottom-center"
        gap={4}
        offset={2}
        toastOptions={{ style: { fontFamily: 'var(--font-sans)', borderRadius: 7, padding: '3px 12px', minHeight: 24, fontSize: 12.5, lineHeight: '17px' } }}
      />
    </Tooltip.Provider>
  </StrictMode>,
);
