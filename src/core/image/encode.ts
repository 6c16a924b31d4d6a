/**
 * From profile to image: the bytes a keyboard keeps. Equal actions, gestures, stroke plans and scores are stored once. An image may
 * stand for no more than its length pays for (`expansion.ts`); one that would is filled up.
 */
import type { Sound } from '../check';
import { asksOf, writeAsks } from './asks';
import { ByteWriter } from './bytes';
import { BitWriter } from './coder';
import { Expansion, paddingFor } from './expansion';
import { writeLayout } from './layoutBits';
import { writeNames } from './names';
import { writeGlow } from './glow';
import { writeLamps } from './lampLayers';
import { writeMacros } from './scores';
import { writeWalk } from './walk';
import { frame, type Part } from './sections';
import { SECTION } from './sets';

export type EncodeOptions = {
  /** Leave names, labels, notes and colours out, when memory is short; the walk with them. */
  withoutNames?: boolean;
  /** Leave the walk out, when memory is a little short. */
  withoutWalk?: boolean;
};

/** The image of a sound profile. */
export function encodeImage(
  sound: Sound,
  { withoutNames = false, withoutWalk = withoutNames }: EncodeOptions = {},
): Uint8Array {
  const { profile, board } = sound;
  let decisions = 0;
  const coded = (type: number, write: (out: BitWriter) => void): Part => {
    const out = new BitWriter();
    write(out);
    decisions += out.decisions;
    return { type, bytes: out.toBytes() };
  };
  const home: Part = { type: SECTION.board, bytes: new ByteWriter().text(board.id).count(board.keys.length).toBytes() };
  const macros = profile.macros.length > 0 ? [coded(SECTION.macros, (out) => writeMacros(out, profile.macros))] : [];
  const names = withoutNames ? [] : [coded(SECTION.names, (out) => writeNames(out, profile, board))];
  const { walk = [] } = profile;
  const told = withoutWalk || walk.length === 0 ? [] : [coded(SECTION.walk, (out) => writeWalk(out, walk))];
  const layout = coded(SECTION.layout, (out) => writeLayout(out, sound));
  const lamps = profile.lampLayers.length > 0 ? [{ type: SECTION.lamps, bytes: writeLamps(profile) }] : [];
  const glow = profile.glow ? [coded(SECTION.glow, (out) => writeGlow(out, profile, board, !withoutNames))] : [];
  const asks = profile.macros.some(asksOf) ? [{ type: SECTION.asks, bytes: writeAsks(profile.macros) }] : [];
  const before = [home, ...macros, ...asks, ...lamps, ...names, ...told, ...glow];
  const image = frame([...before, layout]);
  const missing = paddingFor(image.length, Expansion.of(profile), decisions);
  if (missing === 0) return image;
  return frame([...before, { type: SECTION.padding, bytes: new Uint8Array(missing) }, layout]);
}
