/** The light of lamps, as caps are drawn with it. */
import { DARK, hexOf, lampPlan, paletteOf, shownAt, type Color, type LampPlan, type Shown } from '../../core/lamps';
import type { Board } from '../../core/board';
import type { Profile } from '../../core/profile';
import { colorWords } from '../theme/colorWords';
import type { CapLight } from './Cap';

const plans = new WeakMap<Profile, { board: Board; plan: LampPlan; palette: readonly Color[] }>();

/** What the lamps of a profile show, and its colours in the order of their stitches; worked out once for each. */
export function planOf(profile: Profile, board: Board): { plan: LampPlan; palette: readonly Color[] } {
  const known = plans.get(profile);
  if (known?.board === board) return known;
  const plan = lampPlan(profile, board);
  const made = { board, plan, palette: paletteOf(plan) };
  plans.set(profile, made);
  return made;
}

/** The light of a colour; null where a lamp is dark. Colours that no profile has are stitched as they come. */
export function lightOf(color: Color, palette: readonly Color[], more: Partial<CapLight> = {}): CapLight | null {
  if (color === DARK) return null;
  const place = palette.indexOf(color);
  return { color: hexOf(color), stitch: place < 0 ? palette.length : place, ...more };
}

/** The light of each key, by its place on the board. */
export function lightsOf({ colors, pulsing }: Shown, palette: readonly Color[], share = 1): (CapLight | null)[] {
  const pulses = new Set(pulsing);
  return colors.map((color, n) =>
    lightOf(color, palette, { ...(share < 1 && { share }), ...(pulses.has(n) && { pulses: true }) }),
  );
}

/** The light of each key while a layer is shown, on top of the base. */
export function lightsOfLayer(profile: Profile, board: Board, layer: number): (CapLight | null)[] {
  const { plan, palette } = planOf(profile, board);
  const layers = layer === 0 ? [0] : [layer, 0];
  return lightsOf(shownAt(plan, { layers, hasLatches: false, capitals: false, waiting: [] }), palette);
}

/** What a lamp shows, for who cannot see it. */
export const lightSaid = (light: CapLight | null): string =>
  light ? `Its lamp is ${colorWords(light.color)}${light.pulses ? ', and pulses' : ''}.` : 'Its lamp is dark.';
