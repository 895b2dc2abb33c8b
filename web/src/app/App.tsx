import { CssBaseline, ThemeProvider } from '@mui/material';
import { QueryClientProvider } from '@tanstack/react-query';
import { type ComponentType, lazy } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { HomePage } from '../steps/projects/HomePage';
import { queries } from './queries';
import { Nowhere } from './shell/Broken';
import { Shell } from './shell/Shell';
import { theme } from './theme/theme';

/** A page that is fetched when somebody goes there. */
const page = (fetched: () => Promise<ComponentType>) => {
  const Page = lazy(async () => ({ default: await fetched() }));
  return <Page />;
};

const pages = (
  <Routes>
    <Route path="/" Component={Shell}>
      <Route index Component={HomePage} />
      <Route path="projects/:projectId">
        <Route index element={<Navigate to="part" replace />} />
        <Route path="part" element={page(async () => (await import('../steps/part/PartPage')).PartPage)} />
        <Route path="brief" element={page(async () => (await import('../steps/brief/BriefPage')).BriefPage)} />
        <Route path="routes" element={page(async () => (await import('../steps/routes/RoutesPage')).RoutesPage)} />
        <Route path="plan" element={page(async () => (await import('../steps/plan/PlanPage')).PlanPage)} />
        <Route
          path="traveller"
          element={page(async () => (await import('../steps/plan/TravellerPage')).TravellerPage)}
        />
        <Route
          path="ladder"
          element={page(async () => (await import('../steps/brief/ladder/LadderPage')).LadderPage)}
        />
        <Route path="memo" element={page(async () => (await import('../steps/routes/MemoPage')).MemoPage)} />
        <Route path="bench" element={page(async () => (await import('../steps/bench/BenchPage')).BenchPage)} />
        <Route path="log" element={page(async () => (await import('../steps/log/LogPage')).LogPage)} />
        <Route path="*" Component={Nowhere} />
      </Route>
      <Route path="library" element={page(async () => (await import('../library/LibraryPage')).LibraryPage)} />
      <Route path="shop" element={page(async () => (await import('../shop/ShopPage')).ShopPage)} />
      <Route path="week" element={page(async () => (await import('../shop/week/WeekPage')).WeekPage)} />
      <Route path="shelf" element={page(async () => (await import('../shop/shelf/ShelfPage')).ShelfPage)} />
      <Route path="shelf/tool" element={page(async () => (await import('../shop/shelf/ToolPage')).ToolPage)} />
      <Route
        path="shelf/pedigree/:run"
        element={page(async () => (await import('../shop/shelf/PedigreePage')).PedigreePage)}
      />
      <Route path="shelf/learned" element={page(async () => (await import('../shop/shelf/LearnedPage')).LearnedPage)} />
      <Route path="stand-ins" element={page(async () => (await import('../shop/StandInsPage')).StandInsPage)} />
      <Route path="*" Component={Nowhere} />
    </Route>
  </Routes>
);

export function App() {
  return (
    <ThemeProvider theme={theme} defaultMode="system" noSsr>
      <CssBaseline />
      <QueryClientProvider client={queries}>
        <BrowserRouter>{pages}</BrowserRouter>
      </QueryClientProvider>
    </ThemeProvider>
  );
}
