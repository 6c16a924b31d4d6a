/** Does what a keyboard asks for, when its name is on the person's list: starts a program, plays a sound. Never by a shell, and never more than a person's keys would. */
import { spawn } from 'node:child_process';
import { homedir } from 'node:os';
import type { Asked, HostState } from '../core/hostSide';
import type { AskedFor } from '../core/profile';
import { desktopEntry } from './desktopEntry';
import { BadList, readList } from './list';
import type { PageSounds } from './pageSounds';
import { playerOf, wavProblem } from './sounds';

/** So many in a second; a macro that repeats would ask for hundreds. */
const MOST_A_SECOND = 5;
/** So many sounds at once. */
const MOST_SOUNDS = 8;
/** In the place of a player: a page that is open. */
export const BY_PAGE = 'page';

export class Asks {
  private readonly lately: number[] = [];
  private sounds = 0;
  /** How a page plays sounds, when this program is plugged in. */
  pageSounds: Pick<PageSounds, 'isThere' | 'play'> | null = null;

  constructor(
    private readonly listFile: string,
    /** What plays sounds; `page` for a page that is open. */
    private readonly player: string | undefined,
    private readonly nowMs: () => number = () => performance.now(),
  ) {}

  /** The names on the list, as it is now; none, and why, when it cannot be read. */
  get listed(): HostState['listed'] {
    try {
      const { program, sound } = readList(this.listFile);
      return { programs: Object.keys(program), sounds: Object.keys(sound) };
    } catch (error) {
      return {
        programs: [],
        sounds: [],
        problem: (error instanceof BadList ? error.message : String(error)).slice(0, 300),
      };
    }
  }

  /** Does it, and says what became of it. The list is read anew each time: what a person has just written counts. */
  async take(what: AskedFor, name: string): Promise<Asked> {
    const failed = (because: string): Asked => ({ what, name, did: 'failed', because: because.slice(0, 200) });
    let path: string | undefined;
    try {
      const list = readList(this.listFile)[what];
      path = Object.hasOwn(list, name) ? list[name] : undefined;
    } catch (error) {
      return failed(error instanceof BadList ? error.message : String(error));
    }
    if (path === undefined) return { what, name, did: 'notListed' };
    const nowMs = this.nowMs();
    while (this.lately[0] !== undefined && nowMs - this.lately[0] > 1000) this.lately.shift();
    if (this.lately.length >= MOST_A_SECOND) return failed(`more than ${MOST_A_SECOND} were asked for within a second`);
    this.lately.push(nowMs);
    const because = await (what === 'program' ? this.start(path) : this.play(name, path));
    return because === undefined ? { what, name, did: 'done' } : failed(because);
  }

  private start(path: string): Promise<string | undefined> {
    const entry = desktopEntry(path);
    if ('problem' in entry) return Promise.resolve(`${path} ${entry.problem}`);
    const [program = '', ...args] = entry.command;
    return begun(program, args, entry.folder ?? homedir(), () => undefined);
  }

  /** By the system's player; where there is none, or the person wants it so, by a page that is open. */
  private play(name: string, path: string): Promise<string | undefined> {
    const problem = wavProblem(path);
    if (problem !== undefined) return Promise.resolve(`${path} ${problem}`);
    const player = this.player === BY_PAGE ? undefined : playerOf(this.player);
    if (!player) {
      if (this.pageSounds && (this.player === BY_PAGE || this.pageSounds.isThere))
        return this.pageSounds.play(name, path);
      return Promise.resolve('no player is there (pw-play, paplay, aplay or play), and no page is open that plays');
    }
    if (this.sounds >= MOST_SOUNDS) return Promise.resolve(`${MOST_SOUNDS} sounds are playing already`);
    const [program = '', ...args] = player;
    this.sounds++;
    return begun(program, [...args, path], homedir(), () => this.sounds--);
  }
}

/** Starts a program that goes on without this one. @returns why it did not start */
function begun(
  program: string,
  args: readonly string[],
  folder: string,
  ended: () => void,
): Promise<string | undefined> {
  return new Promise((resolve) => {
    const child = spawn(program, args, { cwd: folder, detached: true, stdio: 'ignore' });
    child.once('spawn', () => {
      child.unref();
      resolve(undefined);
    });
    child.once('error', (error) => {
      ended();
      resolve(`${program} could not be started: ${error.message}`);
    });
    child.once('exit', () => ended());
  });
}
