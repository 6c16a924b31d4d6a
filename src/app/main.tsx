/**
 * The page begins here: typefaces, cloth, and the shelf, which is read while the controls and the first bench are still coming. Each
 * bench is loaded when it is opened.
 */
// Before our own rules, which stand over it.
import 'virtual:controls.css';
import '@fontsource/alegreya-sans/400.css';
import '@fontsource/alegreya-sans/500.css';
import '@fontsource/alegreya-sans/700.css';
import '@fontsource/ibm-plex-mono/400.css';
import '@fontsource/ibm-plex-mono/500.css';
import './theme/base.css';
import './theme/styleNonce';
import { createRoot } from 'react-dom/client';
import { fetchAhead } from './benches';
import { Start } from './Start';
import { usePreferences } from './state/preferences';
import { useShelf } from './state/shelf';

/** So long after everything is there, in ms: what is kept for later must not make the first page wait. */
const KEEPS_AFTER_MS = 1000;

/** Lets the browser keep the whole page, so that it opens without a server after the first visit. Where it may not, the page works as before. */
function keepForLater(): void {
  if (!import.meta.env.PROD || !('serviceWorker' in navigator)) return;
  addEventListener('load', () => {
    setTimeout(() => {
      navigator.serviceWorker
        .register('/sw.js')
        .then((registration) =>
          registration.addEventListener('updatefound', () => tellWhenReady(registration.installing)),
        )
        .catch(() => undefined);
    }, KEEPS_AFTER_MS);
  });
}

/** Says that a new version waits. The very first one does not: nothing is open that it could not serve. */
function tellWhenReady(worker: ServiceWorker | null): void {
  if (!navigator.serviceWorker.controller) return;
  worker?.addEventListener('statechange', () => {
    if (worker.state === 'installed')
      useShelf
        .getState()
        .notify('A new version of Underloom is here. It opens when every window of this page has been closed.');
  });
}

const root = document.getElementById('root');
if (root) {
  fetchAhead(location.pathname);
  void usePreferences.getState().load();
  void useShelf.getState().load();
  createRoot(root).render(<Start />);
  keepForLater();
}
