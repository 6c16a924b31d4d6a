/** A line of what lamps show, as it is written in a text and said elsewhere: `only its own, by dye on Cues`, `#A63D40 for capitals: Esc`. */
import type { Board } from '../../board';
import type { GlowLine, Profile } from '../../profile';
import { printLayerName, wordOfKey } from './words';

/** What keys show, by the words of a line; a colour stands for itself. */
export const SHOWN_WORDS = { role: 'by role', dye: 'by dye', dark: 'dark' } as const;
export const ONLY_WORDS = 'only its own';

type Names = Pick<Profile, 'layers'>;

function signWords(
  line: Exclude<GlowLine, { glow: 'keys' | 'waiting' | 'level' | 'movement' }>,
  profile: Names,
): string {
  switch (line.glow) {
    case 'layer':
      return `layer ${printLayerName(line.layer, profile)}`;
    case 'latch':
      return 'latches';
    case 'lamp':
      return `lamp ${line.lamp}`;
    case 'slot':
      return `slot ${line.slot}`;
    case 'capitals':
    case 'recording':
      return line.glow;
  }
}

/** @param board for the words of its keys; without it they are named by their ids */
export function printGlow(line: GlowLine, profile: Names, board: Board | undefined): string {
  const keys = (ids: readonly string[]): string => ids.map((id) => wordOfKey(id, board)).join(' ');
  switch (line.glow) {
    case 'keys': {
      const { shows, layer, only } = line;
      const what = shows.startsWith('#') ? shows : SHOWN_WORDS[shows as keyof typeof SHOWN_WORDS];
      const where = layer === undefined ? '' : ` on ${printLayerName(layer, profile)}`;
      return `${only ? `${ONLY_WORDS}, ` : ''}${what}${where}${line.keys ? `: ${keys(line.keys)}` : ''}`;
    }
    case 'waiting':
      return line.pulses ? 'what waits pulses' : 'what waits is still';
    case 'level':
      return `brightness ${line.level}`;
    case 'movement':
      return `movement ${line.movement}`;
    default:
      return `${line.shows} for ${signWords(line, profile)}: ${keys([line.key])}`;
  }
}
