/**
 * Who hears what the engine does. It calls these methods with plain numbers, so that nothing is allocated unless a listener keeps
 * it; the trace methods are optional, and cost nothing when they are absent.
 */
import type { AskedFor, DeviceFunction, SlotWay } from '../../profile';

/** Why a gesture was decided. The words are those of outcome lines; their places are their numbers on the link. */
export const CAUSES = [
  'guard',
  'retap',
  'only',
  'timeout',
  'held',
  'interrupted',
  'same-hand',
  'pressed-inside',
  'nested',
  'released-early',
  'gap',
] as const;
export type Cause = (typeof CAUSES)[number];

/** What a gesture was decided to be. */
export const DECIDED = ['tap', 'hold', 'none'] as const;
export type Decided = (typeof DECIDED)[number];

/** Why a layer is active: held, flipped, gone to, for the next key, added by joined layers, by a lamp of the host, or by the host itself. Places are numbers on the link. */
export const LAYER_WAYS = ['while', 'flip', 'go', 'once', 'joined', 'lamp', 'host'] as const;
export type LayerWay = (typeof LAYER_WAYS)[number];

/** No key: a deadline closed the decision. */
export const BY_TIME = -1;

export interface Listener {
  /** A usage goes down or up at the host. `usage` is an index into the program's `codes`. */
  edge(tUs: number, down: boolean, usage: number): void;
  /** The mouse wheel turns by notches. */
  wheel?(tUs: number, dx: number, dy: number): void;
  /** The pointer moves by counts, to the right and down. */
  move?(tUs: number, dx: number, dy: number): void;
  /** A key became undecided (or waits for its next press) at `sinceUs`; steps count from 1. */
  pending?(tUs: number, key: number, layer: number, step: number, sinceUs: number): void;
  /**
   * The pending key was decided. Comes before the edges it causes. `by` is the key (or joint press) whose press or release
   * closed it, `BY_TIME` when a deadline did.
   */
  decision?(
    tUs: number,
    cause: Cause,
    key: number,
    layer: number,
    step: number,
    decided: Decided,
    openUs: number,
    by: number,
  ): void;
  /**
   * What a press does begins: the key (or joint press), the layer that answered, and when it went down. The downs that
   * follow, until the next such call, come from it.
   */
  begin?(tUs: number, key: number, layer: number, pressedUs: number): void;
  /**
   * What a press does is one thing under modifiers, and another otherwise: a case was taken that lifts some (0: what it is otherwise),
   * while some were held. Both as bits, in the order of `UNDER_MODIFIERS`. Comes before the edges it causes.
   */
  under?(tUs: number, lifted: number, held: number): void;
  /**
   * A layer above the base became active or ceased to be; `under` means that it stands under the others, as the go layer.
   * `way` is what made it active, also when it ceases.
   */
  layer?(tUs: number, layer: number, active: boolean, under: boolean, way: LayerWay): void;
  /**
   * Another slot is asked for; `slot` counts from 1, and is 0 for the next and the previous one, and for the next among `slots`. Everything held ends
   * after it.
   */
  slot?(tUs: number, how: SlotWay, slot: number, slots: readonly number[]): void;
  /** The host is asked for something, by a name on its person's list. */
  ask?(tUs: number, what: AskedFor, name: string): void;
  /** A function of the keyboard itself begins, or its key goes up. */
  device?(tUs: number, what: DeviceFunction, begins: boolean): void;
}
