import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy } from 'react';
import { BrowserRouter, Navigate, Route, Routes, useLocation } from 'react-router';
import { Problem } from '../api/client';
import AskPlace from '../ask/AskPlace';
import { sessionKey, useSession } from '../session/session';
import { Frame } from './Frame';
import { Guarded } from './Guarded';
import { Trouble } from './Trouble';
import { theme } from './theme';

const Desk = lazy(() => import('../desk/DeskPlace'));
const Look = lazy(() => import('../look/LookPlace'));
const SignIn = lazy(() => import('../session/SignIn'));
const ComeIn = lazy(() => import('../invitations/ComeIn'));
const Join = lazy(() => import('../invitations/Join'));
const PeopleList = lazy(() => import('../people/PeopleList'));
const PersonSheet = lazy(() => import('../people/PersonSheetPlace'));
const Accounts = lazy(() => import('../people/Accounts'));
const Account = lazy(() => import('../people/AccountPlace'));
const Units = lazy(() => import('../people/Units'));
const Teams = lazy(() => import('../people/Teams'));
const Team = lazy(() => import('../people/TeamPlace'));
const Requests = lazy(() => import('../people/Requests'));
const Sources = lazy(() => import('../people/SourcesPlace'));
const Outbox = lazy(() => import('../people/Outbox'));
const BringInStart = lazy(() => import('../bringin/BringInStart'));
const BringIn = lazy(() => import('../bringin/BringInPlace'));
const Bench = lazy(() => import('../bench/BenchPlace'));
const BenchStart = lazy(() =>
  import('../bench/BenchPlace').then((place) => ({ default: place.BenchStart })),
);
const AccessReview = lazy(() => import('../reviews/ReviewSheet'));
const Review = lazy(() => import('../bench/ReviewPlace'));
const Ledger = lazy(() => import('../ledger/LedgerPlace'));
const LedgerStart = lazy(() =>
  import('../ledger/LedgerPlace').then((place) => ({ default: place.LedgerStart })),
);
const CatalogueStart = lazy(() => import('../catalogue/CatalogueStart'));
const Catalogue = lazy(() => import('../catalogue/CataloguePlace'));
const RecordPlace = lazy(() => import('../record/RecordPlace'));
const Own = lazy(() => import('../profile/OwnPlace'));

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
          <Guarded>
            <Routes>
              <Route path="/come-in" element={<ComeIn />} />
              <Route path="/join" element={<Join />} />
              <Route path="*" element={<Door />} />
            </Routes>
          </Guarded>
        </BrowserRouter>
      </QueryClientProvider>
    </ThemeProvider>
  );
}

/** Places for those who are signed in; signing in for the others, at the same address. */
function Door() {
  const session = useSession();
  const location = useLocation();
  if (session.isPending) {
    return null;
  }
  if (session.isError) {
    return <Trouble error={session.error} again={() => session.refetch()} />;
  }
  if (!session.data) {
    return <SignIn address={(location.state as { address?: string } | null)?.address ?? ''} />;
  }
  return (
    <Frame me={session.data}>
      <Guarded>
        <Routes>
          <Route path="/desk" element={<Desk />} />
          <Route path="/desk/reviews/:id" element={<AccessReview />} />
          <Route path="/ask/:form" element={<AskPlace />} />
          <Route path="/look/:application" element={<Look />} />
          <Route path="/record/:application/:type/:record" element={<RecordPlace />} />
          <Route path="/people" element={<PeopleList />} />
          <Route path="/people/p/:key" element={<PersonSheet />} />
          <Route path="/people/accounts" element={<Accounts />} />
          <Route path="/people/accounts/:key" element={<Account />} />
          <Route path="/people/units" element={<Units />} />
          <Route path="/people/teams" element={<Teams />} />
          <Route path="/people/teams/:key" element={<Team />} />
          <Route path="/people/requests" element={<Requests />} />
          <Route path="/people/sources" element={<Sources />} />
          <Route path="/people/outbox" element={<Outbox />} />
          <Route path="/people/bring-in" element={<BringInStart />} />
          <Route path="/people/bring-in/:id" element={<BringIn />} />
          <Route path="/bench" element={<BenchStart />} />
          <Route path="/bench/:application" element={<Bench />} />
          <Route path="/bench/:application/review/:id" element={<Review />} />
          <Route path="/ledger" element={<LedgerStart />} />
          <Route path="/ledger/:application" element={<Ledger />} />
          <Route path="/ledger/:application/:number" element={<Ledger />} />
          <Route path="/ledger/:application/:number/to/:other" element={<Ledger />} />
          <Route path="/catalogue" element={<CatalogueStart />} />
          <Route path="/catalogue/:application" element={<Catalogue />} />
          <Route path="/own" element={<Own />} />
          <Route path="*" element={<Navigate to={session.data.startPlace || '/desk'} replace />} />
        </Routes>
      </Guarded>
    </Frame>
  );
}
