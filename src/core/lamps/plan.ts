/**
 * What a profile's lines of glow come to: for each key and each layer that may answer it the colour of its lamp, made once; and the signs that are
 * looked at whenever something changes. docs/lamps.md has the rules.
 */
import type { Board } from '../board';
import { HOST_LAMPS } from '../codes';
import { DYE_COLORS, LIMITS, type GlowLine, type LampMovement, type Profile } from '../profile';

/** A colour as a number, `0xRRGGBB`; `DARK` where a lamp is not lit. */
export type Color = number;
export const DARK: Color = -1;

/** A lamp that shows a colour while something is so. `number` is that of the layer, the lamp of the host, or the slot, counted from 0. */
export type Sign = {
  of: 'layer' | 'latch' | 'capitals' | 'recording' | 'lamp' | 'slot';
  number: number;
  key: number;
  color: Color;
};

export type LampPlan = {
  keyCount: number;
  /** By layer times `keyCount` plus the key's place: what its lamp shows when that layer answers. */
  colors: Int32Array;
  /** By the same places: 1 where the layer says something of the key, be it nothing. */
  answers: Uint8Array;
  /** Layers that light only what they assign. */
  only: Uint8Array;
  signs: readonly Sign[];
  /** Whether a key that waits for a decision pulses. */
  pulses: boolean;
  /** How bright lamps are when the profile comes into use; null when it says nothing of it. */
  level: number | null;
  movement: LampMovement;
  /** By key: where the middle of its cap lies, in hundredths of a key unit from the left edge, and its row. */
  along: Int32Array;
  rows: Int32Array;
};

export const colorOf = (hex: string): Color => Number.parseInt(hex.slice(1), 16);
export const hexOf = (color: Color): string => `#${color.toString(16).padStart(6, '0').toUpperCase()}`;

/** The colours that lamps may show under a plan, each once: those of keys by layers, then those of signs. */
export const paletteOf = ({ colors, signs }: LampPlan): Color[] =>
  [...new Set([...colors, ...signs.map(({ color }) => color)])].filter((color) => color !== DARK);

/** What a key shows on a layer where no line speaks of it: its role's colour, else the layer's dye. */
const USUAL: readonly GlowLine[] = [
  { glow: 'keys', shows: 'dye' },
  { glow: 'keys', shows: 'role' },
];

type KeysLine = Extract<GlowLine, { glow: 'keys' }>;
const isOfKeys = (line: GlowLine): line is KeysLine => line.glow === 'keys';

/** The lines that speak of keys as a person wrote them, behind what is usual. */
const linesOfKeys = ({ glow = [] }: Profile): KeysLine[] => [...USUAL, ...glow].filter(isOfKeys);

/** What lamps show under a profile. Lines that speak of layers or keys that are gone say nothing. */
export function lampPlan(profile: Profile, board: Board): LampPlan {
  const { layers, roles, glow = [] } = profile;
  const keyCount = board.keys.length;
  const placeOf = new Map(board.keys.map(({ id }, n) => [id, n]));
  const layerOf = new Map(layers.map(({ id }, n) => [id, n]));
  const roleColors = new Map(roles.map(({ id, color }) => [id, colorOf(color)]));
  const colors = new Int32Array(layers.length * keyCount).fill(DARK);
  const answers = new Uint8Array(layers.length * keyCount);
  const only = new Uint8Array(layers.length);
  const written = linesOfKeys(profile).slice(USUAL.length);
  layers.forEach((layer, number) => {
    for (const line of written)
      if (line.only && (line.layer === undefined || line.layer === layer.id)) only[number] = 1;
    for (const [key, { does, role }] of Object.entries(layer.keys)) {
      const place = placeOf.get(key);
      if (place === undefined || does.kind === 'pass') continue;
      const at = number * keyCount + place;
      answers[at] = 1;
      if (does.kind === 'none') continue;
      const ofRole = role === undefined ? undefined : roleColors.get(role);
      let color = ofRole ?? colorOf(DYE_COLORS[layer.dye]);
      for (const { shows, layer: of, keys } of written) {
        if ((of !== undefined && of !== layer.id) || (keys && !keys.includes(key))) continue;
        if (shows === 'role') color = ofRole ?? DARK;
        else if (shows === 'dye') color = colorOf(DYE_COLORS[layer.dye]);
        else color = shows === 'dark' ? DARK : colorOf(shows);
      }
      colors[at] = color;
    }
  });
  const signs = glow.flatMap((line): Sign[] => {
    if (!('key' in line)) return [];
    const key = placeOf.get(line.key);
    const number =
      line.glow === 'layer'
        ? layerOf.get(line.layer)
        : line.glow === 'lamp'
          ? HOST_LAMPS.indexOf(line.lamp)
          : line.glow === 'slot'
            ? line.slot - LIMITS.slot.least
            : 0;
    return key === undefined || number === undefined
      ? []
      : [{ of: line.glow, number, key, color: colorOf(line.shows) }];
  });
  const last = <G extends GlowLine['glow']>(kind: G) =>
    glow.findLast((line): line is Extract<GlowLine, { glow: G }> => line.glow === kind);
  return {
    keyCount,
    colors,
    answers,
    only,
    signs,
    pulses: last('waiting')?.pulses ?? true,
    level: last('level')?.level ?? null,
    movement: last('movement')?.movement ?? 'still',
    along: Int32Array.from(board.keys, ({ x, w }) => Math.round((x + w / 2) * 100)),
    rows: Int32Array.from(board.keys, ({ y }) => Math.floor(y)),
  };
}
