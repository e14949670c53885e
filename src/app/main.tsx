import '../core/no-eval';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter, Navigate } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { Toaster } from 'sonner';
import '../render/font-faces';
import './app.css';
import { Fault } from './shell/fault';
import { keepPages } from './shell/kept-pages';
import { Shell } from './shell/shell';
import { WithShow } from './shell/with-show';
import { ShowsView } from './shows/shows-view';
import { onLeaving } from './state/leaving';
import { keepTyped, leaveField } from './ui/keep-typed';

keepTyped();
onLeaving('typed', leaveField);

const router = createBrowserRouter([
  {
    path: '/pad/:padId?',
    hydrateFallbackElement: <span />,
    lazy: async () => ({ Component: (await import('./pad/pad-view')).PadView }),
  },
  {
    path: '/typing',
    hydrateFallbackElement: <span />,
    lazy: async () => ({ Component: (await import('./typing/typing-view')).TypingView }),
  },
  {
    path: '/',
    element: <Shell />,
    hydrateFallbackElement: <span />,
    children: [
      {
        errorElement: <Fault />,
        children: [
          { index: true, element: <Navigate to="/shows" replace /> },
          { path: 'shows', element: <ShowsView /> },
          {
            element: <WithShow />,
            children: [
              {
                path: 'build/:templateId?',
                lazy: async () => ({ Component: (await import('./build/build-view')).BuildView }),
              },
              {
                path: 'data/:dataId?',
                lazy: async () => ({ Component: (await import('./data/data-view')).DataView }),
              },
              {
                path: 'ticker/:tickerId?',
                lazy: async () => ({ Component: (await import('./ticker/ticker-view')).TickerView }),
              },
              {
                path: 'pads',
                lazy: async () => ({ Component: (await import('./pad/pad-editor')).PadEditor }),
              },
              {
                path: 'data/checker/:dataId?',
                lazy: async () => ({ Component: (await import('./data/data-view')).DataView }),
              },
            ],
          },
          {
            path: 'desk/:channelId?',
            lazy: async () => ({ Component: (await import('./desk/desk-view')).DeskView }),
          },
          {
            path: 'posts/:roomId?',
            lazy: async () => ({ Component: (await import('./posts/posts-view')).PostsView }),
          },
          {
            path: 'stand-ins',
            lazy: async () => ({ Component: (await import('./data/stand-ins-view')).StandInsView }),
          },
          {
            path: 'scorer',
            lazy: async () => ({ Component: (await import('./data/scorer-view')).ScorerView }),
          },
          {
            path: 'outputs',
            lazy: async () => ({ Component: (await import('./outputs/outputs-view')).OutputsView }),
          },
          {
            path: 'mixer',
            lazy: async () => ({ Component: (await import('./mixer/mixer-view')).MixerView }),
          },
          {
            path: 'panel',
            lazy: async () => ({ Component: (await import('./panel/panel-view')).PanelView }),
          },
          {
            path: 'as-run',
            lazy: async () => ({ Component: (await import('./as-run/as-run-view')).AsRunView }),
          },
          { path: '*', element: <Navigate to="/shows" replace /> },
        ],
      },
    ],
  },
]);

const root = document.getElementById('root');
if (root) {
  createRoot(root).render(
    <>
      <RouterProvider router={router} />
      <Toaster
        theme="dark"
        // Below what is worked on: over the foot of a table, never over the control that they speak of.
        position="bottom-center"
        offset={{ bottom: 104 }}
        toastOptions={{
          style: {
            background: '#2c373b',
            border: '1px solid #3a474c',
            color: '#ece7db',
            borderRadius: 4,
            font: 'inherit',
          },
          actionButtonStyle: { background: '#d8a748', color: '#12171a', borderRadius: 4, height: 28 },
          cancelButtonStyle: { background: '#3a474c', color: '#ece7db', borderRadius: 4, height: 28 },
        }}
      />
    </>,
  );
  void keepPages();
}
