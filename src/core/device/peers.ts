/** Those at the other ends of the cables, and what they are told without having asked: that something has changed, the trace, lamps, asks. */
import type { Shown } from '../lamps';
import { ASKED_FOR, type AskedFor } from '../profile';
import { Answers } from './answers';
import type { Lamps } from './glowing';
import { lampReports, type Told } from './lampReports';
import { ASK, CHANGED, PLAY_ENDED, ReportWriter } from './linkReports';

/** One page or program that talks to the keyboard. */
export type Connection = { send(report: Uint8Array): void };

/** One that has said something, and what it wants to hear. */
export class Peer {
  readonly answers: Answers;
  watches = false;
  /** It is a host that does what it is asked for. */
  hearsAsks = false;
  /** What it knows of the lamps; null when it does not watch them. */
  private lamps: Told | null = null;
  private told = 0;

  constructor(private readonly connection: Connection) {
    this.answers = new Answers((report) => connection.send(report));
  }

  get isInSession(): boolean {
    return this.answers.session !== null;
  }

  /** A report that nobody asked for; they are counted, so that a lost one is noticed. */
  begin(kind: number): ReportWriter {
    this.told = (this.told + 1) & 0xffff;
    return new ReportWriter(kind, this.told, this.answers.session ?? 0);
  }

  send(report: ReportWriter): void {
    this.connection.send(report.sealed());
  }

  watchLamps(on: boolean): void {
    this.lamps = on ? new Map() : null;
  }

  tellLamps({ lamps, shown }: { lamps: Lamps; shown: Shown }): void {
    if (!this.lamps || !this.isInSession) return;
    lampReports(
      lamps,
      shown,
      this.lamps,
      (kind) => this.begin(kind),
      (report) => this.send(report),
    );
  }
}

export class Peers {
  private readonly all = new Map<Connection, Peer>();

  of(connection: Connection): Peer {
    const known = this.all.get(connection);
    if (known) return known;
    const peer = new Peer(connection);
    this.all.set(connection, peer);
    return peer;
  }

  /** Who it was, if it has said anything. */
  takeOut(connection: Connection): Peer | undefined {
    const peer = this.all.get(connection);
    this.all.delete(connection);
    return peer;
  }

  /** A report of the trace, to all that watch but those who hear another. */
  tellTrace(report: ReportWriter, hearsAnother: (peer: Peer) => boolean): void {
    for (const peer of this.all.values())
      if (peer.watches && !hearsAnother(peer)) peer.send(report.copy(peer.begin(report.kind)));
  }

  /** What lamps show, to all that watch them; who plays sees those of what is played. */
  tellLamps(seenBy: (peer: Peer) => { lamps: Lamps; shown: Shown }): void {
    for (const peer of this.all.values()) peer.tellLamps(seenBy(peer));
  }

  tellChanged(slot: number): void {
    for (const peer of this.all.values()) if (peer.isInSession) peer.send(peer.begin(CHANGED).u8(slot));
  }

  tellPlayEnded(peer: Peer): void {
    peer.send(peer.begin(PLAY_ENDED));
  }

  /** Asks hosts for something. @returns whether any hears it */
  ask(what: AskedFor, name: string): boolean {
    const hosts = [...this.all.values()].filter((peer) => peer.hearsAsks && peer.isInSession);
    for (const peer of hosts) peer.send(peer.begin(ASK).u8(ASKED_FOR.indexOf(what)).text(name));
    return hosts.length > 0;
  }
}
