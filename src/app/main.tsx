/** The page begins here: fonts, cloth, shelf, then the benches, each loaded when it is opened. */
import '@fontsource/alegreya-sans/400.css';
import '@fontsource/alegreya-sans/500.css';
import '@fontsource/alegreya-sans/700.css';
import '@fontsource/ibm-plex-mono/400.css';
import '@fontsource/ibm-plex-mono/500.css';
import './theme/base.css';
import './theme/styleNonce';
import { createRoot } from 'react-dom/client';
import { App } from './App';
import { usePreferences } from './state/preferences';
import { useShelf } from './state/shelf';

const root = document.getElementById('root');
if (root) {
  void usePreferences.getState().load();
  void useShelf.getState().load();
  createRoot(root).render(<App />);
}
