/**
 * The keyboard's life without a host: keys go down and up under fingers, what is stored in the slot in use runs, slots change, lamps shine,
 * macros are recorded and played. It needs nothing but fingers and time.
 */
import { contactPlaces, type Board } from '../board';
import { actionsOf, type AskedFor, type Binding, type DeviceFunction, type Profile } from '../profile';
import type { Listener, Program } from '../engine';
import { decodeImage, decodeRecordings, encodeRecordings, type Recording } from '../image';
import type { Shown } from '../lamps';
import { Unreadable } from '../reading';
import { FrontWish, type Front } from './frontWish';
import { Glowing, type Lamps } from './glowing';
import { GIVE_UP_AFTER_US, Recorder } from './recorder';
import { withRecordings } from './recorded';
import { Refused } from './refused';
import { Running } from './running';
import { slotMeant } from './slotMeant';
import type { Store } from './store';

/** About what an event takes of the memory for recordings, in bytes. */
const EVENT_BYTES = 3;
/** Lamps are worked out so often at the most, in µs: faster no eye sees it, and a host that says without end what is lit keeps nothing from being done. */
const GLOW_EVERY_US = 4000;

/** What the lamp for the person shows. */
export const INDICATORS = ['off', 'asked', 'armed', 'recording', 'choosing', 'full', 'refused', 'stopped'] as const;
export type Indicator = (typeof INDICATORS)[number];

/** Who hears of it. */
interface LifeListener {
  /** The engine that runs what is stored, anew after each change: its trace goes here. */
  listenerFor(program: Program): Listener;
  /** The slot, the lamps, the indicator or what is stored have changed; `isStored`: the memory too. */
  changed(isStored: boolean): void;
  /** Lamps show something else. */
  glows(): void;
  /** The host is asked for something; whether any host hears it. */
  asks(what: AskedFor, name: string): boolean;
}

export class Life {
  private readonly glowing: Glowing;
  /** Something has happened that lamps may show. */
  private isGlowOld = false;
  /** When lamps may be worked out again. */
  private nextGlowUs = 0;
  /** What keeps the slot in use from running, as a sentence without its full stop; undefined when it runs or is empty. */
  trouble: string | undefined;
  isStopped = false;
  private running: Running | null = null;
  private readonly recorder: Recorder;
  /** Keys whose next release belongs to a choice, and is not played. */
  private readonly swallowed = new Set<number>();
  /** Keys that lead to layers or record: they keep what they do, so that the record key can be reached. */
  private kept: ReadonlySet<number> = new Set();
  private readonly contacts: readonly number[];
  private readonly depths = new Map<number, number>();
  private bootloaderAtUs = Infinity;
  private refusedUntilUs = -1;
  private wantedSlot: number | null = null;
  /** What the host has told of its lamps, which outlives a change of slot; null when it has told of none. */
  private hostLamps: number | null = null;
  private readonly frontWish = new FrontWish();
  private nowUs = 0;

  constructor(
    private readonly board: Board,
    private readonly store: Store,
    private readonly listener: LifeListener,
  ) {
    this.recorder = new Recorder(board.device.macroEvents);
    this.glowing = new Glowing(board);
    this.contacts = contactPlaces(board);
    this.reload();
  }

  get indicator(): Indicator {
    if (this.isStopped) return 'stopped';
    if (this.nowUs < this.refusedUntilUs) return 'refused';
    if (this.recorder.state === 'choosing' && this.recorder.isFull) return 'full';
    return this.recorder.state === 'idle' ? 'off' : this.recorder.state;
  }

  /** Whether lamps are on, how bright they are and how they move; and what each shows. */
  get lamps(): Lamps {
    return this.glowing.lamps;
  }

  get shown(): Shown {
    return this.glowing.shown;
  }

  /** Places on the board of the keys that are down. */
  get keysDown(): number[] {
    return [...this.depths].flatMap(([key, depth]) => (depth > 0 ? [key] : []));
  }

  /** The lamps that the host has lit, as bits; none as long as it has told of none. */
  get lampsOfHost(): number {
    return this.hostLamps ?? 0;
  }

  get eventCount(): number {
    return this.recorder.eventCount;
  }

  /** When time itself does something next, in µs. */
  get nextUs(): number {
    return Math.min(
      this.running?.nextUs ?? Infinity,
      this.recorder.nextUs,
      this.bootloaderAtUs,
      this.refusedUntilUs > this.nowUs ? this.refusedUntilUs : Infinity,
      this.isGlowOld ? this.nextGlowUs : Infinity,
    );
  }

  /** What was recorded, for all slots; none when it cannot be read. */
  recordings(): Recording[] {
    const bytes = this.store.read(this.store.recordings);
    if (!bytes) return [];
    try {
      return decodeRecordings(bytes, this.board.device.macroEvents);
    } catch (error) {
      if (error instanceof Unreadable) return [];
      throw error;
    }
  }

  /** A finger at a depth of a key, by its place on the board. */
  finger(nowUs: number, key: number, depthUm: number): void {
    if (key < 0 || key >= this.board.keys.length || this.isStopped) return;
    this.advance(nowUs);
    const own = Math.max(0, Math.min(depthUm, this.board.travelUm));
    const wasDown = this.depthOf(this.contacts[key] ?? key) > 0;
    this.depths.set(key, own);
    this.feel(nowUs, this.contacts[key] ?? key, wasDown);
  }

  /** The depth at a contact: of keys that share it, the deepest counts. */
  private depthOf(contact: number): number {
    let depth = 0;
    for (const [key, own] of this.depths) if (this.contacts[key] === contact) depth = Math.max(depth, own);
    return depth;
  }

  private feel(nowUs: number, key: number, wasDown: boolean): void {
    const depth = this.depthOf(key);
    if (this.swallowed.has(key)) {
      if (depth === 0) this.swallowed.delete(key);
      return;
    }
    if (!wasDown && depth > 0 && this.recorder.state === 'choosing' && !this.kept.has(key)) {
      this.swallowed.add(key);
      this.storeFor(key);
      return;
    }
    this.running?.feed(nowUs, key, depth);
    this.followSlot();
    this.followFront();
    this.followGlow();
  }

  /** Time passes, in µs since the power came. */
  advance(nowUs: number): void {
    if (nowUs < this.nowUs) return;
    const before = this.indicator;
    this.nowUs = nowUs;
    this.running?.advance(nowUs);
    this.recorder.advance(nowUs);
    if (nowUs >= this.bootloaderAtUs) {
      this.bootloaderAtUs = Infinity;
      this.isStopped = true;
      this.running?.letGo();
      this.recorder.reset();
    }
    this.followSlot();
    if (this.indicator !== before) {
      this.isGlowOld = true;
      this.listener.changed(false);
    }
    this.followGlow();
  }

  /** What is stored has changed, or another slot is in use: everything that is held ends, and what is there now runs. */
  reload(): void {
    this.running?.letGo();
    this.running = null;
    this.recorder.reset();
    this.bootloaderAtUs = Infinity;
    this.trouble = undefined;
    const slot = this.store.selected;
    // A layer was one of the profile that ran; the host says anew what it wants of this one.
    this.frontWish.isOver('layer');
    if (this.store.stateOf(slot) === 'damaged') this.trouble = `what is in slot ${slot + 1} is damaged`;
    const image = this.store.read(slot);
    this.isGlowOld = true;
    if (!image) {
      this.glowing.begin(null, slot);
      this.followGlow();
      return;
    }
    try {
      const recorded = this.recordings().filter((one) => one.slot === slot);
      const { program, profile } = withRecordings(decodeImage(image, this.board), recorded);
      this.kept = keysThatLead(profile, this.board);
      this.glowing.begin(profile, slot);
      this.running = new Running(program, this.heard(program));
      this.running.advance(this.nowUs);
      if (this.hostLamps !== null) this.running.lights(this.nowUs, this.hostLamps);
    } catch (error) {
      if (!(error instanceof Unreadable)) throw error;
      this.trouble = `what is in slot ${slot + 1} cannot be run: ${error.message}`;
      this.glowing.begin(null, slot);
    }
    this.followGlow();
  }

  /** Another slot, from the person's key or over the link. What the host wanted is over: a person's choice counts. */
  select(slot: number): void {
    this.frontWish.isOver('slot');
    this.store.select(slot);
    this.reload();
    this.listener.changed(true);
  }

  /** Takes recordings out: those of a slot and key, or all. */
  forget(which: (recording: Recording) => boolean): void {
    this.store.write(this.store.recordings, encodeRecordings(this.recordings().filter((one) => !which(one))));
    this.reload();
    this.listener.changed(true);
  }

  letGo(): void {
    this.running?.letGo();
    this.isGlowOld = true;
    this.followGlow();
  }

  /**
   * What the host wants while a program is in front; null: nothing any more, and it is as it was. It waits until no finger is down.
   * @throws Refused for a slot with nothing in it
   */
  front(wanted: Front | null): void {
    if (wanted?.what === 'slot' && this.store.stateOf(wanted.number) !== 'sound')
      throw new Refused(`slot ${wanted.number + 1} holds nothing that can be run`);
    this.frontWish.want(wanted);
    this.followFront();
  }

  private followFront(): void {
    const wanted = this.frontWish.due;
    if (wanted === undefined || this.keysDown.length > 0) return;
    const before = this.store.selected;
    this.store.lend(wanted?.what === 'slot' ? wanted.number : null);
    if (this.store.selected !== before) {
      this.reload();
      this.listener.changed(false);
    }
    this.frontWish.hasCome(wanted);
    this.running?.show(this.nowUs, wanted?.what === 'layer' ? wanted.number : 0);
    this.isGlowOld = true;
    this.followGlow();
  }

  /** The host has lit these lamps, as bits by their places in `HOST_LAMPS`. */
  lights(lamps: number): void {
    if (lamps === this.hostLamps) return;
    this.hostLamps = lamps;
    this.running?.lights(this.nowUs, lamps);
    this.isGlowOld = true;
    this.followGlow();
  }

  /** The engine's listener, with an ear for what concerns the keyboard itself. */
  private heard(program: Program): Listener {
    const outer = this.listener.listenerFor(program);
    /** What is told on, and may be seen by the lamps. */
    const lit =
      <Told extends unknown[]>(tell: ((...told: Told) => void) | undefined) =>
      (...told: Told): void => {
        tell?.(...told);
        this.isGlowOld = true;
      };
    return {
      ...outer,
      edge: (tUs, down, usage) => {
        this.recorder.edge(tUs, down, program.codes[usage] ?? '');
        outer.edge(tUs, down, usage);
        this.isGlowOld = true;
      },
      layer: lit(outer.layer),
      pending: lit(outer.pending),
      decision: lit(outer.decision),
      begin: lit(outer.begin),
      slot: (tUs, how, slot, slots) => {
        outer.slot?.(tUs, how, slot, slots);
        this.wantedSlot = slotMeant(this.store, how, slot, slots);
      },
      ask: (tUs, what, name) => {
        outer.ask?.(tUs, what, name);
        // Without a host that hears it nothing happens, and the lamp says so.
        if (!this.listener.asks(what, name)) this.refuse();
      },
      device: (tUs, what, begins) => {
        outer.device?.(tUs, what, begins);
        this.function(tUs, what, begins);
      },
    };
  }

  private followSlot(): void {
    const slot = this.wantedSlot;
    this.wantedSlot = null;
    if (slot === null || slot === this.store.selected || slot >= this.store.slots) return;
    // A slot with nothing in it would leave a keyboard that does nothing, and no key to come back.
    if (this.store.stateOf(slot) === 'sound') this.select(slot);
    else this.refuse();
  }

  private function(tUs: number, what: DeviceFunction, begins: boolean): void {
    switch (what) {
      case 'record':
        this.recorder.recordKey(tUs, begins, this.roomForEvents());
        break;
      case 'lampsUp':
      case 'lampsDown':
      case 'lampsToggle':
      case 'lampsMove':
        if (!begins) return;
        this.glowing.turn(what);
        this.listener.glows();
        break;
      case 'bootloader':
        this.bootloaderAtUs = begins ? tUs + GIVE_UP_AFTER_US : Infinity;
        break;
    }
    this.listener.changed(false);
  }

  private followGlow(): void {
    if (!this.isGlowOld || this.nowUs < this.nextGlowUs) return;
    this.isGlowOld = false;
    this.nextGlowUs = this.nowUs + GLOW_EVERY_US;
    const recording = this.recorder.state === 'recording' || this.recorder.state === 'armed';
    const surroundings = { recording, hostLamps: this.lampsOfHost, slot: this.store.selected };
    if (this.glowing.look(this.running?.engine, surroundings)) this.listener.glows();
  }

  private roomForEvents(): number {
    const used = this.store.read(this.store.recordings)?.length ?? 0;
    const room = Math.floor((this.store.recordingBytes - used - 16) / EVENT_BYTES);
    return Math.max(2, Math.min(this.board.device.macroEvents, room));
  }

  private storeFor(key: number): void {
    const chosen = this.recorder.choose();
    if (!chosen) return;
    const slot = this.store.selected;
    const others = this.recordings().filter((one) => one.slot !== slot || one.key !== key);
    const { score } = chosen;
    try {
      this.store.write(this.store.recordings, encodeRecordings(score ? [...others, { slot, key, score }] : others));
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      this.refuse();
      return;
    }
    this.reload();
    this.listener.changed(true);
  }

  private refuse(): void {
    this.refusedUntilUs = this.nowUs + GIVE_UP_AFTER_US;
    this.listener.changed(false);
  }
}

function keysThatLead(profile: Profile, board: Board): ReadonlySet<number> {
  const leads = (does: Binding): boolean =>
    actionsOf(does).some(({ action }) => action.do === 'layer' || (action.do === 'device' && action.what === 'record'));
  return new Set(
    board.keys.flatMap(({ id }, n) =>
      profile.layers.some(({ keys }) => keys[id] !== undefined && leads(keys[id].does)) ? [n] : [],
    ),
  );
}
