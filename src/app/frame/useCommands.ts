/** What the Find dialog can do besides finding: benches, pages, undo, the cloth. */
import { useMemo } from 'react';
import { useNavigate } from 'react-router';
import { useFirstMinutes } from '../state/firstMinutes';
import { usePreferences } from '../state/preferences';
import type { Command } from '../../core/find';
import { settingsOf } from './settings';
import { WORDS } from '../shared/words';

/** The benches in working order. */
export const BENCHES = [
  { path: 'layout', name: 'Layout' },
  { path: 'travel', name: 'Travel' },
  { path: 'macros', name: 'Macros' },
  { path: 'text', name: 'Text' },
  { path: 'trial', name: 'Trial' },
  { path: 'practice', name: 'Practice' },
  { path: 'device', name: 'Device' },
] as const;

type Does = { undo: () => void; redo: () => void; showShortcuts: () => void; showWord: (word: string) => void };

export function useCommands(profileId: string, { undo, redo, showShortcuts, showWord }: Does): Command[] {
  const navigate = useNavigate();
  const cloth = usePreferences((state) => state.cloth);
  const setCloth = usePreferences((state) => state.setCloth);
  return useMemo((): Command[] => {
    const goTo = (path: string) => (): void => void navigate(path);
    return [
      ...BENCHES.map(({ path, name }, index) => ({
        title: `${name} bench`,
        about: `Alt+${index + 1}`,
        words: '',
        run: goTo(`/profile/${profileId}/${path}`),
      })),
      {
        title: 'History',
        about: 'how this profile was',
        words: 'snapshot back version',
        run: goTo(`/history/${profileId}`),
      },
      {
        title: 'Legend sheet',
        about: 'print, SVG, PDF',
        words: 'print label caps paper',
        run: goTo(`/sheet/${profileId}`),
      },
      {
        title: 'Compare',
        about: 'with other profiles',
        words: 'difference side by side',
        run: goTo(`/compare?with=${profileId}`),
      },
      { title: 'Shelf', about: 'all profiles', words: 'open import file', run: goTo('/shelf') },
      { title: 'New profile', about: 'on any board', words: 'make begin start', run: goTo('/new') },
      { title: 'Undo', about: 'Ctrl+Z', words: 'take back', run: undo },
      { title: 'Redo', about: 'Ctrl+Shift+Z', words: 'do again', run: redo },
      {
        title: cloth === 'night' ? 'Linen cloth' : 'Night cloth',
        about: 'how everything looks',
        words: 'theme dark light colours',
        run: () => setCloth(cloth === 'night' ? 'linen' : 'night'),
      },
      {
        title: 'Boards',
        about: 'draw your own, or look at others',
        words: 'keyboard draw matrix',
        run: goTo('/boards'),
      },
      {
        title: 'First minutes',
        about: 'three steps by hand, to begin with',
        words: 'help tour tutorial introduction start learn how',
        run: () => {
          useFirstMinutes.getState().begin();
          void navigate(`/profile/${profileId}/layout`);
        },
      },
      { title: 'Shortcuts', about: '?', words: 'keys help', run: showShortcuts },
      {
        title: 'What the words mean',
        about: 'one line each',
        words: 'help glossary terms explain documentation',
        run: () => showWord(''),
      },
      ...settingsOf(profileId, (path) => void navigate(path)),
      ...WORDS.map(([word, says]) => ({
        title: word,
        about: `what it means: ${says}`,
        words: 'help word',
        run: () => showWord(word),
      })),
    ];
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the shortcuts' way is a new function each time, and the same
  }, [profileId, cloth, navigate, undo, redo, setCloth]);
}
