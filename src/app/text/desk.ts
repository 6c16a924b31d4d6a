/**
 * A profile and its text, side by side: a text that reads is the profile at once; whatever else changes the profile, the board, undo,
 * another window, changes the lines of the text that say it. A text that does not read changes nothing, and is kept as it is.
 *
 * What is under way is settled one thing after the other: first the text follows what the profile has become, then the profile becomes
 * what was typed. Typing goes on meanwhile; what comes of an older text is not looked at.
 */
import type { Board } from '../../core/board';
import {
  doText,
  isOf,
  markOf,
  type TextAnswer,
  type TextOrder,
  type TextProblem,
  type TextSaid,
} from '../../core/notation';
import { sameData, whatOf, type Edit, type Profile } from '../../core/profile';
import { beforeLeaving } from '../state/kept/leaving';
import { reasonOf } from '../state/database';
import { newActId } from '../state/ids';
import type { Keeping } from '../state/kept/kept';
import { useShelf } from '../state/shelf';
import { closeText, keepText, openText, openUnread } from '../state/texts';
import type { TextDocument } from '../state/textStore';
import type { TextReader } from './textWorker';

/** What the page knows of where the text is. */
export type TextKeeping = { state: 'loading' } | Keeping;

export type DeskState = {
  text: string;
  said: TextSaid;
  /** Everything that keeps the text from being the profile; none when it is. */
  problems: readonly TextProblem[];
  /** Whether `said` and `problems` are those of this text: what was typed last may still be on its way to be read. */
  isRead: boolean;
  keeping: TextKeeping;
};

/** A text with so many characters is read when typing rests for so many ms, and not at every key. */
const LONG_TEXT = 30_000;
const LONG_TEXT_RESTS_MS = 400;
/** How many texts of earlier steps are remembered. */
const MOST_TEXTS = 200;
const NOTHING_SAID: TextSaid = { problems: [], sites: [], profiles: [] };

/** The texts that belonged to steps of a profile, by the step they came after: undo brings them back word by word. */
const textsOfSteps = new Map<string, Map<string, string>>();

function rememberFor(id: string, step: string, text: string): void {
  const texts = textsOfSteps.get(id) ?? new Map<string, string>();
  textsOfSteps.set(id, texts);
  texts.delete(step);
  texts.set(step, text);
  const [oldest] = texts.keys();
  if (texts.size > MOST_TEXTS && oldest !== undefined) texts.delete(oldest);
}

/** What keeps a text that reads from being this profile, as problems: another id, another board, several profiles. */
function misfits(said: TextSaid, profile: Profile): TextProblem[] {
  if (said.problems.length > 0 || isOf(said, profile)) return [];
  const [only, second] = said.profiles.filter(({ isBase }) => !isBase);
  if (!only) return [];
  const at = (line: number, message: string): TextProblem => ({ line, column: 1, length: 7, message });
  if (second)
    return [
      at(
        second.line,
        'This bench holds one profile. Save the text as a file and open that on the shelf: every profile in it comes to the shelf.',
      ),
    ];
  if (only.hasId && only.draft.id !== profile.id)
    return [
      at(
        only.line,
        `Here the profile keeps its id: write id ${profile.id} behind the name. A copy with another id is made on the shelf.`,
      ),
    ];
  return [
    at(only.line, `Here the profile keeps its board, ${profile.board}. It is moved to another board on the shelf.`),
  ];
}

/** A profile as it is on the shelf, the step after which it is that, and the row of that step. */
type Present = { profile: Profile; step: string; row: string | undefined };

/** A text as it was typed; `row` names the stretch of typing that undo takes back as one. */
type Typed = { text: string; row: string };

/** Desks that were left with something under way, by profile: the next one waits for it. */
const closing = new Map<string, Promise<void>>();

export class TextDesk {
  private state: DeskState = {
    text: '',
    said: NOTHING_SAID,
    problems: [],
    isRead: false,
    keeping: { state: 'loading' },
  };
  /** What the profile was when the text last said it; null until the text is there. */
  private agreed: Present | null = null;
  /** What was typed and is not the profile yet: the text at the end of each stretch of typing, in their order. */
  private readonly typed: Typed[] = [];
  private refused = { text: '', reason: '' };
  private put: ((text: string) => void) | null = null;
  private settling: Promise<void> | null = null;
  private rests: ReturnType<typeof setTimeout> | undefined;
  private isClosed = false;
  /** The profile changes because of this desk. */
  private isTaking = false;
  private readonly listeners = new Set<() => void>();
  private readonly stopLeaving = beforeLeaving(() => this.takeNow());
  private readonly stopShelf = useShelf.subscribe(() => {
    const now = this.present();
    if (!this.isTaking && this.agreed && now && (now.profile !== this.agreed.profile || now.step !== this.agreed.step))
      void this.settle();
  });
  /** A text that another window has kept, while nothing is typed here. */
  private foreign: TextDocument | null = null;
  private readonly told = {
    changed: ({ document, keeping }: { document: TextDocument; keeping: Keeping }) => {
      if (this.agreed === null) return;
      if (keeping !== this.state.keeping) this.change({ keeping });
      if (keeping.state !== 'kept') return;
      this.foreign = document.text === this.state.text ? null : document;
      // It was kept before the profile was what it says: others wait for that.
      if (!this.foreign && !document.isTaken && this.isTaken(document.text))
        this.keep(document.text, document.text, true);
      if (this.foreign) void this.settle();
    },
    gaveWay: () =>
      useShelf
        .getState()
        .notify('The text was changed in another window as well; that text is shown now, with what this profile says.'),
    isTaken: (text: string) => this.isTaken(text),
  };

  constructor(
    private readonly id: string,
    private readonly board: Board,
    private readonly reader: TextReader,
  ) {}

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };
  readonly now = (): DeskState => this.state;

  /** The editor says here how a text that was not typed there is put into it; at once, so that nothing is typed in between. */
  readonly attach = (put: ((text: string) => void) | null): void => {
    this.put = put;
    put?.(this.state.text);
  };

  isOf(id: string, board: Board): boolean {
    return id === this.id && board === this.board;
  }

  /** Reads the text that is kept, and brings it up to the profile. */
  async open(): Promise<void> {
    await closing.get(this.id);
    let keeping: Keeping = { state: 'kept' };
    const kept = await openText(this.id, this.told).catch((error: unknown) => {
      openUnread(this.id);
      keeping = { state: 'notKept', because: reasonOf(error) };
      return undefined;
    });
    for (let begun = this.present(); begun && !this.isClosed;) {
      const answer = await this.ask({ do: 'bring', kept }, begun.profile);
      const now = this.present();
      if (!now || this.isClosed) return;
      // Another window was quicker.
      if (now.profile !== begun.profile) {
        begun = now;
        continue;
      }
      this.agreed = now;
      this.state = { ...this.state, keeping };
      this.show(answer, kept?.text ?? '');
      rememberFor(this.id, now.step, answer.text);
      // What was typed, and kept, and had no time to become the profile.
      if (answer.change && kept?.isTaken === false) this.take(answer, now, newActId());
      return;
    }
  }

  /** Takes what was typed. `row` names the stretch of typing that undo takes back as one. */
  type(text: string, row: string): void {
    const over = this.state.text;
    this.foreign = null;
    this.hasTyped({ text, row });
    this.change({ text });
    this.keep(text, over, true);
    clearTimeout(this.rests);
    if (text.length < LONG_TEXT) void this.settle();
    else this.rests = setTimeout(() => void this.settle(), LONG_TEXT_RESTS_MS);
  }

  private hasTyped(typed: Typed): void {
    if (this.typed.at(-1)?.row === typed.row) this.typed.pop();
    this.typed.push(typed);
  }

  /** Takes back, or does again, the last step of the profile, with the text as it was then. What was typed last is a step first. */
  async travel(direction: 'undo' | 'redo'): Promise<void> {
    await this.settle();
    const { undo, redo, notify } = useShelf.getState();
    const result = direction === 'undo' ? undo(this.id) : redo(this.id);
    if (result && 'refused' in result) notify(`Not changed: ${result.refused}`);
  }

  /** Writes the text anew from the profile, without comments and values; undo brings the old one back. */
  async writeAnew(): Promise<void> {
    await this.settle();
    const begun = this.present();
    if (!begun) return;
    const fresh = await this.ask({ do: 'write' }, begun.profile);
    if (this.isClosed) return;
    const over = this.state.text;
    this.show(fresh, over);
    this.hasTyped({ text: fresh.text, row: newActId() });
    await this.settle();
  }

  /** Nobody looks at it any more. What was typed becomes the profile, and is kept. */
  close(): void {
    this.isClosed = true;
    this.stopShelf();
    const done = this.settle()
      .then(() => closeText(this.id, this.told))
      .catch(() => undefined)
      .finally(() => {
        this.stopLeaving();
        this.reader.stop();
        if (closing.get(this.id) === done) closing.delete(this.id);
      });
    closing.set(this.id, done);
  }

  /** Resolves when the text and the profile say the same, or the text does not read. */
  private settle(): Promise<void> {
    this.settling ??= this.settleAll()
      .catch(() => undefined)
      .finally(() => {
        this.settling = null;
      });
    return this.settling;
  }

  private async settleAll(): Promise<void> {
    for (;;) {
      const { agreed } = this;
      const { text } = this.state;
      const [typed] = this.typed;
      const now = this.present();
      if (!agreed || !now) return;
      if (now.profile !== agreed.profile || now.step !== agreed.step) await this.followProfile(agreed, now, text);
      else if (typed) {
        clearTimeout(this.rests);
        const answer = await this.ask({ do: 'read', text: typed.text }, now.profile);
        if (this.typed[0] !== typed || this.present()?.profile !== now.profile) continue;
        this.typed.shift();
        this.take(answer, now, typed.row);
      } else if (this.foreign?.isTaken && this.foreign.of === markOf(now.profile)) await this.adopt(this.foreign, now);
      else return;
    }
  }

  /** Something else has changed the profile: the lines that say it follow. A step that was here before brings its text back. */
  private async followProfile(agreed: Present, now: Present, text: string): Promise<void> {
    // The same profile at the same step, come back from the storage: nothing has changed, and a line that is being written stays.
    if (agreed.step === now.step && sameData(agreed.profile, now.profile)) {
      this.agreed = now;
      return;
    }
    const before = textsOfSteps.get(this.id)?.get(now.step);
    const answer = await this.ask({ do: 'rewrite', text, was: agreed.profile, before }, now.profile);
    if (this.state.text !== text || this.present()?.profile !== now.profile) return;
    this.agreed = now;
    rememberFor(this.id, now.step, answer.text);
    // What is typed, and is not the profile yet, says the change as well.
    const last = this.typed.splice(0).at(-1);
    if (last) this.typed.push({ text: answer.text, row: last.row });
    this.show(answer, text);
  }

  /** The profile becomes what the text says, when it says one. */
  private take({ text, said, change }: TextAnswer, { profile, step, row: lastRow }: Present, row: string): void {
    if (text === this.state.text) this.change({ said });
    if (!isOf(said, profile)) return;
    // A comment, or a space, changes nothing of the profile, and is a step of its own all the same: undo takes it back.
    if (!change && lastRow === row) {
      rememberFor(this.id, step, text);
      return;
    }
    const edit: Edit = change ?? { edit: 'several', edits: [] };
    this.isTaking = true;
    const reason = useShelf
      .getState()
      .edit(this.id, edit, change ? `text: ${whatOf(edit, profile)}` : 'words of the text', row);
    this.isTaking = false;
    if (reason !== undefined) {
      this.refused = { text, reason };
      this.change({});
      return;
    }
    const after = this.present();
    if (!after) return;
    this.agreed = after;
    rememberFor(this.id, after.step, text);
  }

  /** The page is being left: what was typed last becomes the profile at once, whatever it costs. */
  private takeNow(): void {
    const now = this.present();
    if (!now || now.profile !== this.agreed?.profile) return;
    for (const { text, row } of this.typed.splice(0)) {
      const present = this.present() ?? now;
      this.take(doText({ do: 'read', text, board: this.board, profile: present.profile }), present, row);
    }
  }

  /** The text of another window, when the profile is what that window had then. */
  private async adopt(foreign: TextDocument, { profile }: Present): Promise<void> {
    const answer = await this.ask({ do: 'read', text: foreign.text }, profile);
    if (this.foreign !== foreign || this.typed.length > 0 || this.present()?.profile !== profile) return;
    this.foreign = null;
    this.show(answer, foreign.text);
  }

  private isTaken(text: string): boolean {
    return this.typed.length === 0 && text === this.state.text && this.agreed?.profile === this.present()?.profile;
  }

  /** A text that does not come from the editor goes there, at once: a drawing later, more may have been typed. */
  private show({ text, said }: TextAnswer, over: string): void {
    const isOther = text !== over;
    this.change({ text, said });
    this.put?.(text);
    if (isOther) this.keep(text, over, false);
  }

  private keep(text: string, over: string, isTyped: boolean): void {
    keepText({ profile: this.id, id: newActId(), text, over, isTyped });
  }

  private change(to: Partial<DeskState>): void {
    const state = { ...this.state, ...to };
    const profile = this.agreed?.profile;
    const problems = [...state.said.problems, ...(profile ? misfits(state.said, profile) : [])];
    if (problems.length === 0 && this.refused.reason !== '' && this.refused.text === state.text)
      problems.push({ line: 1, column: 1, length: 7, message: this.refused.reason });
    this.state = {
      ...state,
      isRead: this.agreed !== null && this.typed.length === 0,
      problems: sameData(problems, this.state.problems) ? this.state.problems : problems,
    };
    for (const listener of this.listeners) listener();
  }

  private ask(what: DistributedOrder, profile: Profile): Promise<TextAnswer> {
    return this.reader.read({ ...what, board: this.board, profile } as TextOrder);
  }

  private present(): Present | undefined {
    const entry = useShelf.getState().entries.find(({ profile }) => profile.id === this.id);
    if (!entry) return undefined;
    const last = entry.document.past.at(-1);
    return { profile: entry.profile, step: last?.id ?? '', row: last?.row };
  }
}

type WithoutSides<O> = O extends unknown ? Omit<O, 'board' | 'profile'> : never;
type DistributedOrder = WithoutSides<TextOrder>;
