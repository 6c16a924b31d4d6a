/** The names of a profile as fields of text: what runs is an image, which packs that better. Written and read in one order. */
import type { Board } from '../../board';
import { DYES, glowSchema, type Assignment, type GlowLine, type Profile, type WrittenStep } from '../../profile';
import { parseJson, Unreadable } from '../../reading';
import type { Names, NamesSource } from '../../image';
import type { TextReader, TextWriter } from './textCoder';
import { KIND } from './words';

const bad = (reason: string): Unreadable => new Unreadable('the share code', reason);

/** An id that follows from the name is not written: the empty field stands for it. */
const slugOf = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
const writtenId = (id: string, name: string): string => (id === slugOf(name) ? '' : id);
const readId = (written: string, name: string): string => (written === '' ? slugOf(name) : written);

/** Places as a character: a field for the 2nd thing of a list is `"`, and one for none is empty. */
const FIRST_PLACE = 0x21;
const placeField = (place: number): string => String.fromCodePoint(FIRST_PLACE + place);
const placeOf = (field: string): number => (field.codePointAt(0) ?? 0) - FIRST_PLACE;

export function writeNamed(out: TextWriter, profile: Profile, board: Board): void {
  const named = ({ id, name }: { id: string; name: string }): void => {
    out.field(KIND.name, name);
    out.field(KIND.id, writtenId(id, name));
  };
  const { walk, glow } = profile;
  named(profile);
  out.field(KIND.icon, profile.icon);
  out.field(
    KIND.number,
    [profile.roles, profile.layers, profile.macros, profile.joints, ...(walk || glow ? [walk ?? []] : [])]
      .map(({ length }) => length)
      .concat(glow ? [1] : [])
      .join(' '),
  );
  for (const role of profile.roles) {
    named(role);
    out.field(KIND.color, role.color);
  }
  for (const layer of profile.layers) {
    named(layer);
    out.field(KIND.role, placeField(DYES.indexOf(layer.dye)));
  }
  profile.macros.forEach(named);
  for (const { id } of profile.joints) out.field(KIND.id, id);
  for (const { says, layer, keys } of walk ?? []) {
    out.field(KIND.note, says);
    out.field(KIND.id, layer ?? '');
    out.field(KIND.id, keys.join(' '));
  }
  if (glow) out.field(KIND.json, JSON.stringify(glow));
  for (const layer of profile.layers)
    for (const key of board.keys) {
      const assignment = layer.keys[key.id];
      if (!assignment) continue;
      const { role, label, note } = assignment;
      out.field(KIND.role, role === undefined ? '' : placeField(profile.roles.findIndex(({ id }) => id === role)));
      // What is empty and what is not there are two things.
      out.field(KIND.label, label === '' ? ' ' : (label ?? ''));
      out.field(KIND.note, note === '' ? ' ' : (note ?? ''));
    }
}

/** @throws Unreadable */
function glowOf(json: string): GlowLine[] {
  const read = glowSchema.safeParse(parseJson(json));
  if (!read.success) throw bad('says of the lamps what no lamp can show');
  return read.data;
}

/** Whether names come out as they went in: a label of a single space would not. */
export const isNamedWhole = (profile: Profile): boolean =>
  profile.layers.every(({ keys }) => Object.values(keys).every(({ label, note }) => label !== ' ' && note !== ' ')) &&
  [profile, ...profile.roles, ...profile.layers, ...profile.macros].every(({ id }) => id !== '');

export class NamedReader implements NamesSource {
  constructor(private readonly from: TextReader) {}

  heads(): Names {
    const { from } = this;
    const named = (): { id: string; name: string } => {
      const name = from.field(KIND.name);
      return { id: readId(from.field(KIND.id), name), name };
    };
    const list = <T>(length: number, read: () => T): T[] => Array.from({ length }, read);
    const head = named();
    const icon = from.field(KIND.icon);
    const numbers = /^(\d{1,3}) (\d{1,3}) (\d{1,4}) (\d{1,3})(?: (\d{1,2})(?: (1))?)?$/.exec(from.field(KIND.number));
    if (!numbers) throw bad('does not say how many things there are');
    const [roles = 0, layers = 0, macros = 0, joints = 0] = numbers.slice(1, 5).map(Number);
    const steps = Number(numbers[5] ?? 0);
    const hasGlow = numbers[6] !== undefined;
    return {
      ...head,
      icon,
      roles: list(roles, () => ({ ...named(), color: from.field(KIND.color) })),
      layers: list(layers, () => {
        const layer = named();
        const dye = DYES[placeOf(from.field(KIND.role))];
        if (!dye) throw bad('names a dye that there is not');
        return { ...layer, dye, told: new Map<string, Omit<Assignment, 'does'>>() };
      }),
      macros: list(macros, named),
      joints: list(joints, () => from.field(KIND.id)),
      ...(steps > 0 && { walk: list(steps, (): WrittenStep => this.step()) }),
      ...(hasGlow && { glow: glowOf(from.field(KIND.json)) }),
    };
  }

  private step(): WrittenStep {
    const [says, layer, keys] = [this.from.field(KIND.note), this.from.field(KIND.id), this.from.field(KIND.id)];
    return { says, ...(layer !== '' && { layer }), keys: keys === '' ? [] : keys.split(' ') };
  }

  told({ layers, roles }: Names, assigned: readonly Iterable<string>[]): void {
    const { from } = this;
    layers.forEach(({ told }, n) => {
      for (const key of assigned[n] ?? []) {
        const [place, label, note] = [from.field(KIND.role), from.field(KIND.label), from.field(KIND.note)];
        const role = place === '' ? undefined : roles[placeOf(place)];
        if (place !== '' && !role) throw bad('names a role that there is not');
        const one: Omit<Assignment, 'does'> = {
          ...(label !== '' && { label: label === ' ' ? '' : label }),
          ...(role && { role: role.id }),
          ...(note !== '' && { note: note === ' ' ? '' : note }),
        };
        if (Object.keys(one).length > 0) told.set(key, one);
      }
    });
  }
}
