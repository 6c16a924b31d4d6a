/** The two cloths: linen by day, night cloth in the dark. Our drawings take them as CSS variables, the controls as tokens (`controls.ts`). */
import { LINEN_DYES, NIGHT_DYES } from './dyes';

export type Cloth = 'linen' | 'night';

type ClothColors = Readonly<
  Record<'cloth' | 'panel' | 'cap' | 'ink' | 'soft' | 'hair' | 'faint' | 'finger' | 'hatchGround' | 'hatchLine', string>
>;

export const COLORS: Readonly<Record<Cloth, ClothColors>> = {
  linen: {
    cloth: '#F6F2EA',
    panel: '#FFFDF7',
    cap: '#FFFEFA',
    ink: '#22262B',
    soft: '#66604F',
    hair: '#D9D1C0',
    faint: '#ECE6D8',
    finger: '#857D6A',
    hatchGround: '#EFE8D6',
    hatchLine: '#B9AE93',
  },
  night: {
    cloth: '#1E2126',
    panel: '#262A30',
    cap: '#2C3138',
    ink: '#ECE7DB',
    soft: '#AFA993',
    hair: '#434A53',
    faint: '#343A42',
    finger: '#9A917B',
    hatchGround: '#33373D',
    hatchLine: '#6E6A5C',
  },
};

/**
 * The colours of a person whose system gives the colours (W3C Media Queries 5, forced-colors; CSS Color 4, system colours). Drawings take
 * them too, since only what is HTML is coloured by the browser; threads keep the dyes of whichever cloth is nearer to the system's.
 */
const FORCED: ClothColors = {
  cloth: 'Canvas',
  panel: 'Canvas',
  cap: 'Canvas',
  ink: 'CanvasText',
  soft: 'CanvasText',
  hair: 'GrayText',
  faint: 'Canvas',
  finger: 'GrayText',
  hatchGround: 'Canvas',
  hatchLine: 'GrayText',
};

const areForced = (): MediaQueryList => matchMedia('(forced-colors: active)');

const kebab = (name: string): string => name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`);

/** Puts a cloth's colours on the page as CSS variables, or the system's where the system gives them. */
export function layCloth(cloth: Cloth): void {
  const root = document.documentElement;
  const isForced = areForced().matches;
  const isDark = isForced ? matchMedia('(prefers-color-scheme: dark)').matches : cloth === 'night';
  root.dataset.cloth = cloth;
  root.style.colorScheme = isDark ? 'dark' : 'light';
  for (const [name, value] of Object.entries(isForced ? FORCED : COLORS[cloth]))
    root.style.setProperty(`--${kebab(name)}`, value);
  for (const [dye, tones] of Object.entries(isDark ? NIGHT_DYES : LINEN_DYES)) {
    root.style.setProperty(`--${dye}`, tones.thread);
    root.style.setProperty(`--${dye}-text`, isForced ? 'CanvasText' : tones.text);
  }
}

/** Tells when the system begins or ceases to give the colours. */
export const onForcedChange = (changed: () => void): void => areForced().addEventListener('change', changed);

/** A colour of the cloth that is laid, for what draws by itself; asking what is computed would have the whole page styled first. */
export const laidColor = (name: string): string => document.documentElement.style.getPropertyValue(`--${name}`).trim();
