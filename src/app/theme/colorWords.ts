/** Colours, said to who does not see them. */
import { LINEN_DYES } from './dyes';

/** The hues around the circle, each with the degree up to which it reaches. */
const HUES: readonly (readonly [upTo: number, word: string])[] = [
  [15, 'red'],
  [40, 'orange'],
  [70, 'yellow'],
  [165, 'green'],
  [195, 'turquoise'],
  [255, 'blue'],
  [290, 'violet'],
  [345, 'pink'],
  [360, 'red'],
];

/** Below so much difference between its strongest and its weakest light, of 255, a colour has no hue. */
const GREY_BELOW = 24;

function hueWord(color: string): string {
  const [red, green, blue] = [1, 3, 5].map((at) => Number.parseInt(color.slice(at, at + 2), 16)) as [
    number,
    number,
    number,
  ];
  const most = Math.max(red, green, blue);
  const spread = most - Math.min(red, green, blue);
  if (spread < GREY_BELOW) return most > 230 ? 'white' : most < 40 ? 'nearly black' : 'grey';
  const sixth =
    most === red ? (green - blue) / spread : most === green ? 2 + (blue - red) / spread : 4 + (red - green) / spread;
  const degrees = (sixth * 60 + 360) % 360;
  return HUES.find(([upTo]) => degrees <= upTo)?.[1] ?? 'red';
}

/** The name of a dye, and of any other colour its hue with its figures: `madder`, `green #2E9B4F`. @param color `#RRGGBB` */
export function colorWords(color: string): string {
  const figures = color.toUpperCase();
  const dye = Object.entries(LINEN_DYES).find(([, { thread }]) => thread === figures)?.[0];
  return dye ?? `${hueWord(figures)} ${figures}`;
}
