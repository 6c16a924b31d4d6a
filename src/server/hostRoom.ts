/**
 * Where the host program and pages meet, one room a keyboard: rules by the program in front, which a page makes and the server keeps in a file; what the
 * program says of itself, which is kept nowhere; what has arrived at the computer, for pages that want to hear it; sounds, for a page that plays them.
 */
import { existsSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Logger } from 'pino';
import {
  rulesSchema,
  type FromHost,
  type FromPage,
  type HostState,
  type PlayedMessage,
  type Rule,
  type SoundMessage,
  type ToAll,
  type ToHost,
  type ToPage,
} from '../core/hostSide';
import { sameData } from '../core/profile';

/** A page in the room. */
type Page = { tell: (message: ToPage) => void; hears: boolean; plays: boolean };

export class HostRoom {
  private rules: readonly Rule[];
  private state: HostState | null = null;
  private program: ((message: ToHost) => void) | null = null;
  private readonly pages = new Set<Page>();
  /** Which page was given which sound, until it has answered. */
  private readonly sounds = new Map<number, Page>();

  constructor(
    private readonly file: string,
    private readonly log: Logger,
  ) {
    this.rules = read(file, log);
  }

  /** The host program comes; it is told all there is, and what changes. @returns what takes what it says, and what ends it */
  enterProgram(tell: (message: ToHost) => void): { take: (said: FromHost) => void; leave: () => void } {
    this.program = tell;
    tell(this.told);
    return {
      take: (said) => {
        if (said.say === 'state') this.setState(said.state);
        else if (said.say === 'sound') this.giveSound(said);
        else for (const page of this.pages) if (page.hears) page.tell(said);
      },
      leave: () => {
        this.program = null;
        this.sounds.clear();
        this.setState(null);
      },
    };
  }

  /** A page comes, as a program does. */
  enterPage(tell: (message: ToPage) => void): { take: (said: FromPage) => void; leave: () => void } {
    const page: Page = { tell, hears: false, plays: false };
    this.pages.add(page);
    tell(this.told);
    return {
      take: (said) => {
        if (said.say === 'rules') {
          const answer = this.setRules(said.was, said.rules);
          tell({ ...this.told, answer });
        } else if (said.say === 'ready') {
          page.hears = said.hears;
          page.plays = said.plays;
          // Of two that play it is the one that said so last.
          this.pages.delete(page);
          this.pages.add(page);
          this.tell();
        } else if (this.sounds.get(said.id) === page) this.played(said);
      },
      leave: () => {
        this.pages.delete(page);
        for (const [id, player] of this.sounds)
          if (player === page) this.played({ say: 'played', id, because: 'the page was closed' });
        if (page.hears || page.plays) this.tell();
      },
    };
  }

  private giveSound(sound: SoundMessage): void {
    const page = [...this.pages].findLast(({ plays }) => plays);
    if (page) {
      this.sounds.set(sound.id, page);
      page.tell(sound);
    } else this.program?.({ say: 'played', id: sound.id, because: 'no page is open that plays sounds' });
  }

  private played(message: PlayedMessage): void {
    this.sounds.delete(message.id);
    this.program?.(message);
  }

  /**
   * New rules, from a page, in the place of those that it has seen: what another page has made meanwhile stays. They are told when they are kept.
   * @returns why they were not kept, as a sentence; empty when they were
   */
  private setRules(was: readonly Rule[], rules: readonly Rule[]): string {
    if (!sameData(was, this.rules))
      return 'They were changed in another window meanwhile; these are the ones that count.';
    try {
      // Beside, and then in its place: a file that is half written would be none.
      writeFileSync(`${this.file}.new`, `${JSON.stringify(rules, null, 2)}\n`);
      renameSync(`${this.file}.new`, this.file);
    } catch (error) {
      this.log.error({ file: this.file, error }, 'the rules could not be kept');
      return 'They could not be written to the disk; the old ones count.';
    }
    this.rules = rules;
    this.tell();
    return '';
  }

  /** What the program says of itself; null when it has gone. */
  private setState(state: HostState | null): void {
    this.state = state;
    this.tell();
  }

  private get told(): ToAll {
    const pages = [...this.pages];
    return {
      rules: [...this.rules],
      state: this.state,
      pages: { hear: pages.some(({ hears }) => hears), play: pages.some(({ plays }) => plays) },
    };
  }

  private tell(): void {
    const { told } = this;
    this.program?.(told);
    for (const page of this.pages) page.tell(told);
  }
}

function read(file: string, log: Logger): readonly Rule[] {
  if (!existsSync(file)) return [];
  try {
    return rulesSchema.parse(JSON.parse(readFileSync(file, 'utf8')));
  } catch (error) {
    // What a person wrote is not thrown away: the next save would.
    log.error({ file, error }, 'the rules cannot be read; they are put aside');
    try {
      renameSync(file, `${file}.unreadable`);
    } catch {
      // It stays where it is.
    }
    return [];
  }
}

/** The rooms of a data folder, by board. */
export class HostRooms {
  private readonly rooms = new Map<string, HostRoom>();

  constructor(
    private readonly folder: string,
    private readonly log: Logger,
  ) {}

  of(boardId: string): HostRoom {
    const known = this.rooms.get(boardId);
    if (known) return known;
    const room = new HostRoom(join(this.folder, `${boardId}.rules.json`), this.log);
    this.rooms.set(boardId, room);
    return room;
  }
}
