/**
 * A short score as one line of text, to be typed straight in:
 *
 *     +Ctrl 40 +D 60 -D 20 -Ctrl        what happens, with the time between in ms
 *     A:80 120 A:80                     a press of 80 ms is one word
 *     "Scene 3" every 5 ms  wheel up 2  a text with 5 ms between characters, two notches of the wheel
 *     button 1:80  +button 2            mouse buttons are keys like others; the number behind `button` is the button
 *     250  @100                         time at the end; `@` goes to a moment, for what is not in the order of time
 *
 * Words are those of the assign line. Times have up to three decimals, so that every microsecond can be said; where the line
 * ends, in time, the score ends.
 */
import { buttonOfCode, codeOfButton, codeOfWord, isCode, wordOfCode, type Code } from '../codes';
import { isWithin, LIMITS, type Score, type ScoreEvent } from '../profile';
import { quoted, Unreadable } from '../reading';
import { printText } from './names';

const WORD =
  /"(?:[^"\\]|\\.)*"?(?:\/\d+|\s+every\s+\d+(?:\.\d+)?\s*ms\b)?|[+-]?button\s+\d+(?::\S+)?|wheel\s+(?:up|down|left|right)(?:\s+\d+\b)?|\S+/gis;
const TEXT = /^"((?:[^"\\]|\\.)*)"(?:(?:\/|\s+every\s+)(\d{1,5})(?:\s*ms)?)?$/is;
const WHEEL = /^wheel\((-?\d{1,3}),(-?\d{1,3})\)$|^wheel\s+(up|down|left|right)(?:\s+(\d+))?$/i;
const ESCAPES: Readonly<Record<string, string>> = { n: '\n', t: '\t', r: '\r' };
const TURNS: Readonly<Record<string, readonly [dx: number, dy: number]>> = {
  up: [0, 1],
  down: [0, -1],
  left: [-1, 0],
  right: [1, 0],
};

function codeOf(word: string): Code | undefined {
  const button = /^button\s+(\d+)$/i.exec(word)?.[1];
  if (button !== undefined) return isWithin(LIMITS.button, Number(button)) ? codeOfButton(Number(button)) : undefined;
  return codeOfWord(word) ?? (isCode(word) ? word : undefined);
}

/** The score that a line says. @throws Unreadable with the column of the word that cannot be read */
export function parseScoreLine(line: string): Score {
  const events: ScoreEvent[] = [];
  let atUs = 0;
  for (const { 0: word, index } of line.matchAll(WORD)) {
    const fail = (reason: string): never => {
      throw new Unreadable(`Column ${index + 1}`, reason);
    };
    const pass = (ms: string, fromUs = atUs): void => {
      atUs = fromUs + Math.round(Number(ms) * 1000);
      if (atUs > LIMITS.scoreUs.most) fail('a score is an hour long at most');
    };
    const key = (name: string): Code => codeOf(name) ?? fail(`${quoted(name)} is not a key such as Esc, A or F13`);
    const text = TEXT.exec(word);
    const wheel = WHEEL.exec(word);
    const press = /^(.+):(\d+(?:\.\d{1,3})?)$/.exec(word);
    const moment = /^@(\d+(?:\.\d{1,3})?)$/.exec(word);
    if (/^\d+(?:\.\d{1,3})?$/.test(word)) {
      pass(word);
    } else if (moment) {
      pass(moment[1] ?? '', 0);
    } else if (text) {
      const said = (text[1] ?? '').replace(/\\(.)/gs, (_, letter: string) => ESCAPES[letter] ?? letter);
      if (said.length < 1 || said.length > LIMITS.textLength) fail(`a text has 1 to ${LIMITS.textLength} characters`);
      const gapMs = Number(text[2] ?? 0);
      if (gapMs > LIMITS.gapMs.most) fail(`characters come ${LIMITS.gapMs.most} ms apart at most`);
      events.push({ atUs, text: said, gapMs });
    } else if (wheel) {
      const [right, up] = TURNS[wheel[3]?.toLowerCase() ?? ''] ?? [Number(wheel[1]), Number(wheel[2])];
      const notches = Number(wheel[4] ?? 1);
      const [dx, dy] = [right * notches, up * notches];
      if (!isWithin(LIMITS.wheelNotches, dx) || !isWithin(LIMITS.wheelNotches, dy))
        fail(`the wheel turns ${LIMITS.wheelNotches.most} notches at most; the number behind it counts notches`);
      events.push({ atUs, wheel: { dx, dy } });
    } else if (word.length > 1 && (word.startsWith('+') || word.startsWith('-'))) {
      events.push({ atUs, edge: word.startsWith('+') ? 'down' : 'up', code: key(word.slice(1)) });
    } else if (press) {
      const code = key(press[1] ?? '');
      events.push({ atUs, edge: 'down', code });
      pass(press[2] ?? '');
      events.push({ atUs, edge: 'up', code });
    } else if (word.startsWith('"')) {
      fail('a text ends with a quote');
    } else {
      const meant = codeOf(word) === undefined ? '' : `; a press of 60 ms is ${word}:60`;
      fail(`${quoted(word)} is not +KEY, -KEY, KEY:MS, a time in ms, "text" or wheel up${meant}`);
    }
  }
  if (events.length > LIMITS.scoreEvents)
    throw new Unreadable(
      'The whole line',
      `a score has ${LIMITS.scoreEvents} events at most; this line has ${events.length}`,
    );
  return { lengthUs: atUs, events };
}

const ms = (us: number): string => String(us / 1000);

/** A key in a score: a mouse button by its words, every other key by its one word. */
export function wordOfScoreKey(code: Code): string {
  const button = buttonOfCode(code);
  return button === undefined ? wordOfCode(code) : `button ${button}`;
}

/** A turn of the wheel; its notches are always said, since a number behind a direction counts them. */
export function printTurn({ dx, dy }: { dx: number; dy: number }): string {
  const notches = Math.abs(dx + dy);
  const way = Object.entries(TURNS).find(([, [x, y]]) => x * notches === dx && y * notches === dy);
  return way && notches > 0 && (dx === 0 || dy === 0) ? `wheel ${way[0]} ${notches}` : `wheel(${dx},${dy})`;
}

/** A score as a line that `parseScoreLine` reads back without loss. */
export function printScoreLine(score: Score): string {
  const words: string[] = [];
  let atUs = 0;
  const goTo = (toUs: number): void => {
    if (toUs > atUs) words.push(ms(toUs - atUs));
    else if (toUs < atUs) words.push(`@${ms(toUs)}`);
    atUs = toUs;
  };
  for (const event of score.events) {
    goTo(event.atUs);
    if ('text' in event) words.push(`${printText(event.text)}${event.gapMs > 0 ? ` every ${event.gapMs} ms` : ''}`);
    else if ('wheel' in event) words.push(printTurn(event.wheel));
    else words.push(`${event.edge === 'down' ? '+' : '-'}${wordOfScoreKey(event.code)}`);
  }
  goTo(score.lengthUs);
  return words.join(' ');
}
