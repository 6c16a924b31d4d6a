/**
 * Which layers are active, and who answers a press. The order of looking is kept ready as a list, since layers change
 * far less often than keys are pressed.
 */
import type { LayerWay, Outputs } from './outputs';
import type { Program, RunBinding } from './program';

const OFF = 0;
const UNDER = 1;
const ON = 2;

export class LayerStage {
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
  /** The layer in which the last `lookUp` found its binding. */
  foundIn = 0;

  constructor(
    private readonly program: Program,
    private readonly outputs: Outputs,
  ) {
    const count = program.layerIds.length;
    this.held = new Uint16Array(count);
    this.flipped = new Uint8Array(count);
    this.once = new Uint8Array(count);
    this.active = new Uint8Array(count);
    this.told = new Uint8Array(count);
    this.toldWay = new Array<LayerWay>(count).fill('while');
    this.order = new Uint8Array(count + 2);
  }

  /**
   * The first binding that is not a pass, or null when no active layer binds the key; joints are under no layer. Changes
   * nothing but `foundIn`.
   */
  lookUp(key: number): RunBinding | null {
    const { bindings, keyIds } = this.program;
    if (key >= keyIds.length) {
      this.foundIn = 0;
      return this.program.jointBindings[key - keyIds.length] ?? null;
    }
    for (let n = 0; n < this.orderLength; n++) {
      const layer = this.order[n] as number;
      const binding = bindings[layer * keyIds.length + key];
      if (binding) {
        this.foundIn = layer;
        return binding;
      }
    }
    return null;
  }

  hold(layer: number, tUs: number): void {
    this.held[layer] = (this.held[layer] as number) + 1;
    this.refresh(tUs);
  }

  letGo(layer: number, tUs: number): void {
    this.held[layer] = (this.held[layer] as number) - 1;
    this.refresh(tUs);
  }

  flip(layer: number, tUs: number): void {
    this.flipped[layer] = this.flipped[layer] === 1 ? 0 : 1;
    this.refresh(tUs);
  }

  /** Replaces the go layer and lets go of flipped layers; going to the base removes it. */
  goTo(layer: number, tUs: number): void {
    this.go = layer;
    this.flipped.fill(0);
    this.refresh(tUs);
  }

  /** Makes a layer active until the next press has looked up its binding. */
  addOnce(layer: number, tUs: number): void {
    if (this.once[layer] === 0) this.oncePending++;
    this.once[layer] = 1;
    this.refresh(tUs);
  }

  get hasOncePending(): boolean {
    return this.oncePending > 0;
  }

  isOncePending(layer: number): boolean {
    return this.once[layer] === 1;
  }

  /** Uses up all pending `once` layers. */
  clearOnce(tUs: number): void {
    this.once.fill(0);
    this.oncePending = 0;
    this.refresh(tUs);
  }

  /** Back to the base alone. */
  reset(tUs: number): void {
    this.held.fill(0);
    this.flipped.fill(0);
    this.once.fill(0);
    this.oncePending = 0;
    this.go = 0;
    this.refresh(tUs);
  }

  private refresh(tUs: number): void {
    const { active, order } = this;
    for (let layer = 1; layer < active.length; layer++) {
      active[layer] = (this.held[layer] as number) > 0 || this.flipped[layer] === 1 || this.once[layer] === 1 ? 1 : 0;
    }
    this.join();
    let length = 0;
    for (let layer = active.length - 1; layer > 0; layer--) if (active[layer] === 1) order[length++] = layer;
    if (this.go > 0) order[length++] = this.go;
    order[length++] = 0;
    this.orderLength = length;
    if (this.outputs.layer) this.tellChanges(tUs);
  }

  private tellChanges(tUs: number): void {
    for (let layer = 1; layer < this.active.length; layer++) {
      const now = this.active[layer] === 1 ? ON : layer === this.go ? UNDER : OFF;
      if (now === this.told[layer]) continue;
      this.told[layer] = now;
      if (now !== OFF) this.toldWay[layer] = this.wayOf(layer);
      this.outputs.layer?.(tUs, layer, now !== OFF, now === UNDER, this.toldWay[layer] as LayerWay);
    }
  }

  private wayOf(layer: number): LayerWay {
    if ((this.held[layer] as number) > 0) return 'while';
    if (this.flipped[layer] === 1) return 'flip';
    if (this.once[layer] === 1) return 'once';
    return this.active[layer] === 1 ? 'joined' : 'go';
  }

  /** Adds joined layers until nothing is added. */
  private join(): void {
    let added = true;
    while (added) {
      added = false;
      for (const { when, also } of this.program.joinedLayers) {
        if (also === 0 || this.active[also] === 1) continue;
        if (!when.every((layer) => layer === 0 || layer === this.go || this.active[layer] === 1)) continue;
        this.active[also] = 1;
        added = true;
      }
    }
  }
}
