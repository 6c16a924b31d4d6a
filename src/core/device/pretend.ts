/** For trying both ends of the link: a keyboard and a page on a cable, in a time of their own that passes only when nothing else happens. */
import { HARROW_64, type Board } from '../board';
import { KeyboardClient, type Transport } from './client';
import { FaultyWay, NO_FAULTS, seededChance, type Faults } from './faults';
import { Firmware, type Home } from './firmware';
import type { Connection } from './peers';
import { blankFlash, Flash, type FlashContents } from './flash';
import { yesKeyOf } from './yesKey';

/** Time that passes when it is told to. */
export class PretendTime {
  nowMs = 0;
  private waiting: { atMs: number; call: () => void }[] = [];

  readonly after = (ms: number, call: () => void): (() => void) => {
    const entry = { atMs: this.nowMs + ms, call };
    this.waiting.push(entry);
    return () => {
      this.waiting = this.waiting.filter((other) => other !== entry);
    };
  };

  /** Goes on to the next moment at which something is due. False when nothing is. */
  step(): boolean {
    const next = this.waiting.reduce<(typeof this.waiting)[number] | undefined>(
      (first, entry) => (first && first.atMs <= entry.atMs ? first : entry),
      undefined,
    );
    if (!next) return false;
    this.waiting.splice(this.waiting.indexOf(next), 1);
    this.nowMs = Math.max(this.nowMs, next.atMs);
    next.call();
    return true;
  }

  /** Lets time pass until a promise is settled. Rejects when time stands still and it is not: then it would wait for ever. */
  async until<T>(promise: Promise<T>): Promise<T> {
    let isSettled = false;
    const end = (): void => {
      isSettled = true;
    };
    promise.then(end, end);
    for (let idle = 0; !isSettled;) {
      for (let n = 0; n < 12 && !isSettled; n++) await Promise.resolve();
      if (isSettled) break;
      if (this.step()) idle = 0;
      else if (++idle > 50) throw new Error('it waits for ever');
    }
    return promise;
  }
}

export type Plugged = {
  client: KeyboardClient;
  /** The keyboard's end of the cable. */
  connection: Connection;
  transport: Transport;
  unplug(): void;
  /** All reports that the keyboard sent. */
  got: Uint8Array[];
};

export class TestBench {
  readonly time = new PretendTime();
  readonly flash: Flash;
  readonly firmware: Firmware;
  faults: Faults = NO_FAULTS;
  /** Whether somebody says yes as soon as they are asked. */
  saysYes = true;
  /** What keeps the memory from being kept. */
  problem: string | undefined;
  kept = 0;
  private readonly chance: () => number;

  constructor(
    readonly board: Board = HARROW_64,
    readonly contents: FlashContents = blankFlash(board.device.memoryBytes),
    seed = 1,
    home: Partial<Home> = {},
  ) {
    this.chance = seededChance(seed);
    this.flash = new Flash(contents);
    this.firmware = new Firmware(board, this.flash, {
      keep: (done) => {
        this.kept++;
        done(this.problem);
      },
      changed: () => {
        if (this.saysYes) this.time.after(1, () => this.sayYes());
      },
      powerGone: () => undefined,
      ...home,
    });
  }

  get nowUs(): number {
    return Math.round(this.time.nowMs * 1000);
  }

  sayYes(): void {
    if (this.firmware.face.indicator !== 'asked') return;
    const key = yesKeyOf(this.board);
    this.firmware.finger(this.nowUs, key, this.board.travelUm);
    this.firmware.finger(this.nowUs, key, 0);
  }

  plugIn(session = 1): Plugged {
    const got: Uint8Array[] = [];
    let isIn = true;
    const ways = {
      there: new FaultyWay(
        () => this.faults,
        this.chance,
        this.time.after,
        (report) => {
          if (!isIn) return;
          this.firmware.tick(this.nowUs);
          this.firmware.receive(connection, report);
        },
      ),
      back: new FaultyWay(
        () => this.faults,
        this.chance,
        this.time.after,
        (report) => isIn && transport.onReport(report),
      ),
    };
    const transport: Transport = {
      send: (report) => isIn && ways.there.pass(report),
      close: () => unplug(),
      onReport: () => undefined,
      onClose: () => undefined,
    };
    const connection: Connection = {
      send: (report) => {
        got.push(report);
        ways.back.pass(report);
      },
    };
    const client = new KeyboardClient(transport, this.time.after, session);
    const unplug = (): void => {
      isIn = false;
      this.firmware.closed(connection);
      transport.onClose();
    };
    return { client, connection, transport, unplug, got };
  }

  /** A page that has said hello. */
  async connected(session = 1): Promise<Plugged> {
    const plugged = this.plugIn(session);
    await this.time.until(plugged.client.hello());
    return plugged;
  }
}
