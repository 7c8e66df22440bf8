import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { App as AntApp, ConfigProvider } from 'antd';
import { useEffect } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { BenchPage } from '../features/bench/BenchPage';
import { HelpPage } from '../features/help/HelpPage';
import { PracticePage } from '../features/practice/PracticePage';
import { ShelfPage } from '../features/shelf/ShelfPage';
import { ShootsPage } from '../features/shoots/ShootsPage';
import { TrashPage } from '../features/trash/TrashPage';
import { putInLists } from '../shared/api/lists';
import { keepLooking, onSettled, start } from '../shared/journal/journal';
import { usePreferences } from '../shared/state/preferences';
import { tokens } from '../theme/tokens';
import css from './app.module.css';
import { Conflict } from './Conflict';
import { Shell } from './Shell';
import { TopBar } from './TopBar';

const client = new QueryClient({ defaultOptions: { queries: { retry: 1, refetchOnWindowFocus: false } } });

/** What the server answers to the journal is seen in every list that shows it. */
function useJournalInLists(): void {
  useEffect(() => {
    void start();
    const stop = [keepLooking(), onSettled((settled) => putInLists(client, settled))];
    return () => {
      for (const one of stop) one();
    };
  }, []);
}

export function App() {
  useJournalInLists();
  const theme = usePreferences((s) => s.theme);
  document.documentElement.dataset.theme = theme;
  return (
    <ConfigProvider theme={tokens(theme)}>
      <AntApp className={css.app ?? ''}>
        <QueryClientProvider client={client}>
          <BrowserRouter>
            <Routes>
              <Route
                path="/"
                element={
                  <>
                    <TopBar />
                    <ShootsPage />
                  </>
                }
              />
              <Route
                path="/shelf"
                element={
                  <>
                    <TopBar />
                    <ShelfPage />
                  </>
                }
              />
              <Route
                path="/bench"
                element={
                  <>
                    <TopBar />
                    <BenchPage />
                  </>
                }
              />
              <Route
                path="/practice"
                element={
                  <>
                    <TopBar />
                    <PracticePage />
                  </>
                }
              />
              <Route
                path="/trash"
                element={
                  <>
                    <TopBar />
                    <TrashPage />
                  </>
                }
              />
              <Route
                path="/help/:about?"
                element={
                  <>
                    <TopBar />
                    <HelpPage />
                  </>
                }
              />
              <Route path="/shoots/:id/:stage" element={<Shell />} />
              <Route path="*" element={<Navigate to="/" replace />} />
            </Routes>
            <Conflict />
          </BrowserRouter>
        </QueryClientProvider>
      </AntApp>
    </ConfigProvider>
  );
}
