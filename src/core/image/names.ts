/** What the keyboard does not need to run, and people do: names, labels, notes, roles, colours, ids. It may be left out. */
import type { Board } from '../board';
import { DYES, type Assignment, type GlowLine, type Layer, type Profile, type WrittenStep } from '../profile';
import { badImage } from './bytes';
import type { BitReader, BitWriter } from './coder';
import { choiceOf, readText, writeText } from './parts';
import { SET } from './sets';

export type Told = Omit<Assignment, 'does'>;
export type NamedLayer = { id: string; name: string; dye: Layer['dye']; told: Map<string, Told> };
export type Names = {
  id: string;
  name: string;
  icon: string;
  roles: Profile['roles'];
  layers: NamedLayer[];
  joints: string[];
  macros: { id: string; name: string }[];
  /** In a share code, where it stands with the names. */
  walk?: WrittenStep[];
  /** Likewise. */
  glow?: GlowLine[];
};
/** How many of each there are, in what runs. */
export type Counts = { layers: number; joints: number; macros: number };

/** Where the names of an image come from: a section of it, or what stands beside it in a share code. */
export interface NamesSource {
  /** The names of whole things, which what runs refers to. @throws Unreadable */
  heads(): Names;
  /** What is told of keys, when it is known which are bound. @param assigned the keys of each layer that are, in the order of the board. @throws Unreadable */
  told(names: Names, assigned: readonly Iterable<string>[]): void;
}

const MOST = 255;

export function writeNames(out: BitWriter, profile: Profile, board: Board): void {
  const text = (value: string): void => writeText(out, value, true);
  const list = <T>(values: readonly T[], write: (value: T) => void): void => {
    out.number(SET.count, values.length);
    values.forEach(write);
  };
  text(profile.id);
  text(profile.name);
  text(profile.icon);
  list(profile.roles, ({ id, name, color }) => [id, name, color].forEach(text));
  list(profile.layers, ({ id, name, dye }) => {
    text(id);
    text(name);
    out.number(SET.layers, DYES.indexOf(dye));
  });
  list(profile.macros, ({ id, name }) => [id, name].forEach(text));
  list(profile.joints, ({ id }) => text(id));
  for (const layer of profile.layers) {
    for (const key of board.keys) {
      const assignment = layer.keys[key.id];
      if (!assignment) continue;
      const { label, role, note } = assignment;
      out.bit(SET.hasName, 0, label !== undefined);
      if (label !== undefined) text(label);
      out.bit(SET.hasName, 1, role !== undefined);
      if (role !== undefined)
        out.number(
          SET.keyNumber,
          profile.roles.findIndex(({ id }) => id === role),
        );
      out.bit(SET.hasName, 2, note !== undefined);
      if (note !== undefined) text(note);
    }
  }
}

/** Reads names: those of whole things first, which what runs refers to; what is told of keys when it is known which are bound. */
export class NamesReader implements NamesSource {
  constructor(private readonly from: BitReader) {}

  /** @throws Unreadable */
  heads(): Names {
    const { from, text } = this;
    const list = <T>(read: () => T): T[] => Array.from({ length: from.number(SET.count, MOST) }, read);
    return {
      id: text(),
      name: text(),
      icon: text(),
      roles: list(() => ({ id: text(), name: text(), color: text() })),
      layers: list(() => ({
        id: text(),
        name: text(),
        dye: choiceOf(from, DYES, from.number(SET.layers, 0xff), 'dye'),
        told: new Map<string, Told>(),
      })),
      macros: list(() => ({ id: text(), name: text() })),
      joints: list(text),
    };
  }

  /** @param assigned the keys of each layer that are bound, in the order of the board. @throws Unreadable */
  told({ layers, roles }: Names, assigned: readonly Iterable<string>[]): void {
    const { from, text } = this;
    layers.forEach(({ told }, n) => {
      for (const key of assigned[n] ?? []) {
        const one: Told = {};
        if (from.bit(SET.hasName, 0)) one.label = text();
        if (from.bit(SET.hasName, 1)) {
          const role = roles[from.number(SET.keyNumber, MOST)];
          if (!role) throw badImage(from.offset, 'a role that is not there');
          one.role = role.id;
        }
        if (from.bit(SET.hasName, 2)) one.note = text();
        if (Object.keys(one).length > 0) told.set(key, one);
      }
    });
  }

  private readonly text = (): string => readText(this.from, true);
}

/** Stand-ins for what was left out when memory was short. */
export const standIns = (counts: Counts): Names => ({
  id: 'from-keyboard',
  name: 'From the keyboard',
  icon: 'spool',
  roles: [],
  layers: Array.from({ length: counts.layers }, (_, n) => ({
    id: `layer-${n}`,
    name: n === 0 ? 'Base' : `Layer ${n}`,
    dye: DYES[n % DYES.length] ?? 'indigo',
    told: new Map<string, Told>(),
  })),
  joints: Array.from({ length: counts.joints }, (_, n) => `joint-${n}`),
  macros: Array.from({ length: counts.macros }, (_, n) => ({ id: `macro-${n}`, name: `Macro ${n + 1}` })),
});
