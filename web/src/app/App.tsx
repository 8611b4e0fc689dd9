import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { Problem } from '../api/client';
import { sessionKey, useSession } from '../session/session';
import { Frame } from './Frame';
import { Trouble } from './Trouble';
import { theme } from './theme';

const AskPlace = lazy(() => import('../ask/AskPlace'));
const SignIn = lazy(() => import('../session/SignIn'));

const queries: QueryClient = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 30_000,
      retry: (failures, error) => failures < 1 && error instanceof Problem && error.status === 0,
      refetchOnWindowFocus: false,
    },
  },
  queryCache: new QueryCache({
    onError: (error, query) => {
      if (error instanceof Problem && error.status === 401 && query.queryKey !== sessionKey) {
        queries.setQueryData(sessionKey, null);
      }
    },
  }),
});

export function App() {
  return (
    <ThemeProvider theme={theme} defaultMode="system">
      <CssBaseline />
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <Suspense fallback={null}>
            <Door />
          </Suspense>
        </BrowserRouter>
      </QueryClientProvider>
    </ThemeProvider>
  );
}

/** Places for those who are signed in; signing in for the others, at the same address. */
function Door() {
  const session = useSession();
  if (session.isPending) {
    return null;
  }
  if (session.isError) {
    return <Trouble error={session.error} again={() => session.refetch()} />;
  }
  if (!session.data) {
    return <SignIn />;
  }
  return (
    <Frame me={session.data}>
      <Suspense fallback={null}>
        <Routes>
          <Route path="/ask/what-can" element={<AskPlace />} />
          <Route path="*" element={<Navigate to="/ask/what-can" replace />} />
        </Routes>
      </Suspense>
    </Frame>
  );
}
