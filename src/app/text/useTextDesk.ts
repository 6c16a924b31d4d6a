/**
 * A profile and its text, side by side: a text that reads is the profile at once; whatever else changes the profile, the board, undo,
 * another window, changes the lines of the text that say it. A text that does not read changes nothing, and is kept as it is.
 */
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import type { Board } from '../../core/board';
import {
  broughtText,
  markOf,
  readText,
  type KeptText,
  rewriteText,
  writeText,
  type ReadText,
  type TextProblem,
} from '../../core/notation';
import { editTowards, flattened, isSameDesign, sameData, type Profile } from '../../core/profile';
import { reasonOf } from '../state/database';
import { takeOverText, textKept, textUnderWay } from '../state/leftTexts';
import { loadText, storeText } from '../state/textStore';
import { useDocument, useShelf } from '../state/shelf';
import type { TextAnswer, TextOrder, TextSaid } from '../../workers/textOrder';
import { bringText, getReadyForText } from './bringText';

/** What the page knows of where the text is. */
export type TextKeeping = { state: 'loading' | 'kept' | 'keeping' } | { state: 'notKept'; because: string };

type TextDesk = {
  text: string;
  /** The editor says here how a text that was not typed there is put into it; at once, so that nothing is typed in between. */
  attach: (put: ((text: string) => void) | null) => void;
  read: TextSaid;
  /** Everything that keeps the text from being the profile; none when it is. */
  problems: readonly TextProblem[];
  keeping: TextKeeping;
  isReady: boolean;
  /** Takes what was typed. `row` names the stretch of typing that undo takes back as one. */
  type(text: string, row: string): void;
  /** Takes back, or does again, the last step of the profile, with the text as it was then. */
  travel(direction: 'undo' | 'redo'): void;
  /** Writes the text anew from the profile, without comments and values; undo brings the old one back. */
  writeAnew(): void;
};

/** How long typing may rest before the text is kept, in ms. */
const KEEPS_AFTER_MS = 300;
/** A text with so many characters is read when typing rests for so many ms, and not at every key. */
const LONG_TEXT = 30_000;
const LONG_TEXT_RESTS_MS = 400;
/** How many texts of earlier steps are remembered. */
const MOST_TEXTS = 200;

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

/** What keeps a text that reads from being this profile: another id, another board, several profiles. */
function misfits(read: TextSaid, profile: Profile): TextProblem[] {
  const given = read.profiles.filter(({ isBase }) => !isBase);
  const [only, second] = given;
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
  if (only.draft.board !== profile.board)
    return [
      at(only.line, `Here the profile keeps its board, ${profile.board}. It is moved to another board on the shelf.`),
    ];
  return [];
}

/** The profile that a text says; one that says no id is the one it stands beside. */
function profileIn(read: ReadText, id: string): Profile | undefined {
  const found = read.profiles.find(({ isBase }) => !isBase);
  return found?.profile && (found.hasId ? found.profile : { ...found.profile, id });
}

/** Where no worker can be had, the page does it. */
function bringHere({ kept, profile, board }: TextOrder): TextAnswer {
  const { text, read } = broughtText(profile, board, kept);
  return { text, said: read };
}

/** The profile as it is on the shelf now, and the step after which it is that. */
function presentOf(id: string): { profile: Profile | undefined; step: string } {
  const entry = useShelf.getState().entries.find((one) => one.profile.id === id);
  return { profile: entry?.profile, step: entry?.document.past.at(-1)?.id ?? '' };
}

export function useTextDesk(profile: Profile, board: Board): TextDesk {
  const { id } = profile;
  const edit = useShelf((state) => state.edit);
  const undo = useShelf((state) => state.undo);
  const redo = useShelf((state) => state.redo);
  const notify = useShelf((state) => state.notify);
  const step = useDocument(id)?.past.at(-1)?.id ?? '';
  const [text, setText] = useState('');
  /** The text as it was brought, with what it says. */
  const [brought, setBrought] = useState<TextAnswer | null>(null);
  const put = useRef<((text: string) => void) | null>(null);
  const [keeping, setKeeping] = useState<TextKeeping>({ state: 'loading' });
  const [refused, setRefused] = useState<{ text: string; reason: string }>({ text: '', reason: '' });
  /** The profile that the text says, or was last brought up to. */
  const said = useRef<Profile | null>(null);
  /** The step of the profile after which the text says that. */
  const saidStep = useRef('');
  const stored = useRef<string | undefined>(undefined);
  const latest = useRef('');
  /** Whether something was typed here that is not kept yet. */
  const typed = useRef(false);
  const profileAtFirst = useRef(profile);
  const boards = useMemo(() => [board], [board]);

  const say = useCallback((next: string): void => {
    latest.current = next;
    setText(next);
  }, []);
  /** A text that does not come from the editor goes there, at once: a drawing later, more may have been typed. */
  const show = useCallback(
    (next: string): void => {
      say(next);
      put.current?.(next);
    },
    [say],
  );
  const attach = useCallback((how: ((text: string) => void) | null): void => {
    put.current = how;
    how?.(latest.current);
  }, []);

  // The text that is kept comes first; what it does not say any more is brought up to date. A profile that changes meanwhile is followed below.
  useEffect(() => {
    let isHere = true;
    const begin = async (kept: KeptText | undefined): Promise<void> => {
      const { profile: now = profile, step: nowStep } = presentOf(id);
      const order = { kept, profile: now, board };
      const answer = await bringText(order).catch(() => bringHere(order));
      if (!isHere) return;
      const present = presentOf(id);
      if (present.step !== nowStep || (present.profile ?? profile) !== now) {
        // Another window was quicker.
        await begin(kept);
        return;
      }
      stored.current = kept?.text;
      said.current = now;
      saidStep.current = nowStep;
      setBrought(answer);
      show(answer.text);
      rememberFor(id, nowStep, answer.text);
      setKeeping({ state: 'kept' });
    };
    getReadyForText();
    takeOverText(id)
      .catch(() => undefined)
      .then(() => loadText(id))
      .then(begin, async (error: unknown) => {
        await begin(undefined);
        if (isHere) setKeeping({ state: 'notKept', because: reasonOf(error) });
      });
    return () => {
      isHere = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [id]);

  /** Writes until what is kept is what is shown; one write at a time, so that no write is taken for another window's. */
  const keepAll = useCallback(async (): Promise<void> => {
    try {
      while (latest.current !== '' && latest.current !== stored.current) {
        const wanted = latest.current;
        const entry = useShelf.getState().entries.find((one) => one.profile.id === id);
        const of = markOf(entry?.profile ?? profileAtFirst.current);
        const now = await storeText(id, { text: wanted, of }, stored.current);
        stored.current = now;
        if (now === wanted || !entry) continue;
        // Another window has kept its text. Who only looks on takes that one; what is typed here is never taken away, and is kept next.
        if (typed.current) continue;
        notify('The text was changed in another window as well; that text is shown now, with what this profile says.');
        show(rewriteText(now, flattened(entry.profile), boards));
      }
      typed.current = false;
      textKept(id);
      setKeeping({ state: 'kept' });
    } catch (error) {
      setKeeping({ state: 'notKept', because: reasonOf(error) });
    }
  }, [id, boards, notify, show]);
  const writing = useRef<Promise<void> | null>(null);
  const keep = useCallback((): void => {
    writing.current ??= keepAll().finally(() => {
      writing.current = null;
    });
  }, [keepAll]);

  useEffect(() => {
    if (text === '' || text === stored.current) return undefined;
    setKeeping((was) => (was.state === 'notKept' ? was : { state: 'keeping' }));
    const timer = setTimeout(keep, KEEPS_AFTER_MS);
    return () => clearTimeout(timer);
  }, [text, keep]);

  // Who goes to another bench, or closes the page, leaves nothing behind that is not on its way.
  useEffect(() => {
    addEventListener('pagehide', keep);
    return () => {
      removeEventListener('pagehide', keep);
      keep();
    };
  }, [keep]);

  // Something else has changed the profile: the lines that say it follow. A step that was here before brings its text back.
  useEffect(() => {
    const was = said.current;
    if (was === null || (was === profile && saidStep.current === step)) return;
    // The same profile at the same step, come back from the storage: nothing has changed, and a line that is being written stays.
    const isSame = saidStep.current === step && sameData(was, profile);
    said.current = profile;
    saidStep.current = step;
    if (isSame) return;
    const before = textsOfSteps.get(id)?.get(step);
    const saidBefore = before === undefined ? undefined : profileIn(readText(before, boards), id);
    const next =
      before !== undefined && saidBefore && isSameDesign(saidBefore, profile)
        ? before
        : rewriteText(latest.current, flattened(profile), boards, flattened(was));
    rememberFor(id, step, next);
    if (next !== latest.current) show(next);
  }, [profile, id, step, boards, show]);

  // Reading a long text takes longer than a key press may; what is drawn of it may be a moment behind.
  const readable = useDeferredValue(text);
  const read = useMemo(
    () => (brought?.text === readable ? brought.said : readText(readable, boards)),
    [brought, readable, boards],
  );
  const problems = useMemo(() => {
    const found = [...read.problems, ...(read.problems.length === 0 ? misfits(read, profile) : [])];
    if (found.length === 0 && refused.text === text && refused.reason !== '')
      found.push({ line: 1, column: 1, length: 7, message: refused.reason });
    return found;
  }, [read, profile, refused, text]);

  const take = useCallback(
    (next: string, row: string): void => {
      const entry = useShelf.getState().entries.find((one) => one.profile.id === id);
      const current = entry?.profile;
      const meant = readText(next, boards);
      if (!entry || !current || meant.problems.length > 0 || misfits(meant, current).length > 0) return;
      const meantHere = profileIn(meant, id);
      if (!meantHere) return;
      // What it rests on is not said in its text.
      const { restsOn } = current;
      const to = restsOn === undefined ? meantHere : { ...meantHere, restsOn };
      // A comment, or a space, changes nothing of the profile, and is a step of its own all the same: undo takes it back.
      const change = editTowards(current, to);
      const last = entry.document.past.at(-1);
      if (!change && last?.row === row) {
        rememberFor(id, last.id, next);
        return;
      }
      const reason = edit(id, change ?? { edit: 'several', edits: [] }, change ? 'the text' : 'words of the text', row);
      if (reason !== undefined) {
        setRefused({ text: next, reason });
        return;
      }
      const after = useShelf.getState().entries.find((one) => one.profile.id === id);
      if (!after) return;
      said.current = after.profile;
      saidStep.current = after.document.past.at(-1)?.id ?? '';
      rememberFor(id, saidStep.current, next);
    },
    [id, boards, edit],
  );

  const waiting = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const type = useCallback(
    (next: string, row: string): void => {
      typed.current = true;
      textUnderWay(id, () => ({
        id,
        text: latest.current,
        of: markOf(presentOf(id).profile ?? profileAtFirst.current),
        known: stored.current,
      }));
      say(next);
      clearTimeout(waiting.current);
      if (next.length < LONG_TEXT) take(next, row);
      else waiting.current = setTimeout(() => take(next, row), LONG_TEXT_RESTS_MS);
    },
    [id, say, take],
  );

  const travel = useCallback(
    (direction: 'undo' | 'redo'): void => {
      const result = direction === 'undo' ? undo(id) : redo(id);
      if (result && 'refused' in result) notify(`Not changed: ${result.refused}`);
    },
    [id, undo, redo, notify],
  );

  const writeAnew = (): void => {
    const fresh = writeText(profile, board);
    show(fresh);
    take(fresh, `anew-${Date.now()}`);
  };

  return {
    text,
    attach,
    read,
    problems,
    keeping,
    isReady: keeping.state !== 'loading',
    type,
    travel,
    writeAnew,
  };
}
