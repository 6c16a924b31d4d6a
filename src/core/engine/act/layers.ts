/**
 * Which layers are active, and who answers a press. The order of looking is kept ready as a list, since layers change
 * far less often than keys are pressed.
 */
import type { Clock } from '../clock';
import { ACT, KEYS, type Program, type RunBinding } from '../compile';
import type { LayerWay, Listener } from '../out';

const OFF = 0;
const UNDER = 1;
const ON = 2;

/** A binding that is no one key, and one that lets the next layer answer. */
const MORE = -1;
const PASSES = -2;

function oneUsage(binding: RunBinding | null): number {
  if (!binding) return PASSES;
  return binding.kind === ACT && binding.action.kind === KEYS && binding.action.only >= 0 ? binding.action.only : MORE;
}

export class Layers {
  private readonly bindings: Program['bindings'];
  /** Of each binding the usage of the one key that it is, or one of the constants above. */
  private readonly oneUsages: Int16Array;
  private readonly jointBindings: Program['jointBindings'];
  private readonly joinedLayers: Program['joinedLayers'];
  private readonly lampLayers: Program['lampLayers'];
  /** The lamps that the host has lit, by their places as bits. They stay as it said, whatever slot is in use. */
  private lamps = 0;
  readonly keyCount: number;
  /** How many presses hold each layer by `while`. */
  private readonly held: Uint16Array;
  private readonly flipped: Uint8Array;
  private readonly once: Uint8Array;
  private oncePending = 0;
  private go = 0;
  private readonly active: Uint8Array;
  /** What the trace was told of each layer: off, under the others, or on. */
  private readonly told: Uint8Array;
  /** What made each layer active that the trace was told of. */
  private readonly toldWay: LayerWay[];
  /** Layers in the order they are asked: highest active first, then the go layer, then the base. */
  private readonly order: Uint8Array;
  private orderLength = 1;
  /** The layer that the host shows; 0 for none. */
  private shown = 0;
  /** The layer in which the last `lookUp` found its binding. */
  foundIn = 0;

  constructor(
    program: Program,
    private readonly clock: Clock,
    private readonly listener: Listener,
  ) {
    const count = program.layerIds.length;
    this.bindings = program.bindings;
    this.oneUsages = Int16Array.from(program.bindings, oneUsage);
    this.jointBindings = program.jointBindings;
    this.joinedLayers = program.joinedLayers;
    this.lampLayers = program.lampLayers;
    this.keyCount = program.keyIds.length;
    this.held = new Uint16Array(count);
    this.flipped = new Uint8Array(count);
    this.once = new Uint8Array(count);
    this.active = new Uint8Array(count);
    this.told = new Uint8Array(count);
    this.toldWay = new Array<LayerWay>(count).fill('while');
    this.order = new Uint8Array(count + 2);
    // The base is active from the start, and may be all that joined layers wait for.
    this.refresh();
  }

  /**
   * The first binding that is not a pass, or null when no active layer binds the key; joints are under no layer. Changes
   * nothing but `foundIn`.
   */
  lookUp(key: number): RunBinding | null {
    const { bindings, keyCount } = this;
    if (key >= keyCount) {
      this.foundIn = 0;
      return this.jointBindings[key - keyCount] ?? null;
    }
    for (let n = 0; n < this.orderLength; n++) {
      const layer = this.order[n] as number;
      const binding = bindings[layer * keyCount + key];
      if (binding) {
        this.foundIn = layer;
        return binding;
      }
    }
    return null;
  }

  /** The usage of the one key that a press would be, as things stand; less than 0 when it would be anything else. Changes nothing but `foundIn`. */
  oneUsageOf(key: number): number {
    const { oneUsages, keyCount } = this;
    for (let n = 0; n < this.orderLength; n++) {
      const layer = this.order[n] as number;
      const usage = oneUsages[layer * keyCount + key] as number;
      if (usage === PASSES) continue;
      this.foundIn = layer;
      return usage;
    }
    return PASSES;
  }

  /** The layers that are active, the one that is asked first before the others. */
  activeInOrder(): number[] {
    return Array.from(this.order.subarray(0, this.orderLength));
  }

  /** The host shows a layer on top of what is active anyway, or none (0), as long as it likes. */
  show(layer: number): void {
    if (layer === this.shown) return;
    this.shown = layer;
    this.refresh();
  }

  /** The host has lit a lamp, or put it out. */
  light(lamp: number, lit: boolean): void {
    const lamps = lit ? this.lamps | (1 << lamp) : this.lamps & ~(1 << lamp);
    if (lamps === this.lamps) return;
    this.lamps = lamps;
    if (this.lampLayers.length > 0) this.refresh();
  }

  hold(layer: number): void {
    this.held[layer] = (this.held[layer] as number) + 1;
    this.refresh();
  }

  letGo(layer: number): void {
    this.held[layer] = (this.held[layer] as number) - 1;
    this.refresh();
  }

  flip(layer: number): void {
    this.flipped[layer] = this.flipped[layer] === 1 ? 0 : 1;
    this.refresh();
  }

  /** Replaces the go layer and lets go of flipped layers; going to the base removes it. */
  goTo(layer: number): void {
    this.go = layer;
    this.flipped.fill(0);
    this.refresh();
  }

  /** Makes a layer active until the next press has looked up its binding. */
  addOnce(layer: number): void {
    if (this.once[layer] === 0) this.oncePending++;
    this.once[layer] = 1;
    this.refresh();
  }

  /** Whether no press and no switching of layers has left any active. */
  get isAtRest(): boolean {
    const isNone = (count: number): boolean => count === 0;
    return this.go === 0 && this.oncePending === 0 && this.held.every(isNone) && this.flipped.every(isNone);
  }

  get hasOncePending(): boolean {
    return this.oncePending > 0;
  }

  isOncePending(layer: number): boolean {
    return this.once[layer] === 1;
  }

  /** Uses up all pending `once` layers. */
  clearOnce(): void {
    this.once.fill(0);
    this.oncePending = 0;
    this.refresh();
  }

  /** Back to the base alone. */
  reset(): void {
    this.held.fill(0);
    this.flipped.fill(0);
    this.once.fill(0);
    this.oncePending = 0;
    this.go = 0;
    this.refresh();
  }

  private refresh(): void {
    const { active, order } = this;
    for (let layer = 1; layer < active.length; layer++) {
      active[layer] = (this.held[layer] as number) > 0 || this.flipped[layer] === 1 || this.once[layer] === 1 ? 1 : 0;
    }
    for (let n = 0; n < this.lampLayers.length; n++) {
      const { lamp, lit, layer } = this.lampLayers[n] as Program['lampLayers'][number];
      if (layer > 0 && ((this.lamps >> lamp) & 1) === (lit ? 1 : 0)) active[layer] = 1;
    }
    if (this.shown > 0) active[this.shown] = 1;
    this.join();
    let length = 0;
    for (let layer = active.length - 1; layer > 0; layer--) if (active[layer] === 1) order[length++] = layer;
    if (this.go > 0) order[length++] = this.go;
    order[length++] = 0;
    this.orderLength = length;
    if (this.listener.layer) this.tellChanges();
  }

  private tellChanges(): void {
    for (let layer = 1; layer < this.active.length; layer++) {
      const now = this.active[layer] === 1 ? ON : layer === this.go ? UNDER : OFF;
      if (now === this.told[layer]) continue;
      this.told[layer] = now;
      if (now !== OFF) this.toldWay[layer] = this.wayOf(layer);
      this.listener.layer?.(this.clock.nowUs, layer, now !== OFF, now === UNDER, this.toldWay[layer] as LayerWay);
    }
  }

  private wayOf(layer: number): LayerWay {
    if ((this.held[layer] as number) > 0) return 'while';
    if (this.flipped[layer] === 1) return 'flip';
    if (this.once[layer] === 1) return 'once';
    if (this.isOfLamp(layer)) return 'lamp';
    if (layer === this.shown) return 'host';
    return this.active[layer] === 1 ? 'joined' : 'go';
  }

  private isOfLamp(layer: number): boolean {
    return this.lampLayers.some(
      ({ lamp, lit, layer: shown }) => shown === layer && ((this.lamps >> lamp) & 1) === (lit ? 1 : 0),
    );
  }

  /** Adds joined layers until nothing is added. */
  private join(): void {
    const { joinedLayers } = this;
    let added = joinedLayers.length > 0;
    while (added) {
      added = false;
      for (let n = 0; n < joinedLayers.length; n++) {
        const { when, also } = joinedLayers[n] as Program['joinedLayers'][number];
        if (also === 0 || this.active[also] === 1 || !this.areAllActive(when)) continue;
        this.active[also] = 1;
        added = true;
      }
    }
  }

  private areAllActive(layers: readonly number[]): boolean {
    for (let n = 0; n < layers.length; n++) {
      const layer = layers[n] as number;
      if (layer !== 0 && layer !== this.go && this.active[layer] !== 1) return false;
    }
    return true;
  }
}
