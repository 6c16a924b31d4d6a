/** What the keys do, in an image: timing, layers, joined layers, joint presses, travel. The part that changes with each edit of a key. */
import type { Board } from '../board';
import type { Sound } from '../check';
import {
  LIMITS,
  mergeTiming,
  type Actuation,
  type Binding,
  type Gesture,
  type GestureTiming,
  type Profile,
  type Span,
} from '../profile';
import { badImage } from './bytes';
import type { BitReader, BitWriter } from './coder';
import { ActionReader, ActionWriter, type Ids } from './actionBits';
import { readActuation, readReach, readTiming, writeActuation, writeReach, writeTiming } from './parts';
import { ReadingPool, WritingPool } from './pool';
import { HOST_IDS } from '../hosts';
import { SET } from './sets';

/** What a timing is when nothing is said: part of the format, whatever the editor's own defaults become. */
const USUAL_TIMING: GestureTiming = {
  holdAfterMs: 200,
  tapGapMs: 180,
  retapMs: 120,
  typingGuardMs: 0,
  tapMs: 8,
  interrupt: 'nested',
  otherHandOnly: false,
};

/** Kinds of bindings. */
const ACT = 0;
const GESTURE = 1;
const EARLIER_GESTURE = 2;
const PLAN = 3;
const EARLIER_PLAN = 4;
const PASS = 5;
const NONE = 6;
const BINDING_BITS = 3;

class LayoutWriter {
  private readonly actions: ActionWriter;
  private readonly gestures = new WritingPool<Gesture>(SET.earlierGesture);
  private readonly plans = new WritingPool<readonly Span[]>(SET.earlierPlan);

  constructor(
    private readonly out: BitWriter,
    private readonly profile: Profile,
    private readonly board: Board,
  ) {
    this.actions = new ActionWriter(out, {
      layerNumber: (id) => this.layerNumber(id),
      macroNumber: (id) => profile.macros.findIndex((macro) => macro.id === id),
    });
  }

  write(): void {
    const { out, profile, board } = this;
    out.number(SET.count, HOST_IDS.indexOf(profile.hostLayout));
    writeTiming(
      out,
      Object.fromEntries(
        Object.entries(profile.timing).filter(([name, value]) => USUAL_TIMING[name as keyof GestureTiming] !== value),
      ),
    );
    out.number(SET.layers, profile.layers.length);
    profile.layers.forEach((layer, n) => {
      let isBefore = false;
      for (const { id } of board.keys) {
        const isAssigned = layer.keys[id] !== undefined;
        const isBelow = n > 0 && profile.layers[n - 1]?.keys[id] !== undefined;
        out.bit(SET.assigned, assignedModel(n, isBefore, isBelow), isAssigned);
        isBefore = isAssigned;
      }
      let before = ACT;
      for (const { id } of board.keys) {
        const assignment = layer.keys[id];
        if (assignment) before = this.binding(assignment.does, before);
      }
    });
    this.joinedLayers();
    this.joints();
    this.travel();
  }

  private readonly layerNumber = (id: string): number => this.profile.layers.findIndex((layer) => layer.id === id);

  private binding(binding: Binding, before: number): number {
    const { out } = this;
    const kind = (number: number): number => {
      out.tree(SET.binding, BINDING_BITS, number, before);
      return number;
    };
    switch (binding.kind) {
      case 'pass':
        return kind(PASS);
      case 'none':
        return kind(NONE);
      case 'act':
        kind(ACT);
        this.actions.action(binding.action, 'ofKey');
        return ACT;
      case 'gesture': {
        if (this.gestures.has(binding)) {
          kind(EARLIER_GESTURE);
          this.gestures.refer(out, binding);
          return EARLIER_GESTURE;
        }
        kind(GESTURE);
        out.number(SET.steps, binding.steps.length);
        for (const { tap, hold } of binding.steps) {
          out.bit(SET.hasAction, 0, tap !== undefined);
          if (tap) this.actions.action(tap, 'ofTap');
          out.bit(SET.hasAction, 1, hold !== undefined);
          if (hold) this.actions.action(hold, 'ofHold');
        }
        writeTiming(out, binding.timing ?? {});
        this.gestures.add(binding);
        return GESTURE;
      }
      case 'stroke':
        if (this.plans.has(binding.spans)) {
          kind(EARLIER_PLAN);
          this.plans.refer(out, binding.spans);
          return EARLIER_PLAN;
        }
        kind(PLAN);
        out.number(SET.spans, binding.spans.length);
        for (const { from, to, action } of binding.spans) {
          writeReach(out, from, to);
          this.actions.action(action, 'ofPart');
        }
        this.plans.add(binding.spans);
        return PLAN;
    }
  }

  private joinedLayers(): void {
    const { out, profile } = this;
    out.number(SET.count, profile.joinedLayers.length);
    for (const { when, also } of profile.joinedLayers) {
      out.number(SET.parts, when.length);
      for (const id of [...when, also]) out.number(SET.layerNumber, this.layerNumber(id));
    }
  }

  private joints(): void {
    const { out, profile, board } = this;
    out.number(SET.count, profile.joints.length);
    for (const { keys, withinMs, action } of profile.joints) {
      out.number(SET.parts, keys.length);
      for (const key of keys)
        out.number(
          SET.keyNumber,
          board.keys.findIndex(({ id }) => id === key),
        );
      out.number(SET.ms, withinMs);
      this.actions.action(action, 'ofPart');
    }
  }

  private travel(): void {
    const { out, board } = this;
    const { travel } = this.profile;
    const pool = new WritingPool<Actuation>(SET.earlierTravel);
    writeActuation(out, travel.board);
    let isBefore = false;
    for (const { id } of board.keys) {
      const own = travel.keys[id];
      out.bit(SET.hasTravel, isBefore ? 1 : 0, own !== undefined);
      isBefore = own !== undefined;
      if (!own) continue;
      const isEarlier = pool.has(own);
      out.bit(SET.isEarlierTravel, 0, isEarlier);
      if (isEarlier) {
        pool.refer(out, own);
      } else {
        writeActuation(out, own);
        pool.add(own);
      }
    }
  }
}

const assignedModel = (layer: number, isBefore: boolean, isBelow: boolean): number =>
  (isBefore ? 1 : 0) + (isBelow ? 2 : 0) + (layer === 0 ? 4 : 0);

export const writeLayout = (out: BitWriter, { profile, board }: Sound): void =>
  new LayoutWriter(out, profile, board).write();

/** What the keys do, in which layers and macros are numbers written as texts: `#3`. */
export type Layout = Pick<Profile, 'hostLayout' | 'timing' | 'joinedLayers' | 'travel'> & {
  /** Of each layer the bindings of the keys that it assigns, in the order of the board. */
  layers: Map<string, Binding>[];
  joints: Omit<Profile['joints'][number], 'id'>[];
};

/** What reading a layout needs of the rest of the image. */
export interface LayoutIds extends Pick<Ids, 'admit'> {
  layerId(number: number): string;
  macroId(number: number): string | undefined;
  /** Pays for what a binding or an action stands for. @throws Unreadable when that is too much */
  spend(binding: Binding): void;
}

export class LayoutReader {
  private readonly actions: ActionReader;
  private readonly gestures = new ReadingPool<Gesture>(SET.earlierGesture, 'a gesture');
  private readonly plans = new ReadingPool<Binding>(SET.earlierPlan, 'a stroke plan');
  private readonly acts = new Map<unknown, Binding>();
  private layerCount = 0;

  constructor(
    private readonly from: BitReader,
    private readonly board: Board,
    private readonly ids: LayoutIds,
    version: number,
  ) {
    const all: Ids = {
      admit: (action, at) => ids.admit(action, at),
      layerId: () => this.layerId(),
      macroId: () => {
        const id = ids.macroId(from.number(SET.macroNumber, 0xffff));
        if (id === undefined) throw badImage(from.offset, 'a reference to a macro that is not there');
        return id;
      },
    };
    this.actions = new ActionReader(from, all, version);
  }

  /** @throws Unreadable */
  read(): Layout {
    const { from, board, ids } = this;
    const hostLayout = HOST_IDS[from.number(SET.count, 0xff)];
    if (!hostLayout) throw badImage(from.offset, 'an unknown host layout');
    const timing = mergeTiming(USUAL_TIMING, readTiming(from));
    this.layerCount = from.number(SET.layers, board.device.layers);
    const layers: Map<string, Binding>[] = [];
    for (let n = 0; n < this.layerCount; n++) {
      let isBefore = false;
      const assigned = board.keys.filter(({ id }) => {
        isBefore = from.bit(SET.assigned, assignedModel(n, isBefore, layers[n - 1]?.has(id) ?? false)) === 1;
        return isBefore;
      });
      const layer = new Map<string, Binding>();
      layers.push(layer);
      let before = ACT;
      for (const { id } of assigned) {
        const [kind, binding] = this.binding(before);
        before = kind;
        ids.spend(binding);
        layer.set(id, binding);
      }
    }
    const joinedLayers = Array.from({ length: from.number(SET.count, LIMITS.joinedLayers) }, () => {
      const when = Array.from({ length: from.number(SET.parts, LIMITS.joinedWhen) }, () => this.layerId());
      return { when, also: this.layerId() };
    });
    const joints = Array.from({ length: from.number(SET.count, board.device.joints) }, () => {
      const keys = Array.from({ length: from.number(SET.parts, LIMITS.jointKeys.most) }, () => this.keyId());
      const withinMs = from.number(SET.ms, LIMITS.jointMs.most);
      const action = this.actions.action('ofPart');
      ids.spend({ kind: 'act', action });
      return { keys, withinMs, action };
    });
    return { hostLayout, timing, layers, joinedLayers, joints, travel: this.travel() };
  }

  private layerId(): string {
    const number = this.from.number(SET.layerNumber, 0xff);
    if (number >= this.layerCount)
      throw badImage(this.from.offset, `layer number ${number}, where there are ${this.layerCount}`);
    return this.ids.layerId(number);
  }

  private keyId(): string {
    const number = this.from.number(SET.keyNumber, 0xffff);
    const key = this.board.keys[number];
    if (!key)
      throw badImage(this.from.offset, `key number ${number}; the ${this.board.name} has ${this.board.keys.length}`);
    return key.id;
  }

  private binding(before: number): [kind: number, binding: Binding] {
    const { from } = this;
    const kind = from.tree(SET.binding, BINDING_BITS, before);
    switch (kind) {
      case ACT: {
        const action = this.actions.action('ofKey');
        const binding = this.acts.get(action) ?? { kind: 'act', action };
        this.acts.set(action, binding);
        return [kind, binding];
      }
      case GESTURE: {
        const steps = Array.from({ length: from.number(SET.steps, this.board.device.gestureSteps) }, () => {
          const tap = from.bit(SET.hasAction, 0) ? this.actions.action('ofTap') : undefined;
          const hold = from.bit(SET.hasAction, 1) ? this.actions.action('ofHold') : undefined;
          return { ...(tap && { tap }), ...(hold && { hold }) };
        });
        const timing = readTiming(from);
        return [kind, this.gestures.add({ kind: 'gesture', steps, ...(Object.keys(timing).length > 0 && { timing }) })];
      }
      case EARLIER_GESTURE:
        return [kind, this.gestures.referred(from)];
      case PLAN: {
        const spans = Array.from({ length: from.number(SET.spans, this.board.device.spansPerKey) }, () => {
          const reach = readReach(from);
          return { ...reach, action: this.actions.action('ofPart') };
        });
        return [kind, this.plans.add({ kind: 'stroke', spans })];
      }
      case EARLIER_PLAN:
        return [kind, this.plans.referred(from)];
      case PASS:
        return [kind, PASSES];
      case NONE:
        return [kind, DOES_NOTHING];
      default:
        throw badImage(from.offset, `a binding of the unknown kind ${kind}`);
    }
  }

  private travel(): Profile['travel'] {
    const { from } = this;
    const pool = new ReadingPool<Actuation>(SET.earlierTravel, 'a setting of travel');
    const board = readActuation(from);
    const keys: Record<string, Actuation> = {};
    let isBefore = 0;
    for (const { id } of this.board.keys) {
      isBefore = from.bit(SET.hasTravel, isBefore);
      if (!isBefore) continue;
      keys[id] = from.bit(SET.isEarlierTravel, 0) ? pool.referred(from) : pool.add(readActuation(from));
    }
    return { board, keys };
  }
}

const PASSES: Binding = { kind: 'pass' };
const DOES_NOTHING: Binding = { kind: 'none' };
