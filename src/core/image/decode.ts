/**
 * From image to sound profile. An image is hostile until it has been read: every length, number and reference is checked, and
 * what comes out has passed the profile's own checks too. References make a few bytes stand for very much, so what they stand
 * for is counted before it is built, and equal things stay one thing. Sections of an unknown type are skipped.
 */
import CRC32 from 'crc-32';
import { boardById, type Board } from '../board';
import { check, isSound, type Sound } from '../check';
import { codeOfUsage, KEYBOARD_PAGE, usageOf } from '../codes';
import {
  DEFAULT_TIMING,
  DYES,
  LIMITS,
  mergeTiming,
  misfitOf,
  printProblem,
  type Action,
  type Actuation,
  type Assignment,
  type Binding,
  type Gesture,
  type Layer,
  type Macro,
  type Profile,
} from '../profile';
import { quoted } from '../reading';
import { readAction, type ActionReader } from './actionBytes';
import { badImage, ByteReader } from './bytes';
import { Expansion } from './expansion';
import { HEADER_BYTES, HOST_LAYOUT_IDS, IMAGE_VERSION, LAST_KEY_TAG, MAGIC, SECTION, TAG } from './layout';
import { readActuation, readChoice, readReach, readTiming } from './parts';
import { readMacro, readScore } from './scores';

/** What an image's header says, checked against its bytes. */
export type ImageHeader = { version: number; lengthBytes: number; crc32: number };

/**
 * Reads and checks the header. `bytes` may be longer than the image (a slot is); what follows is not looked at.
 * @throws Unreadable
 */
export function readHeader(bytes: Uint8Array): ImageHeader {
  const reader = new ByteReader(bytes);
  for (const [index, byte] of MAGIC.entries())
    if (reader.u8() !== byte) throw badImage(index, 'this is no image: it does not begin with UNDL');
  const version = reader.u8();
  if (version !== IMAGE_VERSION)
    throw badImage(4, `image version ${version}; this program reads version ${IMAGE_VERSION}`);
  reader.u8();
  reader.u16();
  const lengthBytes = reader.u32();
  const crc32 = reader.u32();
  if (lengthBytes < HEADER_BYTES || lengthBytes > bytes.length) {
    throw badImage(8, `the image says it is ${lengthBytes} bytes long, but there are ${bytes.length}`);
  }
  const found = CRC32.buf(bytes.subarray(HEADER_BYTES, lengthBytes)) >>> 0;
  if (found !== crc32) throw badImage(12, `the checksum is ${hex(found)}, not ${hex(crc32)}: the image is damaged`);
  return { version, lengthBytes, crc32 };
}

const hex = (value: number): string => value.toString(16).toUpperCase().padStart(8, '0');

/** The board an image was made for. @throws Unreadable */
export function boardIdOfImage(bytes: Uint8Array): string {
  const sections = readSections(bytes);
  return sectionOf(sections, SECTION.board, 'board').text(40);
}

function readSections(bytes: Uint8Array): Map<number, { bytes: Uint8Array; start: number; end: number }> {
  const { lengthBytes } = readHeader(bytes);
  const sections = new Map<number, { bytes: Uint8Array; start: number; end: number }>();
  const reader = new ByteReader(bytes, HEADER_BYTES, lengthBytes);
  while (!reader.isAtEnd) {
    const type = reader.u8();
    const length = reader.count();
    const start = reader.offset;
    reader.skip(length);
    sections.set(type, { bytes, start, end: start + length });
  }
  return sections;
}

function sectionOf(sections: ReturnType<typeof readSections>, type: number, name: string): ByteReader {
  const section = sections.get(type);
  if (!section) throw badImage(HEADER_BYTES, `the section "${name}" is missing`);
  return new ByteReader(section.bytes, section.start, section.end);
}

class Decoder implements ActionReader {
  private actions: Action[] = [];
  private gestures: Gesture[] = [];
  private plans: Binding[] = [];
  /** Keys that are bound to the same thing, and of which nothing else is told, share one assignment. */
  private readonly assignments = new Map<Binding, Assignment>();
  private readonly plain = new Map<number | Action, Binding>();
  private readonly expansion: Expansion;
  private layerIds: string[] = [];
  private macroIds: string[] = [];

  constructor(
    private readonly sections: ReturnType<typeof readSections>,
    private readonly board: Board,
    imageBytes: number,
  ) {
    this.expansion = new Expansion(imageBytes);
  }

  decode(): Profile {
    const head = this.section(SECTION.board, 'board');
    head.text(40);
    const at = head.offset;
    const keyCount = head.count();
    if (keyCount !== this.board.keys.length)
      throw badImage(at, `made for ${keyCount} keys; the ${this.board.name} has ${this.board.keys.length}`);
    const hostLayout = readChoice(head, HOST_LAYOUT_IDS, 'host layout');
    const timing = mergeTiming(DEFAULT_TIMING, readTiming(this.section(SECTION.timing, 'timing')));
    const layerReader = this.section(SECTION.layers, 'layers');
    const layerCount = layerReader.count(255);
    this.layerIds = Array.from({ length: layerCount }, (_, n) => `layer-${n}`);
    const names = this.sections.has(SECTION.names)
      ? this.readNames(this.section(SECTION.names, 'names'))
      : this.withoutNames();
    this.layerIds = names.layers.map((layer) => layer.id);
    const macros = this.readMacros();
    this.macroIds = names.macros.map(({ id }) => id);
    this.readActions(this.section(SECTION.actions, 'actions'));
    this.readGestures(this.section(SECTION.gestures, 'gestures'));
    if (this.sections.has(SECTION.plans)) this.readPlans(this.section(SECTION.plans, 'stroke plans'));
    const layers = names.layers.map((layer) => this.readLayer(layerReader, layer));
    const joinedLayers = this.sections.has(SECTION.joinedLayers)
      ? this.readJoinedLayers(this.section(SECTION.joinedLayers, 'joined layers'))
      : [];
    const joints = this.sections.has(SECTION.joints)
      ? this.readJoints(this.section(SECTION.joints, 'joints'), names)
      : [];
    return {
      format: 'underloom-profile',
      version: 1,
      id: names.id,
      name: names.name,
      icon: names.icon,
      board: this.board.id,
      hostLayout,
      timing,
      layers,
      joinedLayers,
      joints,
      macros: macros.map((macro, n): Macro => ({
        ...macro,
        ...(names.macros[n] ?? { id: `macro-${n}`, name: `Macro ${n + 1}` }),
      })),
      travel: this.readTravel(this.section(SECTION.travel, 'travel')),
      roles: names.roles,
    };
  }

  private section(type: number, name: string): ByteReader {
    return sectionOf(this.sections, type, name);
  }

  private readActions(reader: ByteReader): void {
    const count = reader.count(4096);
    for (let n = 0; n < count; n++) {
      const at = reader.offset;
      const action = readAction(reader, this);
      this.expansion.admit(action, at);
      this.actions.push(action);
    }
  }

  readonly readLayerId = (reader: ByteReader): string => {
    const at = reader.offset;
    const number = reader.count();
    const id = this.layerIds[number];
    if (id === undefined) throw badImage(at, `layer number ${number}, where there are ${this.layerIds.length}`);
    return id;
  };

  readonly macroId = (number: number): string | undefined => this.macroIds[number];

  readonly readReference = (reader: ByteReader): Action | undefined => this.actionOf(reader, reader.u8());

  private readGestures(reader: ByteReader): void {
    const count = reader.count(4096);
    for (let n = 0; n < count; n++) {
      const steps = Array.from({ length: reader.count(LIMITS.steps) }, () => {
        const tap = this.readReference(reader);
        const hold = this.readReference(reader);
        return { ...(tap && { tap }), ...(hold && { hold }) };
      });
      const timing = readTiming(reader);
      this.gestures.push({ kind: 'gesture', steps, ...(Object.keys(timing).length > 0 && { timing }) });
    }
  }

  private readPlans(reader: ByteReader): void {
    const count = reader.count(4096);
    for (let n = 0; n < count; n++) {
      const spans = Array.from({ length: reader.count(LIMITS.spans) }, () => {
        const reach = readReach(reader);
        const at = reader.offset;
        const action = this.readReference(reader);
        if (!action) throw badImage(at, 'a part of a stroke plan that does nothing');
        return { ...reach, action };
      });
      this.plans.push({ kind: 'stroke', spans });
    }
  }

  /** What an action reference that begins with `tag` means; undefined for nothing. */
  private actionOf(reader: ByteReader, tag: number): Action | undefined {
    if (tag === TAG.nothing) return undefined;
    if (tag <= LAST_KEY_TAG) return { do: 'keys', codes: [codeOfUsage(usageOf(KEYBOARD_PAGE, tag))] };
    const at = reader.offset;
    const action = tag === TAG.action ? this.actions[reader.count()] : undefined;
    if (!action) throw badImage(at, 'a reference to an action that is not there');
    return action;
  }

  private readBinding(reader: ByteReader): Binding {
    const at = reader.offset;
    const tag = reader.u8();
    if (tag === TAG.pass) return PASS;
    if (tag === TAG.none) return NONE;
    if (tag === TAG.gesture) {
      const gesture = this.gestures[reader.count()];
      if (!gesture) throw badImage(at, 'a reference to a gesture that is not there');
      return gesture;
    }
    if (tag === TAG.plan) {
      const plan = this.plans[reader.count()];
      if (!plan) throw badImage(at, 'a reference to a stroke plan that is not there');
      return plan;
    }
    const action = this.actionOf(reader, tag);
    if (!action) throw badImage(at, 'a key bound to nothing');
    const same = tag <= LAST_KEY_TAG ? tag : action;
    const known = this.plain.get(same) ?? { kind: 'act', action };
    this.plain.set(same, known);
    return known;
  }

  private readLayer(reader: ByteReader, layer: NamedLayer): Layer {
    const { keys } = this.board;
    const bits = Array.from({ length: Math.ceil(keys.length / 8) }, () => reader.u8());
    const assigned = keys.filter((_, n) => ((bits[n >> 3] ?? 0) >> (n & 7)) & 1);
    const entries = assigned.map(({ id }): [string, Assignment] => {
      const does = this.readBinding(reader);
      this.expansion.spendOnBinding(does);
      const told = layer.told.get(id);
      if (told) return [id, { does, ...told }];
      const same = this.assignments.get(does) ?? { does };
      this.assignments.set(does, same);
      return [id, same];
    });
    return { id: layer.id, name: layer.name, dye: layer.dye, keys: Object.fromEntries(entries) };
  }

  private readJoinedLayers(reader: ByteReader): Profile['joinedLayers'] {
    return Array.from({ length: reader.count(64) }, () => ({
      when: Array.from({ length: reader.count(8) }, () => this.readLayerId(reader)),
      also: this.readLayerId(reader),
    }));
  }

  private readJoints(reader: ByteReader, names: Names): Profile['joints'] {
    return Array.from({ length: reader.count(255) }, (_, n) => {
      const keys = Array.from({ length: reader.count(4) }, () => this.keyId(reader));
      const withinMs = reader.count(1000);
      const at = reader.offset;
      const action = this.readReference(reader);
      if (!action) throw badImage(at, 'a joint press that does nothing');
      this.expansion.spendOnAction(action);
      return { id: names.joints[n] ?? `joint-${n}`, keys, withinMs, action };
    });
  }

  private readTravel(reader: ByteReader): Profile['travel'] {
    const board = readActuation(reader);
    const keys = Array.from({ length: reader.count(this.board.keys.length) }, (): [string, Actuation] => [
      this.keyId(reader),
      readActuation(reader),
    ]);
    return { board, keys: Object.fromEntries(keys) };
  }

  private keyId(reader: ByteReader): string {
    const at = reader.offset;
    const number = reader.count();
    const key = this.board.keys[number];
    if (!key) throw badImage(at, `key number ${number}; the ${this.board.name} has ${this.board.keys.length}`);
    return key.id;
  }

  private readNames(reader: ByteReader): Names {
    const [id, name, icon] = [reader.text(), reader.text(), reader.text()];
    const roles = Array.from({ length: reader.count(64) }, () => ({
      id: reader.text(),
      name: reader.text(),
      color: reader.text(),
    }));
    const joints = Array.from({ length: this.jointCount() }, () => reader.text());
    const layers = this.layerIds.map((): NamedLayer => {
      const [layerId, layerName, dye] = [reader.text(), reader.text(), readChoice(reader, DYES, 'dye')];
      const told = new Map<string, Told>();
      const count = reader.count(this.board.keys.length);
      for (let n = 0; n < count; n++) {
        const key = this.keyId(reader);
        const bits = reader.u8();
        const role = roles[reader.count(64) - 1]?.id;
        told.set(key, {
          ...(bits & 1 && { label: reader.text() }),
          ...(role !== undefined && { role }),
          ...(bits & 2 && { note: reader.text() }),
        });
      }
      return { id: layerId, name: layerName, dye, told };
    });
    const macros = Array.from({ length: this.macroCount() }, () => ({ id: reader.text(), name: reader.text() }));
    return { id, name, icon, roles, layers, joints, macros };
  }

  private jointCount(): number {
    return this.sections.has(SECTION.joints) ? this.section(SECTION.joints, 'joints').count(255) : 0;
  }

  private macroCount(): number {
    return this.sections.has(SECTION.macros) ? this.section(SECTION.macros, 'macros').count(1024) : 0;
  }

  private readMacros(): Omit<Macro, 'id' | 'name'>[] {
    if (!this.sections.has(SECTION.macros)) return [];
    const scoreReader = this.section(SECTION.scores, 'scores');
    const scores = Array.from({ length: scoreReader.count(3072) }, () => readScore(scoreReader));
    const reader = this.section(SECTION.macros, 'macros');
    return Array.from({ length: reader.count(LIMITS.macros) }, () => {
      const macro = readMacro(reader, scores);
      for (const score of [macro.onPress, macro.repeat, macro.onRelease]) if (score) this.expansion.spendOnScore(score);
      return macro;
    });
  }

  /** Stand-ins for what was left out when memory was short. */
  private withoutNames(): Names {
    const layers = this.layerIds.map((id, n): NamedLayer => ({
      id,
      name: n === 0 ? 'Base' : `Layer ${n}`,
      dye: DYES[n % DYES.length] ?? 'indigo',
      told: new Map(),
    }));
    const macros = Array.from({ length: this.macroCount() }, (_, n) => ({ id: `macro-${n}`, name: `Macro ${n + 1}` }));
    return { id: 'from-keyboard', name: 'From the keyboard', icon: 'spool', roles: [], layers, joints: [], macros };
  }
}

type Told = Omit<Assignment, 'does'>;
type NamedLayer = { id: string; name: string; dye: Layer['dye']; told: Map<string, Told> };
type Names = {
  id: string;
  name: string;
  icon: string;
  roles: Profile['roles'];
  layers: NamedLayer[];
  joints: string[];
  macros: { id: string; name: string }[];
};

const PASS: Binding = { kind: 'pass' };
const NONE: Binding = { kind: 'none' };

/**
 * The sound profile in an image. Bytes after its end are not looked at.
 * @param board the board it must fit; by default the bundled one that the image names
 * @throws Unreadable with the offset and the reason
 */
export function decodeImage(bytes: Uint8Array, board?: Board): Sound {
  const id = boardIdOfImage(bytes);
  const home = board ?? boardById(id);
  if (!home)
    throw badImage(HEADER_BYTES, `made for the board ${quoted(id)}, which is not known here; give its board file`);
  if (home.id !== id) throw badImage(HEADER_BYTES, `made for the board ${quoted(id)}, not for the ${home.name}`);
  const { lengthBytes } = readHeader(bytes);
  const profile = new Decoder(readSections(bytes), home, lengthBytes).decode();
  const misfit = misfitOf(profile);
  if (misfit) throw badImage(HEADER_BYTES, `holds no sound profile: ${printProblem(misfit)}`);
  const checked = check(profile, home);
  if (isSound(checked)) return checked;
  const [first] = checked.problems;
  throw badImage(HEADER_BYTES, `holds no sound profile: ${first ? printProblem(first) : 'it has problems'}`);
}
