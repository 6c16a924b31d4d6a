/** Where things are set: a row a setting, with the words that people look for it by. Whoever goes there finds the focus on it. */
import type { Command } from '../../core/find';

type Setting = { title: string; bench: string; words: string; at: string };

const SETTINGS: readonly Setting[] = [
  {
    title: 'Host layout',
    bench: 'layout',
    words: 'language country keyboard layout german us characters computer',
    at: '.board-host',
  },
  {
    title: 'Timing of a key',
    bench: 'layout',
    words: 'hold after how long double tap gap re-tap typing guard timing delay ms setting',
    at: '.time-ruler [role=slider], .key-card input',
  },
  {
    title: 'When another key overlaps',
    bench: 'layout',
    words: 'overlap nested any wait interrupt rule setting other hand',
    at: '[aria-label="Rule for overlaps"] input, .key-card input',
  },
  {
    title: 'Joint presses, joined layers, roles',
    bench: 'layout',
    words: 'together chord several pressed together colours',
    at: '.together button',
  },
  { title: 'A new layer', bench: 'layout', words: 'add make layer', at: '.ladder > .word' },
  { title: 'Colour of a layer', bench: 'layout', words: 'dye color setting', at: '[aria-label=Dye]' },
  {
    title: 'How deep keys fire',
    bench: 'travel',
    words: 'actuation point sensitivity depth release reversal setting mm',
    at: '[aria-label="How it fires"] input',
  },
  { title: 'Record a macro', bench: 'macros', words: 'recorder recording take', at: '.recorder button' },
  {
    title: 'Receiver check',
    bench: 'macros',
    words: 'who receives it program looks too fast missed',
    at: '[aria-label="How often the program looks"]',
  },
  {
    title: 'Slots of the keyboard',
    bench: 'device',
    words: 'save store profile places',
    at: '[aria-label=Slots] button',
  },
  {
    title: 'Memory of the keyboard',
    bench: 'device',
    words: 'room space full bytes pages',
    at: '[aria-label=Memory] button',
  },
  {
    title: 'Try to break the link',
    bench: 'device',
    words: 'cable faults bad noise unplug',
    at: '[aria-label="Try to break it"] input, [aria-label="Try to break it"] button',
  },
];

const PATIENCE_MS = 4000;

/** Puts the focus on what stands there as soon as it stands there. */
function focusWhenThere(selector: string): void {
  const until = performance.now() + PATIENCE_MS;
  const look = (): void => {
    const there = document.querySelector<HTMLElement>(`main :is(${selector})`);
    if (there && there.offsetParent !== null) there.focus();
    else if (performance.now() < until) requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}

/** Settings as commands that go there. */
export const settingsOf = (profileId: string, goTo: (path: string) => void): Command[] =>
  SETTINGS.map(({ title, bench, words, at }) => ({
    title,
    about: `a setting on the ${bench} bench`,
    words,
    run: () => {
      goTo(`/profile/${profileId}/${bench}`);
      focusWhenThere(at);
    },
  }));
