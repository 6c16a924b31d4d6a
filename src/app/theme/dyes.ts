/**
 * The dyes: every layer has one, and every dye has a stitch of its own, so that colour is never the only sign. On each
 * cloth a dye has a tone for threads and areas, and one for text that keeps a contrast of 4.5 to 1 (WCAG 2.2, 1.4.3).
 */
import type { Dye } from '../../core/profile';

type Tones = { thread: string; text: string };

export const LINEN_DYES: Readonly<Record<Dye, Tones>> = {
  indigo: { thread: '#2F4B7C', text: '#2F4B7C' },
  madder: { thread: '#A63D40', text: '#A63D40' },
  weld: { thread: '#B58A12', text: '#7C5D06' },
  verdigris: { thread: '#2F7A68', text: '#256455' },
  walnut: { thread: '#6B4F3A', text: '#6B4F3A' },
  orchil: { thread: '#7B4B94', text: '#7B4B94' },
  iron: { thread: '#4A5560', text: '#4A5560' },
  woad: { thread: '#4E8FB8', text: '#2C678B' },
};

export const NIGHT_DYES: Readonly<Record<Dye, Tones>> = {
  indigo: { thread: '#7E9BD1', text: '#9DB5E3' },
  madder: { thread: '#D3696C', text: '#EC9496' },
  weld: { thread: '#CDA331', text: '#DDB94F' },
  verdigris: { thread: '#4FA28D', text: '#78C4B0' },
  walnut: { thread: '#A98465', text: '#CCA98B' },
  orchil: { thread: '#A878C2', text: '#C9A2DE' },
  iron: { thread: '#8794A1', text: '#A9B4BF' },
  woad: { thread: '#6CAAD1', text: '#8FC2E2' },
};

/** A colour that a person gave: one of the dyes is drawn in the tone that it has on the cloth that lies there. */
export function paintOf(color: string): string {
  const dye = (Object.keys(LINEN_DYES) as Dye[]).find((one) => LINEN_DYES[one].thread === color.toUpperCase());
  return dye ? threadOf(dye) : color;
}

export const isDyed = (color: string): boolean => paintOf(color) !== color;

export const threadOf = (dye: Dye): string => `var(--${dye})`;
export const textOf = (dye: Dye): string => `var(--${dye}-text)`;
/** The fill of an area in a dye's stitch; the patterns stand in `DyeDefs`. */
export const stitchOf = (dye: Dye): string => `url(#stitch-${dye})`;
