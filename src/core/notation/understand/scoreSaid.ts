/**
 * A short score as people say it: `press ctrl c, wait half a second, then enter`. What it makes is shown as a line of the score's own
 * words before it is taken; figures that are not said are the usual ones.
 */
import { isModifier, type Code } from '../../codes';
import { LIMITS, type Score, type ScoreEvent } from '../../profile';
import { Unreadable } from '../../reading';
import { parseScoreLine } from '../scoreLine';
import { keysSaid } from './keysSaid';
import { wordsOf } from './phrase';
import { textSaid } from './textSaid';
import { timeSaid } from './timeSaid';

/** How long a press lasts and how far apart keys follow, in ms, where nothing is said of it: about what a calm hand does. */
const PRESS_MS = 60;
const BETWEEN_MS = 60;
const CHORD_MS = 20;

class Taking {
  readonly events: ScoreEvent[] = [];
  atUs = 0;
  private isSpaced = true;

  wait(ms: number): void {
    this.atUs += ms * 1000;
    this.isSpaced = true;
  }

  /** Leaves the usual time behind what came before, when none was said. */
  private space(): void {
    if (!this.isSpaced) this.wait(BETWEEN_MS);
    this.isSpaced = false;
  }

  edge(edge: 'down' | 'up', codes: readonly Code[]): void {
    this.space();
    for (const code of codes) this.events.push({ atUs: this.atUs, edge, code });
  }

  press(codes: readonly Code[], ms = PRESS_MS): void {
    this.space();
    const held = codes.filter((code) => isModifier(code) && codes.length > 1);
    const keys = codes.filter((code) => !held.includes(code));
    for (const code of held) {
      this.events.push({ atUs: this.atUs, edge: 'down', code });
      this.atUs += CHORD_MS * 1000;
    }
    for (const code of keys) this.events.push({ atUs: this.atUs, edge: 'down', code });
    this.atUs += ms * 1000;
    for (const code of keys.toReversed()) this.events.push({ atUs: this.atUs, edge: 'up', code });
    for (const code of held.toReversed()) {
      this.atUs += CHORD_MS * 1000;
      this.events.push({ atUs: this.atUs, edge: 'up', code });
    }
  }

  text(text: string, gapMs: number): void {
    this.space();
    this.events.push({ atUs: this.atUs, text, gapMs });
  }
}

const timeOrMs = (said: string): number | undefined =>
  /^\d+(?:\.\d{1,3})?$/.test(said) ? Number(said) : timeSaid(said);

/** Takes one phrase; false when it means nothing in a score. */
function takePhrase(phrase: string, raw: string, taking: Taking): boolean {
  const waits = /^(?:wait|pause|delay|after|rest|sleep)?(?: for)? ?(.+)$/.exec(phrase)?.[1];
  const wait = waits === undefined ? undefined : timeOrMs(waits);
  if (wait !== undefined) {
    taking.wait(wait);
    return true;
  }
  const [text] = textSaid(raw);
  if (text?.do === 'text') {
    taking.text(text.text, text.gapMs);
    return true;
  }
  const [, said = '', time] =
    /^(?:press |tap |hit |hold |keep |press and hold )*(.+?)(?: down| pressed| held)?(?: for (.+))?$/.exec(phrase) ??
    [];
  const ms = time === undefined ? undefined : timeOrMs(time);
  if (time !== undefined && ms === undefined) return false;
  const down = /^(?:hold(?: down)?|press down|push down|keep down) (.+)$|^(?:keep )?(.+) (?:down|stays down)$/.exec(
    phrase,
  );
  const up = /^(?:release|let go(?: of)?|lift|up with) (.+)$/.exec(phrase)?.[1];
  const released = up === undefined ? undefined : keysSaid(up);
  if (released) {
    taking.edge('up', released.toReversed());
    return true;
  }
  const held = ms === undefined && down ? keysSaid(down[1] ?? down[2] ?? '') : undefined;
  if (held) {
    taking.edge('down', held);
    return true;
  }
  const codes = keysSaid(said);
  if (!codes) return false;
  taking.press(codes, ms);
  return true;
}

/** What a typed line means as a score: exact, or said in everyday words. @throws Unreadable when it means none */
export function scoreSaid(line: string): Score {
  try {
    return parseScoreLine(line);
  } catch (error) {
    if (!(error instanceof Unreadable) || line.length > 400) throw error;
    const taking = new Taking();
    const pieces = line
      .split(/\s*(?:[,;]|\bthen\b|\band then\b|\bfollowed by\b)\s*/i)
      .filter((piece) => piece.trim() !== '');
    const whole = pieces.every((piece) => takePhrase(wordsOf(piece).replace(/^and /, ''), piece, taking));
    const isShort = taking.events.length > 0 && taking.atUs <= LIMITS.scoreUs.most;
    if (pieces.length > 0 && whole && isShort) return { lengthUs: taking.atUs, events: taking.events };
    throw error;
  }
}
