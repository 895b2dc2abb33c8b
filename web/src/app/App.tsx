import { CssBaseline, ThemeProvider } from '@mui/material';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { Problem } from './api/client';
import { Broken } from './shell/Broken';
import { Shell } from './shell/Shell';
import { theme } from './theme/theme';

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 10_000,
      retry: (failures, cause) => failures < 2 && cause instanceof Problem && cause.code === 'offline',
    },
  },
});

const router = createBrowserRouter([
  {
    path: '/',
    Component: Shell,
    ErrorBoundary: Broken,
    HydrateFallback: () => null,
    children: [
      { index: true, lazy: async () => ({ Component: (await import('../steps/projects/HomePage')).HomePage }) },
      {
        path: 'projects/:projectId',
        children: [
          { index: true, element: <Navigate to="part" replace /> },
          { path: 'part', lazy: async () => ({ Component: (await import('../steps/part/PartPage')).PartPage }) },
          { path: 'brief', lazy: async () => ({ Component: (await import('../steps/brief/BriefPage')).BriefPage }) },
          {
            path: 'routes',
            lazy: async () => ({ Component: (await import('../steps/routes/RoutesPage')).RoutesPage }),
          },
          { path: 'plan', lazy: async () => ({ Component: (await import('../steps/plan/PlanPage')).PlanPage }) },
          {
            path: 'traveller',
            lazy: async () => ({ Component: (await import('../steps/plan/TravellerPage')).TravellerPage }),
          },
          {
            path: 'ladder',
            lazy: async () => ({ Component: (await import('../steps/brief/ladder/LadderPage')).LadderPage }),
          },
          { path: 'memo', lazy: async () => ({ Component: (await import('../steps/routes/MemoPage')).MemoPage }) },
          { path: 'bench', lazy: async () => ({ Component: (await import('../steps/bench/BenchPage')).BenchPage }) },
          { path: 'log', lazy: async () => ({ Component: (await import('../steps/log/LogPage')).LogPage }) },
          { path: '*', Component: Broken },
        ],
      },
      { path: 'library', lazy: async () => ({ Component: (await import('../library/LibraryPage')).LibraryPage }) },
      { path: 'shop', lazy: async () => ({ Component: (await import('../shop/ShopPage')).ShopPage }) },
      { path: 'week', lazy: async () => ({ Component: (await import('../shop/week/WeekPage')).WeekPage }) },
      { path: 'shelf', lazy: async () => ({ Component: (await import('../shop/shelf/ShelfPage')).ShelfPage }) },
      { path: 'shelf/tool', lazy: async () => ({ Component: (await import('../shop/shelf/ToolPage')).ToolPage }) },
      {
        path: 'shelf/pedigree/:run',
        lazy: async () => ({ Component: (await import('../shop/shelf/PedigreePage')).PedigreePage }),
      },
      {
        path: 'shelf/learned',
        lazy: async () => ({ Component: (await import('../shop/shelf/LearnedPage')).LearnedPage }),
      },
      { path: 'stand-ins', lazy: async () => ({ Component: (await import('../shop/StandInsPage')).StandInsPage }) },
      { path: '*', Component: Broken },
    ],
  },
]);

export function App() {
  return (
    <ThemeProvider theme={theme} defaultMode="system" noSsr>
      <CssBaseline />
      <QueryClientProvider client={queries}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </ThemeProvider>
  );
}
