/** How much of what a keyboard has a profile takes, while it is designed: what uses most, and what would bring room. */
import type { Board } from '../board';
import { check, isSound } from '../check';
import type { Macro, Profile } from '../profile';
import { encodeImage } from './encode';
import { macroBytes } from './scores';
import { sizesOf } from './sections';
import { SECTION } from './sets';

/** `mostBy` says what uses most of it, `remedy` what would bring room. */
export type Measure = { what: string; used: number; most: number; mostBy?: string; remedy?: string };

/** From this share on something is said about making room. */
const TIGHT = 0.85;

const eventsOf = ({ onPress, repeat, onRelease }: Macro): number =>
  [onPress, repeat, onRelease].reduce((sum, score) => sum + (score?.events.length ?? 0), 0);

/** The largest of some things. */
function largest<T>(things: readonly T[], sizeOf: (thing: T) => number): { thing: T; size: number } | undefined {
  let found: { thing: T; size: number } | undefined;
  for (const thing of things) {
    const size = sizeOf(thing);
    if (size > 0 && (!found || size > found.size)) found = { thing, size };
  }
  return found;
}

function bytesMeasure(profile: Profile, board: Board, slotBytes: number): Measure | undefined {
  const checked = check(profile, board);
  // How long an image is can be said of a profile that has one.
  if (!isSound(checked)) return undefined;
  // A walk counts against nothing: where there is no room for it, it is left out.
  const image = encodeImage(checked, { withoutWalk: true });
  const sizes = sizesOf(image);
  const names = sizes.get(SECTION.names) ?? 0;
  const parts = [
    { name: 'names, labels and notes', bytes: names },
    { name: 'macros', bytes: sizes.get(SECTION.macros) ?? 0 },
    { name: 'keys', bytes: sizes.get(SECTION.layout) ?? 0 },
  ];
  const [first] = parts.toSorted((a, b) => b.bytes - a.bytes);
  const mostBy = first && `${first.name} take ${first.bytes}`;
  const bare = encodeImage(checked, { withoutNames: true }).length;
  if (bare > slotBytes) {
    const macro = largest(profile.macros, macroBytes);
    return {
      what: 'bytes',
      used: bare,
      most: slotBytes,
      remedy: `too long, even without names${macro ? `; the macro “${macro.thing.name}” takes ${macro.size}` : ''}`,
    };
  }
  if (image.length > slotBytes)
    return {
      what: 'bytes',
      used: bare,
      most: slotBytes,
      remedy: `names are left out when it is saved: with them it takes ${image.length}`,
    };
  const isTight = image.length > slotBytes * TIGHT;
  return {
    what: 'bytes',
    used: image.length,
    most: slotBytes,
    ...(mostBy && { mostBy }),
    ...(isTight && { remedy: `leaving names out would bring ${image.length - bare}` }),
  };
}

/** What equal macros would bring if keys shared one of them. */
function sharing(macros: readonly Macro[]): string | undefined {
  const seen = new Map<string, Macro>();
  for (const macro of macros) {
    const { id: _id, name: _name, ...plays } = macro;
    const same = JSON.stringify(plays);
    const twin = seen.get(same);
    if (twin) return `“${twin.name}” and “${macro.name}” play the same: keys could share one`;
    seen.set(same, macro);
  }
  return undefined;
}

/** @param slotBytes how long an image may be in the keyboard that is plugged in; left out, nothing is said of bytes */
export function measuresOf(profile: Profile, board: Board, slotBytes?: number): Measure[] {
  const { device } = board;
  const keys = profile.layers.flatMap((layer) =>
    Object.entries(layer.keys).map(([key, { does }]) => ({
      at: `${layer.name} · ${key}`,
      steps: does.kind === 'gesture' ? does.steps.length : 0,
      parts: does.kind === 'stroke' ? does.spans.length : 0,
    })),
  );
  const steps = largest(keys, ({ steps: count }) => count);
  const parts = largest(keys, ({ parts: count }) => count);
  const events = largest(profile.macros, eventsOf);
  const heaviest = largest(profile.macros, macroBytes);
  const by = (most: { thing: { at: string } } | undefined): Partial<Measure> => (most ? { mostBy: most.thing.at } : {});
  const bytes = slotBytes === undefined ? undefined : bytesMeasure(profile, board, slotBytes);
  const shared = sharing(profile.macros);
  return [
    ...(bytes ? [bytes] : []),
    { what: 'layers', used: profile.layers.length, most: device.layers },
    { what: 'presses in a gesture', used: steps?.size ?? 0, most: device.gestureSteps, ...by(steps) },
    ...(board.analog
      ? [{ what: 'parts of a stroke plan', used: parts?.size ?? 0, most: device.spansPerKey, ...by(parts) }]
      : []),
    { what: 'joint presses', used: profile.joints.length, most: device.joints },
    {
      what: 'macros',
      used: profile.macros.length,
      most: device.macros,
      ...(heaviest && { mostBy: `${heaviest.thing.name}: ${heaviest.size} bytes` }),
      ...(shared !== undefined && { remedy: shared }),
    },
    {
      what: 'events of a macro',
      used: events?.size ?? 0,
      most: device.macroEvents,
      ...(events && { mostBy: events.thing.name }),
    },
  ];
}
