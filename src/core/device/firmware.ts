/**
 * The keyboard's own program: its memory, its life (`life.ts`), and the answering end of the link. It has no clock and no socket: its home (a
 * server process, a web worker, a program on standard input) tells it the time, hands it reports, and keeps its memory. One
 * firmware serves several connections; only one of them can write, and only one can play, at a time. Nobody writes
 * before a person has said yes on the keyboard itself, once a connection.
 */
import type { Board } from '../board';
import { decodeImage } from '../image';
import { Unreadable } from '../reading';
import { Asking } from './asking';
import type { Flash } from './flash';
import { FlashError, PowerCut } from './flash';
import type { Shown } from '../lamps';
import type { Lamps } from './glowing';
import { Life, type Indicator } from './life';
import {
  ANSWER_BIT,
  FRONT,
  LINK_VERSIONS,
  PIECE_BYTES,
  REPORT_BYTES,
  isIntact,
  ReportReader,
  ReportWriter,
  REQUEST,
  SLOT_STATES,
  STATUS,
} from './linkReports';
import { numberOfUse } from './pageUse';
import { Peers, type Connection, type Peer } from './peers';
import { Playing } from './playing';
import { Refused } from './refused';
import { Store } from './store';
import { traceReports } from './traceReports';
import { Writing } from './writing';
import { yesKeyOf } from './yesKey';

const FIRMWARE_VERSION = 2;
/** Pages of which one report tells. */
const PAGES_A_REPORT = 12;

/** Where a firmware lives. */
export interface Home {
  /** Keeps the memory where it stays. `done` is called when it is there, or with what keeps it from being there; then again when it is there after all. */
  keep(done: (problem?: string) => void): void;
  /** Lamps, indicator or keys have changed. */
  changed(): void;
  /** The power went. */
  powerGone(): void;
}

const NO_HOME: Home = { keep: (done) => done(), changed: () => undefined, powerGone: () => undefined };

/** What can be seen of the keyboard from outside. */
export type Face = {
  slot: number;
  indicator: Indicator;
  lamps: Lamps;
  /** What each key's lamp shows when lamps are on, and which pulse. */
  shown: Shown;
  /** The place of the key that says yes. */
  yesKey: number;
  keysDown: number[];
  trouble?: string;
  recordedEvents: number;
  /** The lamps that the host has lit, as bits by their places. */
  hostLamps: number;
  isKept: boolean;
};

export class Firmware {
  private readonly store: Store;
  private readonly life: Life;
  private readonly peers = new Peers();
  private writing: { by: Peer; work: Writing } | null = null;
  private readonly asking = new Asking<Peer>(() => this.home.changed());
  private readonly playing: Playing<Peer>;
  private nowUs = 0;
  private isOff = false;
  private unkept: string | undefined;
  private keeping = 0;
  private yesIsDown = false;
  /** Who says what is in front. */
  private fronts: Peer | null = null;
  private isUp = false;

  constructor(
    private readonly board: Board,
    flash: Flash,
    private readonly home: Home = NO_HOME,
  ) {
    this.store = new Store(flash, board.device.slots);
    this.playing = new Playing(
      board,
      (peer) => {
        this.peers.tellPlayEnded(peer);
        this.tellLamps();
      },
      () => this.tellLamps(),
    );
    this.life = new Life(board, this.store, {
      listenerFor: (program) =>
        traceReports(
          program,
          (kind) => new ReportWriter(kind),
          (report) => this.peers.tellTrace(report, (peer) => this.playing.isBy(peer)),
        ),
      changed: (isStored) => {
        if (isStored) this.keep();
        this.peers.tellChanged(this.store.selected);
        this.home.changed();
      },
      asks: (what, name) => this.peers.ask(what, name),
      glows: () => {
        // What they show first of all is nothing that has changed.
        if (!this.isUp) return;
        this.tellLamps();
        this.home.changed();
      },
    });
    this.isUp = true;
  }

  get face(): Face {
    const { life, store } = this;
    return {
      slot: store.selected,
      indicator: this.asking.isAsked ? 'asked' : life.indicator,
      lamps: life.lamps,
      shown: life.shown,
      yesKey: yesKeyOf(this.board),
      keysDown: life.keysDown,
      ...(life.trouble !== undefined && { trouble: life.trouble }),
      recordedEvents: life.eventCount,
      hostLamps: life.lampsOfHost,
      isKept: this.unkept === undefined && this.keeping === 0,
    };
  }

  /** When time itself does something next, in µs since the power came. */
  get nextUs(): number {
    return Math.min(this.life.nextUs, this.asking.nextUs);
  }

  /** Time passes, in µs since the power came. */
  tick(nowUs: number): void {
    this.powered(() => {
      if (nowUs > this.nowUs) this.nowUs = nowUs;
      this.life.advance(this.nowUs);
      this.asking.tick(this.nowUs);
      if (this.writing?.work.isSilent(this.nowUs)) this.writing = null;
    });
  }

  /** A finger on the keyboard itself, at a depth in µm. */
  finger(nowUs: number, key: number, depthUm: number): void {
    this.tick(nowUs);
    this.powered(() => {
      if (key === yesKeyOf(this.board) && (this.asking.isAsked || this.yesIsDown)) {
        if (this.asking.isAsked && depthUm > 0) {
          this.yesIsDown = true;
          this.asking.yes();
        } else if (depthUm === 0) {
          this.yesIsDown = false;
        }
      } else {
        this.life.finger(this.nowUs, key, depthUm);
      }
      this.home.changed();
    });
  }

  /** Takes one report from a connection. What came damaged is dropped; nonsense is refused with a reason and changes nothing. */
  receive(from: Connection, report: Uint8Array): void {
    this.powered(() => {
      const peer = this.peers.of(from);
      if (report.length !== REPORT_BYTES) {
        peer.answers.refuse(0, `a report has ${REPORT_BYTES} bytes, not ${report.length}`);
        return;
      }
      if (!isIntact(report)) return;
      const request = new ReportReader(report);
      if (request.kind === REQUEST.finger || request.kind === REQUEST.clock) {
        if (peer.answers.isNews(request)) this.playing.take(peer, request);
        return;
      }
      const meaning = peer.answers.meet(request);
      if (meaning === 'no session') peer.answers.refuse(request.sequence, 'say hello first');
      if (meaning !== 'new') return;
      try {
        const answer = this.carryOut(peer, request);
        if (answer) peer.answers.answer(request.sequence, answer);
      } catch (error) {
        const reason = reasonOf(error);
        if (reason === undefined) throw error;
        peer.answers.refuse(request.sequence, reason);
      }
    });
  }

  /** A connection is gone: what it was writing is forgotten, what it was playing ends. */
  closed(connection: Connection): void {
    const peer = this.peers.takeOut(connection);
    if (!peer) return;
    if (this.writing?.by === peer) this.writing = null;
    this.playing.stop(peer);
    this.asking.forget(peer);
    if (this.fronts === peer) {
      this.fronts = null;
      this.life.front(null);
    }
  }

  /** Keeps what rests on unworn pages from staying there for ever; for when nothing else is to be done. */
  level(): void {
    this.powered(() => {
      if (!this.writing && this.store.level()) this.keep();
    });
  }

  private powered(work: () => void): void {
    if (this.isOff) return;
    try {
      work();
    } catch (error) {
      if (!(error instanceof PowerCut)) throw error;
      this.isOff = true;
      this.home.powerGone();
    }
  }

  private carryOut(peer: Peer, request: ReportReader): ReportWriter | null {
    const answer = new ReportWriter(request.kind | ANSWER_BIT, request.sequence, request.session);
    switch (request.kind) {
      case REQUEST.hello:
        return this.hello(peer, request, answer);
      case REQUEST.slotInfo: {
        const place = this.placeOf(request);
        const { lengthBytes, crc32 } = this.store.infoOf(place);
        return answer
          .u32(lengthBytes)
          .u32(crc32)
          .u8(SLOT_STATES.indexOf(this.store.stateOf(place)));
      }
      case REQUEST.read: {
        const place = this.placeOf(request);
        const bytes = this.store.read(place);
        if (!bytes)
          throw new Refused(this.store.stateOf(place) === 'damaged' ? 'that slot is damaged' : 'that slot is empty');
        const offset = request.u32();
        const piece = bytes.subarray(offset, offset + PIECE_BYTES);
        return answer.u32(offset).u8(piece.length).raw(piece);
      }
      case REQUEST.pages: {
        const from = request.u8();
        const pages = this.store.pages();
        answer.u8(pages.length);
        for (const { use, erases } of pages.slice(from, from + PAGES_A_REPORT))
          answer
            .u8(numberOfUse(use))
            .u8(erases & 0xff)
            .u16(erases >>> 8);
        return answer;
      }
      case REQUEST.leave:
        return answer.u8(this.asking.ask(peer, this.nowUs));
      case REQUEST.writeBegin:
        this.beginWriting(peer, request);
        return answer;
      case REQUEST.writePiece: {
        const work = this.writingOf(peer);
        const offset = request.u32();
        const length = request.u8();
        work.take(offset, request.raw(Math.min(length, PIECE_BYTES)), length, this.nowUs);
        return answer;
      }
      case REQUEST.writeStop:
        if (this.writing?.by === peer) this.writing = null;
        return answer;
      case REQUEST.writeCommit:
        this.commit(peer, request.sequence, answer);
        return null;
      case REQUEST.select: {
        const slot = this.slotOf(request);
        if (this.store.stateOf(slot) !== 'sound') throw new Refused(`slot ${slot + 1} holds nothing that can be run`);
        this.change(peer, request.sequence, answer, () => this.store.select(slot));
        return null;
      }
      case REQUEST.clear: {
        const place = this.placeOf(request);
        const key = request.u16();
        const isOne = request.u8() === 1;
        this.asking.mustBeGiven(peer);
        this.change(peer, request.sequence, answer, () => {
          if (place < this.store.slots) this.store.write(place, new Uint8Array());
          else this.life.forget((one) => !isOne || (one.slot === this.store.selected && one.key === key));
        });
        return null;
      }
      case REQUEST.format:
        this.asking.mustBeGiven(peer);
        this.change(peer, request.sequence, answer, () => this.store.format());
        return null;
      case REQUEST.playStart:
        this.startPlay(peer);
        return answer;
      case REQUEST.letGo:
        if (this.playing.isBy(peer)) this.playing.letGo();
        else this.life.letGo();
        return answer;
      case REQUEST.hostLamps: {
        const [tUs, lamps] = [request.timeUs(), request.u8()];
        if (this.playing.isBy(peer)) this.playing.lights(tUs, lamps);
        else {
          this.life.lights(lamps);
          this.home.changed();
        }
        return answer;
      }
      case REQUEST.playStop:
        this.playing.stop(peer);
        this.tellLamps();
        return answer;
      case REQUEST.watch:
        peer.watches = request.u8() === 1;
        return answer;
      case REQUEST.front: {
        const [what, number] = [request.u8(), request.u8()];
        if (what === FRONT.slot && number >= this.store.slots)
          throw new Refused(`there is no slot ${number + 1}; the ${this.board.name} has ${this.store.slots}`);
        this.life.front(
          what === FRONT.slot ? { what: 'slot', number } : what === FRONT.layer ? { what: 'layer', number } : null,
        );
        this.fronts = what === FRONT.nothing ? null : peer;
        return answer;
      }
      case REQUEST.watchAsks:
        peer.hearsAsks = request.u8() === 1;
        return answer;
      case REQUEST.watchLamps:
        peer.watchLamps(request.u8() === 1);
        this.tellLamps();
        return answer;
      default:
        throw new Refused(`a report of the unknown kind ${request.kind}`);
    }
  }

  private hello(peer: Peer, request: ReportReader, answer: ReportWriter): ReportWriter {
    const [least, most] = [request.u8(), request.u8()];
    const version = Math.min(most, LINK_VERSIONS.most);
    if (version < least || version < LINK_VERSIONS.least)
      throw new Refused(
        `the page speaks versions ${least} to ${most} of the link; this keyboard ${LINK_VERSIONS.least} to ${LINK_VERSIONS.most}`,
      );
    if (this.writing?.by === peer) this.writing = null;
    const flags =
      (this.store.isForeign ? STATUS.foreign : 0) |
      (this.unkept === undefined ? 0 : STATUS.unkept) |
      (this.life.isStopped ? STATUS.stopped : 0);
    return answer
      .u8(version)
      .u8(FIRMWARE_VERSION)
      .u8(this.store.slots)
      .u8(this.store.selected)
      .u32(this.store.slotBytes)
      .u16(this.board.device.pollHz)
      .u8(flags)
      .text(this.board.id);
  }

  private slotOf(request: ReportReader): number {
    const slot = request.u8();
    if (slot >= this.store.slots)
      throw new Refused(`there is no slot ${slot + 1}; the ${this.board.name} has ${this.store.slots}`);
    return slot;
  }

  /** A slot, or the recordings behind the last one. */
  private placeOf(request: ReportReader): number {
    const place = request.u8();
    if (place > this.store.slots)
      throw new Refused(`there is no slot ${place + 1}; the ${this.board.name} has ${this.store.slots}`);
    return place;
  }

  private beginWriting(peer: Peer, request: ReportReader): void {
    this.asking.mustBeGiven(peer);
    if (this.writing && this.writing.by !== peer) throw new Refused('another page is writing');
    const slot = this.slotOf(request);
    const length = request.u32();
    const crc32 = request.u32();
    const replacesDamaged = request.u8() === 1;
    if (this.store.isForeign)
      throw new Refused('the memory holds something that this keyboard cannot read; erase it first');
    if (length === 0 || length > this.store.slotBytes)
      throw new Refused(`${length} bytes; a slot has ${this.store.slotBytes}`);
    if (this.store.stateOf(slot) === 'damaged' && !replacesDamaged)
      throw new Refused(`what is in slot ${slot + 1} is damaged; say that it may be replaced`);
    this.writing = { by: peer, work: new Writing(slot, length, crc32, this.nowUs) };
  }

  private writingOf(peer: Peer): Writing {
    if (this.writing?.by !== peer) throw new Refused('no writing was begun, or it was silent for too long');
    return this.writing.work;
  }

  /** Only a whole, sound image that this keyboard can run ever reaches the flash. */
  private commit(peer: Peer, sequence: number, answer: ReportWriter): void {
    const work = this.writingOf(peer);
    const image = work.whole();
    decodeImage(image, this.board);
    this.writing = null;
    this.change(peer, sequence, answer, () => {
      this.store.write(work.slot, image);
      this.store.select(work.slot);
    });
  }

  /** Changes the memory; the answer goes out when it is kept, and not before. */
  private change(peer: Peer, sequence: number, answer: ReportWriter, work: () => void): void {
    this.playing.end();
    work();
    this.life.reload();
    this.peers.tellChanged(this.store.selected);
    this.home.changed();
    this.keep((problem) => {
      if (problem === undefined) peer.answers.answer(sequence, answer);
      else peer.answers.refuse(sequence, `the keyboard runs it, but its memory could not be kept: ${problem}`);
    });
  }

  private keep(done: (problem?: string) => void = () => undefined): void {
    this.keeping++;
    let isAnswered = false;
    this.home.keep((problem) => {
      this.unkept = problem;
      if (!isAnswered) {
        isAnswered = true;
        this.keeping--;
        done(problem);
      }
      this.home.changed();
    });
  }

  private startPlay(peer: Peer): void {
    const slot = this.store.selected;
    const image = this.store.read(slot);
    if (!image) throw new Refused('nothing is stored in the slot in use');
    const sound = decodeImage(image, this.board);
    const { program } = sound;
    this.playing.start(
      peer,
      sound,
      traceReports(
        program,
        (kind) => peer.begin(kind),
        (report) => peer.send(report),
      ),
    );
  }

  private tellLamps(): void {
    this.peers.tellLamps((peer) => this.playing.lampsFor(peer) ?? this.life);
  }
}

function reasonOf(error: unknown): string | undefined {
  if (error instanceof PowerCut) return undefined;
  return error instanceof Refused || error instanceof Unreadable || error instanceof FlashError
    ? error.message
    : undefined;
}
