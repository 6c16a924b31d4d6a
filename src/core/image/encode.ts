/** From profile to image: the bytes a keyboard keeps. Equal actions, gestures and stroke plans are stored once. */
import CRC32 from 'crc-32';
import type { Board } from '../board';
import type { Sound } from '../check';
import { idOf, usageOfCode } from '../codes';
import { DYES, type Action, type Binding, type Gesture, type Profile, type Span } from '../profile';
import { actionBytes, type ActionWriter } from './actionBytes';
import { ByteWriter } from './bytes';
import { HEADER_BYTES, HOST_LAYOUT_IDS, IMAGE_VERSION, MAGIC, SECTION, TAG } from './layout';
import { isOneByte, writeActuation, writeReach, writeTiming } from './parts';
import { scoreBytes, writeMacro } from './scores';

export type EncodeOptions = {
  /** Leave names, labels, notes and colours out, when memory is short. */
  withoutNames?: boolean;
};

/** Things stored once each, referred to by their number. Equality is that of their bytes. */
class Pool {
  private readonly numbers = new Map<string, number>();
  private readonly entries = new ByteWriter();

  add(bytes: Uint8Array): number {
    const key = bytes.join();
    const known = this.numbers.get(key);
    if (known !== undefined) return known;
    this.entries.raw(bytes);
    this.numbers.set(key, this.numbers.size);
    return this.numbers.size - 1;
  }

  get isEmpty(): boolean {
    return this.numbers.size === 0;
  }

  write(out: ByteWriter): void {
    out.count(this.numbers.size).raw(this.entries.toBytes());
  }
}

class Encoder implements ActionWriter {
  private readonly actions = new Pool();
  private readonly gestures = new Pool();
  private readonly plans = new Pool();
  private readonly scores = new Pool();

  constructor(
    private readonly profile: Profile,
    private readonly board: Board,
  ) {}

  encode({ withoutNames = false }: EncodeOptions): Uint8Array {
    const { profile } = this;
    const out = new ByteWriter();
    const section = (type: number, write: (body: ByteWriter) => void): void => {
      const body = new ByteWriter();
      write(body);
      out.u8(type).count(body.length).raw(body.toBytes());
    };
    const layers = new ByteWriter();
    this.writeLayers(layers);
    const macros = new ByteWriter().count(profile.macros.length);
    for (const macro of profile.macros) writeMacro(macros, macro, (score) => this.scores.add(scoreBytes(score)));
    const joints = new ByteWriter();
    this.writeJoints(joints);
    section(SECTION.board, (body) =>
      body.text(this.board.id).count(this.board.keys.length).u8(HOST_LAYOUT_IDS.indexOf(profile.hostLayout)),
    );
    section(SECTION.timing, (body) => writeTiming(body, profile.timing));
    section(SECTION.actions, (body) => this.actions.write(body));
    section(SECTION.gestures, (body) => this.gestures.write(body));
    if (!this.plans.isEmpty) section(SECTION.plans, (body) => this.plans.write(body));
    section(SECTION.layers, (body) => body.raw(layers.toBytes()));
    if (profile.joinedLayers.length > 0) section(SECTION.joinedLayers, (body) => this.writeJoinedLayers(body));
    if (profile.joints.length > 0) section(SECTION.joints, (body) => body.raw(joints.toBytes()));
    if (profile.macros.length > 0) {
      section(SECTION.scores, (body) => this.scores.write(body));
      section(SECTION.macros, (body) => body.raw(macros.toBytes()));
    }
    section(SECTION.travel, (body) => this.writeTravel(body));
    if (!withoutNames) section(SECTION.names, (body) => this.writeNames(body));
    const content = out.toBytes();
    return new ByteWriter()
      .raw(MAGIC)
      .u8(IMAGE_VERSION)
      .u8(0)
      .u16(0)
      .u32(HEADER_BYTES + content.length)
      .u32(CRC32.buf(content) >>> 0)
      .raw(content)
      .toBytes();
  }

  private writeLayers(out: ByteWriter): void {
    const { keys } = this.board;
    out.count(this.profile.layers.length);
    for (const layer of this.profile.layers) {
      for (let n = 0; n < keys.length; n += 8) {
        let bits = 0;
        for (let bit = 0; bit < 8; bit++) if (layer.keys[keys[n + bit]?.id ?? ''] !== undefined) bits |= 1 << bit;
        out.u8(bits);
      }
      for (const { id } of keys) {
        const assignment = layer.keys[id];
        if (assignment) this.writeBinding(out, assignment.does);
      }
    }
  }

  private writeBinding(out: ByteWriter, binding: Binding): void {
    switch (binding.kind) {
      case 'pass':
        out.u8(TAG.pass);
        break;
      case 'none':
        out.u8(TAG.none);
        break;
      case 'act':
        this.writeReference(out, binding.action);
        break;
      case 'gesture':
        out.u8(TAG.gesture).count(this.gestures.add(this.gestureBytes(binding)));
        break;
      case 'stroke':
        out.u8(TAG.plan).count(this.plans.add(this.planBytes(binding.spans)));
        break;
    }
  }

  private gestureBytes(gesture: Gesture): Uint8Array {
    const out = new ByteWriter().count(gesture.steps.length);
    for (const step of gesture.steps) {
      this.writeReference(out, step.tap);
      this.writeReference(out, step.hold);
    }
    writeTiming(out, gesture.timing ?? {});
    return out.toBytes();
  }

  private planBytes(spans: readonly Span[]): Uint8Array {
    const out = new ByteWriter().count(spans.length);
    for (const { from, to, action } of spans) {
      writeReach(out, from, to);
      this.writeReference(out, action);
    }
    return out.toBytes();
  }

  readonly layerNumber = (id: string): number => this.profile.layers.findIndex((layer) => layer.id === id);

  readonly macroNumber = (id: string): number => this.profile.macros.findIndex((macro) => macro.id === id);

  readonly writeReference = (out: ByteWriter, action: Action | undefined): void => {
    if (!action) {
      out.u8(TAG.nothing);
      return;
    }
    const usage = action.do === 'keys' && action.codes.length === 1 ? usageOfCode(action.codes[0] ?? '') : undefined;
    if (usage !== undefined && isOneByte(usage)) out.u8(idOf(usage));
    else out.u8(TAG.action).count(this.actions.add(actionBytes(action, this)));
  };

  private writeJoinedLayers(out: ByteWriter): void {
    out.count(this.profile.joinedLayers.length);
    for (const { when, also } of this.profile.joinedLayers) {
      out.count(when.length);
      for (const id of when) out.count(this.layerNumber(id));
      out.count(this.layerNumber(also));
    }
  }

  private writeJoints(out: ByteWriter): void {
    const number = (id: string): number => this.board.keys.findIndex((key) => key.id === id);
    out.count(this.profile.joints.length);
    for (const { keys, withinMs, action } of this.profile.joints) {
      out.count(keys.length);
      for (const key of keys) out.count(number(key));
      out.count(withinMs);
      this.writeReference(out, action);
    }
  }

  private writeTravel(out: ByteWriter): void {
    const { travel } = this.profile;
    writeActuation(out, travel.board);
    const own = this.board.keys.flatMap(({ id }, index) =>
      travel.keys[id] ? [{ index, actuation: travel.keys[id] }] : [],
    );
    out.count(own.length);
    for (const { index, actuation } of own) {
      out.count(index);
      writeActuation(out, actuation);
    }
  }

  private writeNames(out: ByteWriter): void {
    const { profile, board } = this;
    out.text(profile.id).text(profile.name).text(profile.icon);
    out.count(profile.roles.length);
    for (const role of profile.roles) out.text(role.id).text(role.name).text(role.color);
    for (const joint of profile.joints) out.text(joint.id);
    for (const layer of profile.layers) {
      out.text(layer.id).text(layer.name).u8(DYES.indexOf(layer.dye));
      const told = board.keys.flatMap(({ id }, index) => {
        const { label, role, note } = layer.keys[id] ?? {};
        return label === undefined && role === undefined && note === undefined ? [] : [{ index, label, role, note }];
      });
      out.count(told.length);
      for (const { index, label, role, note } of told) {
        const roleNumber = role === undefined ? 0 : profile.roles.findIndex((candidate) => candidate.id === role) + 1;
        out
          .count(index)
          .u8((label === undefined ? 0 : 1) | (note === undefined ? 0 : 2))
          .count(roleNumber);
        if (label !== undefined) out.text(label);
        if (note !== undefined) out.text(note);
      }
    }
    for (const macro of profile.macros) out.text(macro.id).text(macro.name);
  }
}

/** The image of a sound profile. */
export function encodeImage({ profile, board }: Sound, options: EncodeOptions = {}): Uint8Array {
  return new Encoder(profile, board).encode(options);
}
