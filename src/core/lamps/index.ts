/** What each lamp of a keyboard shows, and when. docs/lamps.md has the rules. */
export { alikeColors, type Alike, DEFICIENCIES, type Deficiency } from './alike';
export {
  attributesOf,
  control,
  type Lamp,
  lampOfResponse,
  lampRequest,
  lampsOfKeys,
  LIGHTING,
  LIGHTING_PAGE,
  multiUpdates,
} from './lampArray';
export { ALONE, AT_REST, lampsAt, type Shown, shownAt, type Surroundings } from './moment';
export { dimmed, FULL, pulseAt, shareAt, type SincePress } from './movement';
export { type LampLine, lampLines } from './replay';
export { type Color, colorOf, DARK, hexOf, type LampPlan, lampPlan, paletteOf } from './plan';
