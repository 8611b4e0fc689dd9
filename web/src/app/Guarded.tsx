import { QueryErrorResetBoundary } from '@tanstack/react-query';
import { type ReactNode, Suspense } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { useLocation } from 'react-router';
import { Trouble } from './Trouble';

/**
 * A place that comes when it is wanted. Where it does not come, or breaks, that is said in its
 * place, and everything around it stays; going elsewhere ends it.
 */
export function Guarded({ children }: { children: ReactNode }) {
  const { pathname } = useLocation();
  return (
    <QueryErrorResetBoundary>
      {({ reset }) => (
        <ErrorBoundary
          resetKeys={[pathname]}
          onReset={reset}
          fallbackRender={({ error, resetErrorBoundary }) => (
            <Trouble error={said(error)} again={resetErrorBoundary} />
          )}
        >
          <Suspense fallback={null}>{children}</Suspense>
        </ErrorBoundary>
      )}
    </QueryErrorResetBoundary>
  );
}

/** A part of the program that has gone with an older version is to be loaded with the page. */
function said(error: unknown): Error {
  const text = error instanceof Error ? error.message : String(error);
  const gone = /dynamically imported module|Loading chunk/i.test(text);
  return new Error(
    gone
      ? 'This part of Nembar could not be loaded. Load the page again; nothing you wrote is lost.'
      : `${text}. Load the page again; if it comes back, tell whoever runs Nembar what you did.`,
  );
}
