/**
 * The demo profiles are written the way a person would type them: assign lines by key. A word in front of a colon is the
 * keycap's label, a word in brackets the role: `Go: F20 (cue)`.
 */
import { boardById } from '../src/core/board';
import { macroFromLines, type MacroLines } from '../src/core/macro';
import { parseActuation, parseLine } from '../src/core/notation';
import {
  plainProfile,
  type Actuation,
  type Assignment,
  type GlowLine,
  type Layer,
  type Macro,
  type PartialTiming,
  type Profile,
  type Role,
} from '../src/core/profile';

export type LayerLines = Pick<Layer, 'id' | 'name' | 'dye'> & {
  lines: Record<string, string>;
  notes?: Record<string, string>;
  timing?: Record<string, PartialTiming>;
};

export type DemoText = {
  id: string;
  name: string;
  icon: string;
  board: string;
  timing?: PartialTiming;
  roles: Role[];
  joinedLayers?: Profile['joinedLayers'];
  macros?: (MacroLines & Pick<Macro, 'id' | 'name'>)[];
  /** Depths as lines: of the board, then of single keys. */
  travel?: { board: string; keys: Record<string, string> };
  /** The walk that its author leads others through, a step each: the words, the layer, the keys. */
  walk: readonly [says: string, layer: string, ...keys: string[]][];
  /** What the lamps show, where it is not what is usual. */
  glow?: GlowLine[];
  /** The first is the base; keys it does not name do what they do on an ordinary keyboard. */
  layers: LayerLines[];
};

const ENTRY = /^(?:([^:]{2,24}): )?(.*?)(?: \(([a-z]+)\))?$/;

function assignmentOf(entry: string, demo: DemoText, layer: LayerLines, key: string): Assignment {
  const [, label, line = '', role] = ENTRY.exec(entry) ?? [];
  const parsed = parseLine(line, demo);
  if (!parsed.ok) throw new Error(`${demo.name}, ${layer.name}, ${key}: "${line}": ${parsed.error.message}`);
  const timing = layer.timing?.[key];
  const does = parsed.binding.kind === 'gesture' && timing ? { ...parsed.binding, timing } : parsed.binding;
  const note = layer.notes?.[key];
  return { does, ...(label && { label }), ...(role && { role }), ...(note && { note }) };
}

/** @throws Error naming the line of depths that cannot be read */
function travelOf({ name, travel }: DemoText): Profile['travel'] | undefined {
  const read = (key: string, line: string): Actuation => {
    const parsed = parseActuation(line);
    if (!parsed.ok) throw new Error(`${name}, travel of ${key}: "${line}": ${parsed.message}`);
    return parsed.actuation;
  };
  if (!travel) return undefined;
  const keys = Object.entries(travel.keys).map(([key, line]) => [key, read(key, line)] as const);
  return { board: read('the board', travel.board), keys: Object.fromEntries(keys) };
}

/** The profile that a demo text describes. @throws Error naming the line that cannot be read */
export function weave(demo: DemoText): Profile {
  const board = boardById(demo.board);
  if (!board) throw new Error(`there is no board ${demo.board}`);
  const plain = plainProfile(board, demo.id, demo.name);
  const layers = demo.layers.map((layer, index): Layer => {
    const own = Object.fromEntries(
      Object.entries(layer.lines).map(([key, entry]) => [key, assignmentOf(entry, demo, layer, key)]),
    );
    return {
      id: layer.id,
      name: layer.name,
      dye: layer.dye,
      keys: index === 0 ? { ...plain.layers[0]?.keys, ...own } : own,
    };
  });
  const timing = { ...plain.timing, ...demo.timing } as Profile['timing'];
  return {
    ...plain,
    icon: demo.icon,
    timing,
    layers,
    roles: demo.roles,
    joinedLayers: demo.joinedLayers ?? [],
    macros: (demo.macros ?? []).map(macroFromLines),
    travel: travelOf(demo) ?? plain.travel,
    walk: demo.walk.map(([says, layer, ...keys]) => ({ says, layer, keys })),
    ...(demo.glow && { glow: demo.glow }),
  };
}
