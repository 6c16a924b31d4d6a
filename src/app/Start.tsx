/** What stands on the page until the controls are there: they come beside the shelf, not before it. */
import { lazy, Suspense } from 'react';
import { ErrorBoundary } from './frame/ErrorBoundary';
import { Waiting } from './shared/Waiting';

const App = lazy(() => import('./App').then((module) => ({ default: module.App })));

export const Start = () => (
  <ErrorBoundary>
    <Suspense fallback={<Waiting what="Setting up the benches" />}>
      <App />
    </Suspense>
  </ErrorBoundary>
);
