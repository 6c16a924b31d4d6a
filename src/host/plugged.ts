/** A keyboard that is plugged into a display: what it sends is pressed there, the display's lamps are told to it, and what is in front is followed. */
import { spawn, type ChildProcess } from 'node:child_process';
import type { Board } from '../core/board';
import { isEdgeLine, isMoveLine, isWheelLine, type TraceLine } from '../core/engine';
import { HOST_LAMPS } from '../core/codes';
import { hostOfXkb } from '../core/hosts';
import { MOST_ARRIVED, type HostState, type ToHost } from '../core/hostSide';
import { decodeImage } from '../core/image';
import type { Profile } from '../core/profile';
import { Answered } from './answered';
import { Arriving } from './arriving';
import type { Asks } from './asks';
import { boardOf, plugIn, type Cable } from './cable';
import { Follower, type Seen } from './front';
import { PageSounds } from './pageSounds';
import { heldName, Pressed, usageOfEdge } from './pressed';
import { Punctual } from './punctual';
import { Talk } from './talk';
import { X_LAMPS, type Display, type Front } from './x11/display';

const LAMPS_EVERY_MS = 50;
const FRONT_EVERY_MS = 400;
/** What has arrived is told so often, while somebody wants to hear it. */
const ARRIVED_EVERY_MS = 50;

export type Around = {
  server: string;
  boardId: string;
  /** How this program is started anew as the guard of what it holds. */
  guard: readonly string[];
  /** Does what the keyboard asks for. */
  asks: Asks;
  say(sentence: string): void;
};

export class Plugged {
  private cable: Cable | null = null;
  private talk: Talk | null = null;
  private readonly pressed: Pressed;
  private readonly punctual = new Punctual();
  private readonly arriving = new Arriving((ms) => this.punctual.keyboardUs(ms));
  /** Whether a page wants to hear what arrives, and whether this display tells of it. */
  private isHeard = false;
  private tells = false;
  /** The lamps before the first edge that has not been told yet. */
  private lampsBefore = 0;
  private layout: HostState['layout'] = null;
  private readonly sounds = new PageSounds((message) => this.talk?.say(message));
  private readonly follower: Follower<Front>;
  private readonly guard: ChildProcess;
  private readonly timers: NodeJS.Timeout[] = [];
  private told = -1;
  private board: Board | undefined;
  private readonly answered: Answered;
  private seen: Seen = { front: null, rule: null, because: '' };
  /** Keys that this computer does not have, each said once. */
  private readonly lacking = new Set<string>();

  constructor(
    private readonly display: Display,
    private readonly displayName: string,
    private readonly around: Around,
    /** The cable was pulled, or the server is gone. */
    private readonly pulled: () => void,
  ) {
    const [program = '', ...args] = around.guard;
    // In a session of its own: what ends this program's does not end it.
    this.guard = spawn(program, [...args, displayName], { detached: true, stdio: ['pipe', 'ignore', 'ignore'] });
    this.guard.on('error', () => undefined);
    this.guard.stdin?.on('error', () => undefined);
    this.answered = new Answered(around.asks, around.say, () => this.tellState());
    this.pressed = new Pressed(display, (name, isDown) => this.guard.stdin?.write(`${isDown ? '+' : '-'}${name}\n`));
    this.follower = new Follower<Front>(
      display,
      {
        front: async (wanted) => this.cable?.client.front(wanted),
        profile: () => this.profile(),
      },
      (seen) => {
        this.seen = seen;
        this.tellState();
      },
    );
    display.onFront = () => this.follower.mayHaveChanged();
  }

  /** @throws NotPlugged with a sentence */
  async start(): Promise<void> {
    const { server, boardId, asks } = this.around;
    this.board = await boardOf(server, boardId);
    this.cable = await plugIn(server, boardId, {
      line: (line) => this.punctual.at(line.t, () => this.play(line)),
      ask: (what, name) => void this.answered.take(what, name),
      pulled: () => this.isOut(),
    });
    this.cable.client.onChange = () => this.follower.again();
    this.tells = await this.display.hearPressed((name, isDown, atMs) =>
      this.arriving.came(name, isDown, atMs, performance.now()),
    );
    this.talk = await Talk.open(
      server,
      boardId,
      (told) => this.hear(told),
      () => this.isOut(),
    );
    asks.pageSounds = this.sounds;
    await this.lookAtLayout();
    this.timers.push(
      setInterval(() => void this.lookAtLamps(), LAMPS_EVERY_MS),
      setInterval(() => this.tellArrived(), ARRIVED_EVERY_MS),
      // A display without a window manager tells nobody that another window has the focus.
      setInterval(() => {
        this.follower.mayHaveChanged();
        void this.lookAtLayout();
        this.answered.lookAtList();
      }, FRONT_EVERY_MS),
    );
    this.follower.mayHaveChanged();
    this.tellState();
  }

  private isOut(): void {
    this.letGo();
    this.pulled();
  }

  private hear(told: ToHost): void {
    if ('say' in told) {
      this.sounds.played(told);
      return;
    }
    this.rules(told.rules);
    this.sounds.isThere = told.pages.play;
    if (this.isHeard !== told.pages.hear) this.arriving.forget();
    this.isHeard = told.pages.hear;
  }

  private knownRules = '';
  private rules(rules: Parameters<Follower<Front>['follow']>[0]): void {
    const said = JSON.stringify(rules);
    if (said === this.knownRules) return;
    this.knownRules = said;
    this.follower.follow(rules);
  }

  /** Nothing that this keyboard holds stays down. */
  letGo(): void {
    this.punctual.forget();
    this.arriving.forget();
    this.pressed.letGo();
  }

  async stop(): Promise<void> {
    for (const timer of this.timers) clearInterval(timer);
    this.follower.stop();
    this.letGo();
    await this.cable?.client.front(null).catch(() => undefined);
    this.sounds.gone();
    this.talk?.close();
    this.cable?.unplug();
    this.guard.stdin?.end();
  }

  private play(line: TraceLine): void {
    if (isEdgeLine(line)) {
      const usage = usageOfEdge(line.code);
      if (usage === undefined) return;
      const name = heldName(usage);
      if (this.isHeard && this.tells) this.arriving.send(line, name, performance.now());
      if (name !== undefined) this.pressed.turn(name, line.edge === 'down');
      else if (!this.lacking.has(line.code)) {
        this.lacking.add(line.code);
        this.around.say(`This display has no key for ${line.code}; it is left out.`);
      }
    } else if (isWheelLine(line)) this.pressed.wheel(line.wheel.dx, line.wheel.dy);
    else if (isMoveLine(line)) this.pressed.move(line.move.dx, line.move.dy);
  }

  private async lookAtLamps(): Promise<void> {
    try {
      const lit = await this.display.lamps();
      const lamps = HOST_LAMPS.reduce((bits, lamp, place) => bits | ((lit & X_LAMPS[lamp]) > 0 ? 1 << place : 0), 0);
      if (lamps === this.told) return;
      this.told = lamps;
      await this.cable?.client.hostLamps(0, lamps);
    } catch {
      this.told = -1;
    }
  }

  private tellArrived(): void {
    if (!this.isHeard) return;
    const edges = this.arriving.take(performance.now(), MOST_ARRIVED);
    if (edges.length > 0) this.talk?.say({ say: 'arrived', lamps: this.lampsBefore, edges });
    this.lampsBefore = Math.max(0, this.told);
  }

  /** By which layout this display makes characters; it is told when that changes. */
  private async lookAtLayout(): Promise<void> {
    const now = await this.display.layout().catch(() => null);
    const said = now ? `${now.layout}${now.variant === '' ? '' : ` (${now.variant})`}`.slice(0, 80) : '';
    if (said === (this.layout?.said ?? '')) return;
    this.layout = now && { said, id: hostOfXkb(now.layout, now.variant) ?? null };
    this.tellState();
  }

  private async profile(): Promise<Profile | undefined> {
    const { cable, board } = this;
    if (!cable) return undefined;
    const { selected } = await cable.client.hello();
    const image = await cable.client.read(selected);
    return image && decodeImage(image, board).profile;
  }

  private tellState(): void {
    const state: HostState = {
      plugged: `display ${this.displayName}`,
      looks: true,
      tells: this.tells,
      layout: this.layout,
      ...this.seen,
      ...this.answered.told,
    };
    this.talk?.say({ say: 'state', state });
  }
}
