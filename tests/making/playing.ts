/** Macros that are played by a hand, for tests: by their score lines, and what comes out in short. */
import { compile } from '../../src/core/engine/compile';
import { replay } from '../../src/core/engine/replay';
import { macroFromLines, type MacroLines } from '../../src/core/macro';
import type { Macro, Profile } from '../../src/core/profile';
import { fingers, shortly, sketchProfile, type SketchLayers } from './sketch';

/** A macro from score lines; it plays its repeated part once unless said otherwise. */
export const macro = (name: string, lines: MacroLines): Macro =>
  macroFromLines({ id: name.toLowerCase(), name, ...lines });

export const play = (
  macros: Macro[],
  hand: string,
  layers: SketchLayers = { Base: { A: 'play M', S: 'play N' } },
): string => {
  const others = macros.some(({ name }) => name === 'N') ? macros : [...macros, macro('N', { press: '+F24 -F24' })];
  const profile: Partial<Profile> = { macros: others };
  return shortly(replay(compile(sketchProfile(layers, {}, profile)), fingers(hand))).join(', ');
};

export const WHILE_HELD = { run: { kind: 'whileHeld' as const } };
export const UNTIL_AGAIN = { run: { kind: 'untilPressedAgain' as const } };
