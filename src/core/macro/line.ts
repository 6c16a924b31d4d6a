/**
 * A short score as one line of text, to be typed straight in:
 *
 *     +Ctrl 40 +D 60 -D 20 -Ctrl        what happens, with the time between in ms
 *     A:80 120 A:80                     a press of 80 ms is one word
 *     "Scene 3"/5  wheel(0,1)  250      a text with 5 ms between characters, a notch of the wheel, and time at the end
 *
 * Times have up to three decimals, so that every microsecond can be said; the sum of all times is the score's length.
 */
import { codeOfWord, isCode, wordOfCode, type Code } from '../codes';
import { isWithin, LIMITS, type Score, type ScoreEvent } from '../profile';
import { quoted, Unreadable } from '../reading';

const WORD = /"(?:[^"\\]|\\.)*"?(?:\/\d+)?|\S+/g;
const ESCAPES: Readonly<Record<string, string>> = { n: '\n', t: '\t' };

const codeOf = (word: string): Code | undefined => codeOfWord(word) ?? (isCode(word) ? word : undefined);

/** The score that a line says. @throws Unreadable with the column of the word that cannot be read */
export function parseScoreLine(line: string): Score {
  const events: ScoreEvent[] = [];
  let atUs = 0;
  for (const { 0: word, index } of line.matchAll(WORD)) {
    const fail = (reason: string): never => {
      throw new Unreadable(`Column ${index + 1}`, reason);
    };
    const pass = (ms: string): void => {
      atUs += Math.round(Number(ms) * 1000);
      if (atUs > LIMITS.scoreUs.most) fail('a score is an hour long at most');
    };
    const key = (name: string): Code => codeOf(name) ?? fail(`${quoted(name)} is not a key such as Esc, A or F13`);
    const text = /^"((?:[^"\\]|\\.)*)"(?:\/(\d{1,5}))?$/.exec(word);
    const wheel = /^wheel\((-?\d{1,3}),(-?\d{1,3})\)$/.exec(word);
    const press = /^(.+):(\d+(?:\.\d{1,3})?)$/.exec(word);
    if (/^\d+(?:\.\d{1,3})?$/.test(word)) {
      pass(word);
    } else if (text) {
      const said = (text[1] ?? '').replace(/\\(.)/g, (_, letter: string) => ESCAPES[letter] ?? letter);
      if (said.length < 1 || said.length > LIMITS.textLength) fail(`a text has 1 to ${LIMITS.textLength} characters`);
      const gapMs = Number(text[2] ?? 0);
      if (gapMs > LIMITS.gapMs.most) fail(`characters come ${LIMITS.gapMs.most} ms apart at most`);
      events.push({ atUs, text: said, gapMs });
    } else if (wheel) {
      const [dx, dy] = [Number(wheel[1]), Number(wheel[2])];
      if (!isWithin(LIMITS.wheelNotches, dx) || !isWithin(LIMITS.wheelNotches, dy))
        fail(`the wheel turns ${LIMITS.wheelNotches.most} notches at most`);
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
      fail(`${quoted(word)} is not +KEY, -KEY, KEY:MS, a time in ms, "text" or wheel(x,y)`);
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

/** A score as a line that `parseScoreLine` reads back without loss. */
export function printScoreLine(score: Score): string {
  const words: string[] = [];
  let atUs = 0;
  for (const event of score.events.toSorted((a, b) => a.atUs - b.atUs)) {
    if (event.atUs > atUs) words.push(ms(event.atUs - atUs));
    atUs = Math.max(atUs, event.atUs);
    if ('text' in event) {
      const escaped = event.text.replace(/["\\]/g, '\\$&').replaceAll('\n', '\\n').replaceAll('\t', '\\t');
      words.push(`"${escaped}"${event.gapMs > 0 ? `/${event.gapMs}` : ''}`);
    } else if ('wheel' in event) {
      words.push(`wheel(${event.wheel.dx},${event.wheel.dy})`);
    } else {
      words.push(`${event.edge === 'down' ? '+' : '-'}${wordOfCode(event.code)}`);
    }
  }
  if (score.lengthUs > atUs) words.push(ms(score.lengthUs - atUs));
  return words.join(' ');
}
