/** What an action or a macro sends, as a host would see it: characters typed, Enter, chords, in the order of time. */
import { isModifier, type Code } from '../codes';
import { hostLayout, levelsOf, type HostLayoutData } from '../hosts';
import { durationOf, partsOf } from '../macro';
import { partsOfUnder, type Action, type AskedFor, type Macro, type Profile, type ScoreEvent } from '../profile';

export type Piece =
  | { is: 'typed'; text: string; gapMs: number }
  | { is: 'enter' }
  /** Keys held together that make no character: modifiers first. */
  | { is: 'chord'; codes: readonly Code[] }
  /** The host is asked for something on its list. */
  | { is: 'asked'; what: AskedFor; name: string };

/** What one thing sends. `events` counts key events and characters, `lastsUs` is null when it goes on until it is stopped. */
export type Sent = { pieces: Piece[]; events: number; lastsUs: number | null };

const ENTER = new Set(['Enter', 'NumpadEnter']);
const SHIFTS = new Set(['ShiftLeft', 'ShiftRight']);

/** Texts that follow one another are one; a line end is Enter. */
class Pieces {
  readonly list: Piece[] = [];

  typed(text: string, gapMs: number): void {
    for (const [n, line] of text.split('\n').entries()) {
      if (n > 0) this.list.push({ is: 'enter' });
      if (line === '') continue;
      const last = this.list.at(-1);
      if (last?.is === 'typed') {
        last.text += line;
        last.gapMs = Math.min(last.gapMs, gapMs);
      } else this.list.push({ is: 'typed', text: line, gapMs });
    }
  }

  /** A key goes down while others are. */
  key(code: Code, held: readonly Code[], host: HostLayoutData, gapMs: number): void {
    const modifiers = held.filter(isModifier);
    const others = modifiers.filter((one) => !SHIFTS.has(one) && !(host.altGr && one === 'AltRight'));
    if (others.length > 0) this.list.push({ is: 'chord', codes: [...modifiers, code] });
    else if (ENTER.has(code)) this.list.push({ is: 'enter' });
    else {
      const level = (modifiers.some((one) => SHIFTS.has(one)) ? 1 : 0) + (modifiers.includes('AltRight') ? 2 : 0);
      const levels = levelsOf(host, code);
      const made = levels[level] ?? levels[0] ?? '';
      if ([...made].length === 1) this.typed(made, gapMs);
      else this.list.push({ is: 'chord', codes: [...modifiers, code] });
    }
  }
}

function addScore(pieces: Pieces, events: readonly ScoreEvent[], host: HostLayoutData): void {
  const held: Code[] = [];
  let isAlone = false;
  let lastUs = 0;
  for (const event of events.toSorted((a, b) => a.atUs - b.atUs)) {
    if ('text' in event) pieces.typed(event.text, event.gapMs);
    if (!('code' in event)) continue;
    const gapMs = (event.atUs - lastUs) / 1000;
    if (event.edge === 'down') {
      if (isModifier(event.code)) isAlone = true;
      else {
        pieces.key(event.code, held, host, gapMs);
        isAlone = false;
      }
      held.push(event.code);
      lastUs = event.atUs;
      continue;
    }
    // A modifier that goes down and up with nothing between is a key of its own: the Meta key opens a menu.
    if (isAlone && isModifier(event.code)) {
      pieces.list.push({ is: 'chord', codes: [...held] });
      isAlone = false;
    }
    const at = held.lastIndexOf(event.code);
    if (at >= 0) held.splice(at, 1);
  }
}

/** What a macro sends in one run, each part once. */
export function sentByMacro(macro: Macro, profile: Profile): Sent {
  const pieces = new Pieces();
  const host = hostLayout(profile.hostLayout);
  if (macro.asksFirst) pieces.list.push({ is: 'asked', ...macro.asksFirst });
  for (const { score } of partsOf(macro)) addScore(pieces, score.events, host);
  if (macro.asksLast) pieces.list.push({ is: 'asked', ...macro.asksLast });
  const { wholeUs, events } = durationOf(macro);
  return { pieces: pieces.list, events, lastsUs: wholeUs };
}

/** What an action sends from its beginning to its end. */
export function sentByAction(action: Action, profile: Profile): Sent {
  const pieces = new Pieces();
  const host = hostLayout(profile.hostLayout);
  let events = 0;
  let lastsUs: number | null = 0;
  const walk = (part: Action): void => {
    switch (part.do) {
      case 'keys':
      case 'holdFor':
      case 'latch': {
        events += part.codes.length;
        const held: Code[] = [];
        for (const code of part.codes) {
          if (!isModifier(code)) pieces.key(code, held, host, 0);
          held.push(code);
        }
        if (part.codes.every(isModifier)) pieces.list.push({ is: 'chord', codes: part.codes });
        break;
      }
      case 'text':
        events += [...part.text].length;
        pieces.typed(part.text, part.gapMs);
        break;
      case 'macro': {
        const macro = profile.macros.find(({ id }) => id === part.macro);
        if (!macro) break;
        const sent = sentByMacro(macro, profile);
        pieces.list.push(...sent.pieces);
        events += sent.events;
        lastsUs = sent.lastsUs === null || lastsUs === null ? null : lastsUs + sent.lastsUs;
        break;
      }
      case 'ask':
        pieces.list.push({ is: 'asked', what: part.what, name: part.name });
        break;
      // Whatever it is under, it could be.
      case 'under':
        partsOfUnder(part).forEach(walk);
        break;
      case 'many':
        part.actions.forEach(walk);
        break;
      default:
        break;
    }
  };
  walk(action);
  return { pieces: pieces.list, events, lastsUs };
}
