/**
 * What lamps show, in an image: a section of its own, which is there when something is said of it. Keys do the same without it, so a reader that does
 * not know it passes over it. Where names are left out, the dyes of layers and the roles of keys, which it speaks of, stand in it: a keyboard glows
 * with no computer.
 */
import type { Board } from '../board';
import { HOST_LAMPS } from '../codes';
import { DYES, LIMITS, MOVEMENTS, type GlowLine, type Profile } from '../profile';
import type { BitReader, BitWriter } from './coder';
import type { Names, Told } from './names';
import { choiceOf, readText, writeText } from './parts';
import { SET } from './sets';

const KINDS = [
  'keys',
  'layer',
  'latch',
  'capitals',
  'recording',
  'lamp',
  'slot',
  'waiting',
  'level',
  'movement',
] as const;
const SHOWN = ['role', 'dye', 'dark'] as const;
const KIND_BITS = 4;
const MOST = 255;

/** Models of the set `glow`, behind those of the tree of kinds. */
const MODEL = { hasLayer: 16, hasKeys: 17, only: 18, isFixed: 19, pulses: 20, hasRoles: 21, hasRole: 22 } as const;

/** The number of a thing among those that there are; of one that is gone, the number behind them, and its id. */
class Places {
  private readonly layers: readonly string[];
  private readonly keys: readonly string[];

  constructor(layers: readonly { id: string }[], { keys }: Board) {
    this.layers = layers.map(({ id }) => id);
    this.keys = keys.map(({ id }) => id);
  }

  write(out: BitWriter, what: 'layers' | 'keys', id: string): void {
    const place = this[what].indexOf(id);
    out.number(what === 'layers' ? SET.layerNumber : SET.keyNumber, place < 0 ? this[what].length : place);
    if (place < 0) writeText(out, id, true);
  }

  read(from: BitReader, what: 'layers' | 'keys'): string {
    const place = from.number(what === 'layers' ? SET.layerNumber : SET.keyNumber, this[what].length);
    return this[what][place] ?? readText(from, true);
  }
}

function writeColor(out: BitWriter, color: string): void {
  for (let n = 0; n < 3; n++) out.tree(SET.glowColor, 8, Number.parseInt(color.slice(1 + 2 * n, 3 + 2 * n), 16), n);
}

function readColor(from: BitReader): string {
  const bytes = [0, 1, 2].map((n) => from.tree(SET.glowColor, 8, n));
  return `#${bytes.map((byte) => byte.toString(16).padStart(2, '0')).join('')}`.toUpperCase();
}

function writeLine(out: BitWriter, line: GlowLine, places: Places): void {
  out.tree(SET.glow, KIND_BITS, KINDS.indexOf(line.glow));
  switch (line.glow) {
    case 'keys': {
      const { shows, layer, keys, only } = line;
      const fixed = SHOWN.findIndex((one) => one === shows);
      out.bit(SET.glow, MODEL.isFixed, fixed >= 0);
      if (fixed >= 0) out.tree(SET.glowShown, 2, fixed);
      else writeColor(out, shows);
      out.bit(SET.glow, MODEL.hasLayer, layer !== undefined);
      if (layer !== undefined) places.write(out, 'layers', layer);
      out.bit(SET.glow, MODEL.hasKeys, keys !== undefined);
      if (keys) {
        out.number(SET.count, keys.length);
        for (const key of keys) places.write(out, 'keys', key);
      }
      out.bit(SET.glow, MODEL.only, only ?? false);
      return;
    }
    case 'waiting':
      out.bit(SET.glow, MODEL.pulses, line.pulses);
      return;
    case 'level':
      out.number(SET.count, line.level);
      return;
    case 'movement':
      out.tree(SET.glowShown, 2, MOVEMENTS.indexOf(line.movement), 1);
      return;
    default:
      places.write(out, 'keys', line.key);
      writeColor(out, line.shows);
      if (line.glow === 'layer') places.write(out, 'layers', line.layer);
      if (line.glow === 'lamp') out.number(SET.count, HOST_LAMPS.indexOf(line.lamp));
      if (line.glow === 'slot') out.number(SET.slot, line.slot);
  }
}

function readLine(from: BitReader, places: Places): GlowLine {
  const glow = choiceOf(from, KINDS, from.tree(SET.glow, KIND_BITS), 'kind of lamp');
  switch (glow) {
    case 'keys': {
      const shows = from.bit(SET.glow, MODEL.isFixed)
        ? choiceOf(from, SHOWN, from.tree(SET.glowShown, 2), 'way of showing')
        : readColor(from);
      const layer = from.bit(SET.glow, MODEL.hasLayer) ? places.read(from, 'layers') : undefined;
      const keys = from.bit(SET.glow, MODEL.hasKeys)
        ? Array.from({ length: from.number(SET.count, LIMITS.glowKeys) }, () => places.read(from, 'keys'))
        : undefined;
      const only = from.bit(SET.glow, MODEL.only);
      return {
        glow,
        shows,
        ...(layer !== undefined && { layer }),
        ...(keys && { keys }),
        ...(only ? { only: true as const } : {}),
      };
    }
    case 'waiting':
      return { glow, pulses: from.bit(SET.glow, MODEL.pulses) === 1 };
    case 'level':
      return { glow, level: from.number(SET.count, LIMITS.lampLevel.most) };
    case 'movement':
      return { glow, movement: choiceOf(from, MOVEMENTS, from.tree(SET.glowShown, 2, 1), 'movement') };
    default: {
      const [key, shows] = [places.read(from, 'keys'), readColor(from)];
      if (glow === 'layer') return { glow, key, shows, layer: places.read(from, 'layers') };
      if (glow === 'lamp')
        return { glow, key, shows, lamp: choiceOf(from, HOST_LAMPS, from.number(SET.count, MOST), 'lamp of the host') };
      return glow === 'slot'
        ? { glow, key, shows, slot: from.number(SET.slot, LIMITS.slot.most) }
        : { glow, key, shows };
    }
  }
}

/** The dyes of layers, and the roles of keys by their colours: what lamps show when names are left out. */
function writeRoles(out: BitWriter, { roles, layers }: Profile, { keys }: Board): void {
  out.number(SET.count, roles.length);
  for (const { color } of roles) writeColor(out, color);
  for (const layer of layers) {
    out.number(SET.layers, DYES.indexOf(layer.dye));
    for (const { id } of keys) {
      const assignment = layer.keys[id];
      if (!assignment) continue;
      const place = roles.findIndex((role) => role.id === assignment.role);
      out.bit(SET.glow, MODEL.hasRole, place >= 0);
      if (place >= 0) out.number(SET.keyNumber, place);
    }
  }
}

function readRoles(from: BitReader, names: Names, assigned: readonly Iterable<string>[]): void {
  names.roles = Array.from({ length: from.number(SET.count, LIMITS.roles) }, (_, n) => ({
    id: `role-${n}`,
    name: `Role ${n + 1}`,
    color: readColor(from),
  }));
  names.layers.forEach((layer, n) => {
    layer.dye = choiceOf(from, DYES, from.number(SET.layers, MOST), 'dye');
    for (const key of assigned[n] ?? []) {
      if (!from.bit(SET.glow, MODEL.hasRole)) continue;
      const role = choiceOf(from, names.roles, from.number(SET.keyNumber, MOST), 'role');
      const told: Told = { role: role.id };
      layer.told.set(key, told);
    }
  });
}

/** @param hasNames whether names, with dyes and roles, stand in a section of their own */
export function writeGlow(out: BitWriter, profile: Profile, board: Board, hasNames: boolean): void {
  const { glow = [], layers } = profile;
  const places = new Places(layers, board);
  out.number(SET.count, glow.length);
  for (const line of glow) writeLine(out, line, places);
  out.bit(SET.glow, MODEL.hasRoles, !hasNames);
  if (!hasNames) writeRoles(out, profile, board);
}

/**
 * @param names those of the image, or stand-ins, which get the dyes and roles that stand here
 * @param assigned the keys of each layer that are bound, in the order of the board
 * @throws Unreadable
 */
export function readGlow(
  from: BitReader,
  board: Board,
  names: Names,
  assigned: readonly Iterable<string>[],
): GlowLine[] {
  const places = new Places(names.layers, board);
  const lines = Array.from({ length: from.number(SET.count, LIMITS.glowLines) }, () => readLine(from, places));
  if (from.bit(SET.glow, MODEL.hasRoles)) readRoles(from, names, assigned);
  return lines;
}
