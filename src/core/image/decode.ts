/**
 * From image to sound profile. An image is hostile until it has been read: every length, number and reference is checked, and
 * what comes out has passed the profile's own checks too. A few bytes can stand for very much, so what they stand
 * for is counted before it is built, and equal things stay one thing.
 */
import { boardById, type Board } from '../board';
import { check, isSound, type Sound } from '../check';
import { misfitOf, printProblem, type Assignment, type Binding, type Profile } from '../profile';
import { quoted } from '../reading';
import { readAsks } from './asks';
import { badImage, ByteReader } from './bytes';
import { BitReader, type Patience } from './coder';
import { Expansion, patienceFor } from './expansion';
import { LayoutReader, type LayoutIds } from './layoutBits';
import { NamesReader, standIns, type NamedLayer, type Names, type NamesSource } from './names';
import { readGlow } from './glow';
import { readLamps } from './lampLayers';
import { readMacros } from './scores';
import { sectionsOf, type Sections } from './sections';
import { readWalk } from './walk';
import { HEADER_BYTES, SECTION } from './sets';

type Home = { id: string; keys: number; at: number };

function homeOf(bytes: Uint8Array, { byType }: Sections): Home {
  const section = byType.get(SECTION.board);
  if (!section) throw badImage(HEADER_BYTES, 'the section "board" is missing');
  const reader = new ByteReader(bytes, section.start, section.end);
  const id = reader.text(40);
  return { id, at: reader.offset, keys: reader.count() };
}

/** The board an image was made for. @throws Unreadable */
export const boardIdOfImage = (bytes: Uint8Array): string => homeOf(bytes, sectionsOf(bytes)).id;

class Decoder {
  private readonly expansion: Expansion;
  private readonly patience: Patience;
  /** Keys that are bound to the same thing, and of which nothing else is told, share one assignment. */
  private readonly assignments = new Map<Binding, Assignment>();

  constructor(
    private readonly bytes: Uint8Array,
    private readonly sections: Sections,
    private readonly board: Board,
    private readonly source: NamesSource | undefined,
  ) {
    this.expansion = new Expansion(sections.lengthBytes);
    this.patience = patienceFor(sections.lengthBytes);
  }

  decode(): Profile {
    const { board } = this;
    const { layers: mostLayers, macros: mostMacros, macroEvents } = board.device;
    const macroBits = this.section(SECTION.macros);
    const macros = macroBits ? readMacros(macroBits, mostMacros, macroEvents) : [];
    for (const { onPress, repeat, onRelease } of macros)
      for (const score of [onPress, repeat, onRelease]) if (score) this.expansion.spendOnScore(score);
    const nameBits = this.section(SECTION.names);
    const named = this.source ?? (nameBits && new NamesReader(nameBits));
    const names =
      named?.heads() ?? standIns({ layers: mostLayers, joints: board.device.joints, macros: macros.length });
    const layoutBits = this.section(SECTION.layout);
    if (!layoutBits) throw badImage(HEADER_BYTES, 'the section "layout" is missing');
    const ids: LayoutIds = {
      admit: (action, at) => this.expansion.admit(action, at),
      spend: (binding) => this.expansion.spendOnBinding(binding),
      layerId: (number) => names.layers[number]?.id ?? '',
      macroId: (number) => (number < macros.length ? (names.macros[number]?.id ?? '') : undefined),
    };
    const layout = new LayoutReader(layoutBits, board, ids, this.sections.version).read();
    if (!named) {
      names.layers.length = layout.layers.length;
      names.joints.length = layout.joints.length;
    } else {
      const counts = [names.layers.length, names.joints.length, names.macros.length];
      if (counts.join() !== [layout.layers.length, layout.joints.length, macros.length].join())
        throw badImage(HEADER_BYTES, 'names of other things than there are');
      named.told(
        names,
        layout.layers.map((layer) => layer.keys()),
      );
    }
    const asksSection = this.sections.byType.get(SECTION.asks);
    const asks = asksSection
      ? readAsks(new ByteReader(this.bytes, asksSection.start, asksSection.end), macros.length)
      : new Map<number, object>();
    const glow = this.glow(
      names,
      layout.layers.map((layer) => layer.keys()),
    );
    return {
      format: 'underloom-profile',
      version: 1,
      id: names.id,
      name: names.name,
      icon: names.icon,
      board: board.id,
      hostLayout: layout.hostLayout,
      timing: layout.timing,
      layers: names.layers.map((layer, n) => this.layer(layer, layout.layers[n] ?? new Map<string, Binding>())),
      joinedLayers: layout.joinedLayers,
      lampLayers: this.lampLayers(names.layers),
      joints: layout.joints.map((joint, n) => ({ id: names.joints[n] ?? '', ...joint })),
      macros: macros.map((macro, n) => ({ ...(names.macros[n] ?? { id: '', name: '' }), ...macro, ...asks.get(n) })),
      travel: layout.travel,
      roles: names.roles,
      ...this.walk(names.walk),
      ...glow,
    };
  }

  private lampLayers(layers: readonly NamedLayer[]): Profile['lampLayers'] {
    const section = this.sections.byType.get(SECTION.lamps);
    return section ? readLamps(new ByteReader(this.bytes, section.start, section.end), layers) : [];
  }

  /** What leads others through it: of what stands beside the image, or in a section of its own. */
  private walk(beside: Profile['walk']): Pick<Profile, 'walk'> {
    const section = this.section(SECTION.walk);
    const walk = beside ?? (section ? readWalk(section) : []);
    return walk.length > 0 ? { walk } : {};
  }

  /** What the lamps show: of what stands beside the image, or in a section of its own. */
  private glow(names: Names, assigned: readonly Iterable<string>[]): Pick<Profile, 'glow'> {
    const section = this.section(SECTION.glow);
    const lines = names.glow ?? (section ? readGlow(section, this.board, names, assigned) : []);
    return lines.length > 0 ? { glow: lines } : {};
  }

  private layer(
    { id, name, dye, told }: NamedLayer,
    bindings: ReadonlyMap<string, Binding>,
  ): Profile['layers'][number] {
    const keys: Record<string, Assignment> = {};
    for (const [key, does] of bindings) {
      const more = told.get(key);
      const same = more ? { does, ...more } : (this.assignments.get(does) ?? { does });
      if (!more) this.assignments.set(does, same);
      keys[key] = same;
    }
    return { id, name, dye, keys };
  }

  private section(type: number): BitReader | undefined {
    const section = this.sections.byType.get(type);
    return section && new BitReader(this.bytes, section.start, section.end, this.patience);
  }
}

/**
 * The sound profile in an image. Bytes after its end are not looked at.
 * @param board the board it must fit; by default the bundled one that the image names
 * @param names where its names are, when they are not in it
 * @throws Unreadable with the offset and the reason
 */
export function decodeImage(bytes: Uint8Array, board?: Board, names?: NamesSource): Sound {
  const sections = sectionsOf(bytes);
  const { id, keys, at } = homeOf(bytes, sections);
  const home = board ?? boardById(id);
  if (!home)
    throw badImage(HEADER_BYTES, `made for the board ${quoted(id)}, which is not known here; give its board file`);
  if (home.id !== id) throw badImage(HEADER_BYTES, `made for the board ${quoted(id)}, not for the ${home.name}`);
  if (keys !== home.keys.length) throw badImage(at, `made for ${keys} keys; the ${home.name} has ${home.keys.length}`);
  const profile = new Decoder(bytes, sections, home, names).decode();
  const misfit = misfitOf(profile);
  if (misfit) throw badImage(HEADER_BYTES, `holds no sound profile: ${printProblem(misfit)}`);
  const checked = check(profile, home);
  if (isSound(checked)) return checked;
  const [first] = checked.problems;
  throw badImage(HEADER_BYTES, `holds no sound profile: ${first ? printProblem(first) : 'it has problems'}`);
}
