/**
 * A simulated keyboard with a body: besides its firmware it has a cable that can be pulled, a power that can go, keys that can be pressed and
 * lamps that can be seen. It lives in the server or in a web worker, which bring time, chance and a place to keep its memory.
 */
import type { Board } from '../board';
import { MOVEMENTS } from '../profile';
import { z } from '../reading';
import type { After } from './exchange';
import { FaultyWay, NO_FAULTS, type Faults } from './faults';
import { Firmware, type Face } from './firmware';
import { Flash, type FlashContents } from './flash';
import { INDICATORS } from './life';
import { TableHost } from './tableHost';

/** What surrounds it. */
interface Surroundings {
  /** Keeps the memory, as `Home.keep` says. */
  keep(contents: FlashContents, done: (problem?: string) => void): void;
  nowMs(): number;
  after: After;
  /** 0 to 1. */
  chance(): number;
}

/** The page's end of a cable. */
type Cable = { send(report: Uint8Array): void; pulled(): void };
export type Plug = { receive(report: Uint8Array): void; unplug(): void };

/** What a person does with it. */
export const handSchema = z.discriminatedUnion('do', [
  z.strictObject({
    do: z.literal('finger'),
    key: z.number().int().min(0).max(1023),
    depthUm: z.number().int().min(0).max(20_000),
  }),
  /** A lamp of the host, by its place, is turned on or off. */
  z.strictObject({ do: z.literal('hostLamp'), lamp: z.number().int().min(0).max(2) }),
  z.strictObject({ do: z.literal('cable'), isIn: z.boolean() }),
  z.strictObject({ do: z.literal('faults'), rate: z.number().min(0).max(0.5) }),
  /** The power goes in the middle of the operation of the memory that comes after so many. */
  z.strictObject({ do: z.literal('cut'), after: z.number().int().min(0).max(100_000) }),
]);
export type HandAct = z.infer<typeof handSchema>;

/** What can be seen of it. */
export type Body = Face & { cableIsIn: boolean; powerIsOn: boolean; faultRate: number; cutIsDue: boolean };
const place = z.number().int().min(0).max(1023);
export const bodySchema: z.ZodType<Body> = z.object({
  slot: place,
  indicator: z.enum(INDICATORS),
  lamps: z.object({ isOn: z.boolean(), level: place, most: place, movement: z.enum(MOVEMENTS) }),
  shown: z.object({
    colors: z.array(z.number().int().min(-1).max(0xffffff)).max(1024),
    pulsing: z.array(place).max(1024),
  }),
  yesKey: place,
  keysDown: z.array(place).max(1024),
  trouble: z.string().max(500).optional(),
  recordedEvents: z.number().int().min(0),
  hostLamps: z.number().int().min(0).max(7),
  isKept: z.boolean(),
  cableIsIn: z.boolean(),
  powerIsOn: z.boolean(),
  faultRate: z.number(),
  cutIsDue: z.boolean(),
}) as z.ZodType<Body>;

const LEVEL_AFTER_MS = 2000;

export class Simulation {
  private readonly flash: Flash;
  private firmware: Firmware | null = null;
  private host: TableHost | null = null;
  private readonly plugs = new Set<{ cable: Cable; connection: { send(report: Uint8Array): void } }>();
  private realHost: object | null = null;
  private readonly watchers = new Set<(body: Body) => void>();
  private cableIsIn = true;
  private faultRate = 0;
  private cutIsDue = false;
  private startMs: number;
  private face: Face;
  private callOff: () => void = () => undefined;
  private levelCallOff: () => void = () => undefined;
  private isTelling = false;

  constructor(
    readonly board: Board,
    private readonly contents: FlashContents,
    private readonly around: Surroundings,
  ) {
    this.flash = new Flash(contents);
    this.startMs = around.nowMs();
    this.firmware = this.powerUp();
    this.face = this.firmware.face;
  }

  get body(): Body {
    if (this.firmware) this.face = this.firmware.face;
    return {
      ...this.face,
      ...(this.firmware ? {} : { indicator: 'off' as const, keysDown: [], hostLamps: 0 }),
      cableIsIn: this.cableIsIn,
      powerIsOn: this.firmware !== null,
      faultRate: this.faultRate,
      cutIsDue: this.cutIsDue,
    };
  }

  /** Whether a real computer is plugged in. */
  get hasHost(): boolean {
    return this.realHost !== null;
  }

  /**
   * Plugs a page in; undefined while the cable is out or the power is off.
   * @param isHost it is a real computer, in the place of the one that is simulated
   */
  plugIn(cable: Cable, isHost = false): Plug | undefined {
    if (!this.cableIsIn || !this.firmware) return undefined;
    const faults = (): Faults => {
      const rate = this.faultRate;
      return rate === 0 ? NO_FAULTS : { drop: rate, double: rate, delay: rate, flip: rate };
    };
    const { chance, after } = this.around;
    const back = new FaultyWay(faults, chance, after, (report) => this.plugs.has(plug) && cable.send(report));
    const connection = { send: (report: Uint8Array) => back.pass(report) };
    const plug = { cable, connection };
    this.plugs.add(plug);
    if (isHost) {
      this.realHost = plug;
      if (this.host) this.host.isAway = true;
    }
    const there = new FaultyWay(faults, chance, after, (report) => {
      if (!this.plugs.has(plug) || !this.firmware) return;
      this.firmware.tick(this.nowUs);
      this.firmware.receive(connection, report);
      this.schedule();
    });
    return {
      receive: (report) => there.pass(report),
      unplug: () => {
        if (this.plugs.delete(plug)) this.firmware?.closed(connection);
        this.hostLeaves(plug);
      },
    };
  }

  /** Something that a person does with it. */
  act(act: HandAct): void {
    switch (act.do) {
      case 'finger':
        this.firmware?.finger(this.nowUs, act.key, act.depthUm);
        break;
      case 'hostLamp':
        this.host?.turn(act.lamp);
        break;
      case 'cable':
        // The cable is also the power.
        this.cableIsIn = act.isIn;
        if (!act.isIn) {
          this.pullAll();
          this.firmware = null;
        } else if (!this.firmware) {
          this.flash.powerUp();
          this.cutIsDue = false;
          this.firmware = this.powerUp();
        }
        break;
      case 'faults':
        this.faultRate = act.rate;
        break;
      case 'cut':
        this.cutIsDue = true;
        this.flash.cutAfter(act.after, () => this.around.chance());
        break;
    }
    this.schedule();
    this.tell();
  }

  /** Calls back with what can be seen now, and whenever it changes. */
  watch(take: (body: Body) => void): () => void {
    this.watchers.add(take);
    take(this.body);
    return () => this.watchers.delete(take);
  }

  /** Pulls all cables, and lets time stand still. */
  close(): void {
    this.pullAll();
    this.callOff();
    this.levelCallOff();
    this.watchers.clear();
  }

  private get nowUs(): number {
    return Math.round((this.around.nowMs() - this.startMs) * 1000);
  }

  private powerUp(): Firmware {
    this.startMs = this.around.nowMs();
    const firmware: Firmware = new Firmware(this.board, this.flash, {
      keep: (done) => {
        this.around.keep(this.contents, done);
        this.levelCallOff();
        this.levelCallOff = this.around.after(LEVEL_AFTER_MS, () => this.firmware?.level());
      },
      changed: () => this.tell(),
      powerGone: () => {
        this.firmware = null;
        this.cutIsDue = false;
        this.pullAll();
        // What is half done in the memory stays so.
        this.around.keep(this.contents, () => undefined);
        this.tell();
      },
    });
    this.host = new TableHost(firmware, this.around.after);
    return firmware;
  }

  private hostLeaves(plug: object): void {
    if (this.realHost !== plug) return;
    this.realHost = null;
    if (this.host) this.host.isAway = false;
  }

  private pullAll(): void {
    this.realHost = null;
    for (const { cable, connection } of this.plugs) {
      this.firmware?.closed(connection);
      cable.pulled();
    }
    this.plugs.clear();
  }

  /** Wakes up when time itself does something. */
  private schedule(): void {
    this.callOff();
    const nextUs = this.firmware?.nextUs ?? Infinity;
    if (nextUs === Infinity) return;
    this.callOff = this.around.after(Math.max(0, (nextUs - this.nowUs) / 1000), () => {
      this.firmware?.tick(this.nowUs);
      this.schedule();
    });
  }

  /** Tells watchers once for all that changes at one moment. */
  private tell(): void {
    if (this.isTelling || this.watchers.size === 0) return;
    this.isTelling = true;
    this.around.after(0, () => {
      this.isTelling = false;
      const { body } = this;
      for (const take of this.watchers) take(body);
    });
  }
}
