/** Keys that are pressed again and again while a key is held: *repeat Space every 250 ms*. That takes a macro, which is made with the line. */
import { wordOfCode } from '../../codes';
import { hostLayout } from '../../hosts';
import type { Macro } from '../../profile';
import { printChord, printTime, type NotationContext } from '../names';
import { keysSaid } from './keysSaid';
import { wordsOf } from './phrase';
import { asTyped } from './chat';
import { timeSaid } from './timeSaid';
import { fit, template } from './templates';

/** A macro that is made with a line, but for the id that it will have. */
export type MacroMade = Omit<Macro, 'id'>;

const USUAL_MS = 100;
/** A press is no longer than this, and takes half of its turn at the most. */
const PRESS_MS = 30;
const LEAST_MS = 4;
const MOST_MS = 10_000;

const AGAIN = '(repeatedly|again and again|over and over|over and over again|in a loop|continuously|rapidly)';
const HELD =
  '[while held|while i hold it|as long as it is held|when held|while holding|while down|until released|until i let go|as long as i hold it|while key is held]';
const TEMPLATES = [
  `(repeat|repeats|repeating|keep pressing|keeps pressing|keep repeating|keep sending|press repeatedly|autofire) {keys} [${AGAIN}] (every|each|once every|once per) {time} ${HELD}`,
  `{keys} [${AGAIN}] every {time} ${HELD}`,
  `(press|send|hit|tap) {keys} [${AGAIN}] (every|each|once every) {time} ${HELD}`,
  `every {time} (press|send|repeat|tap|hit) {keys} ${HELD}`,
  `(rapid fire|rapidly fire|rapidly press|mash|spam|hammer|auto repeat|auto press) {keys} ${HELD}`,
  `while (held|i hold it|down) (press|send|repeat|tap) {keys} every {time}`,
  `(repeat|repeats|keep pressing|keeps pressing|keep repeating|keep sending|press repeatedly) {keys} [${AGAIN}] ${HELD}`,
  `{keys} ${AGAIN} ${HELD}`,
  `(press|send|hit|tap) {keys} ${AGAIN} ${HELD}`,
].map((phrase) =>
  template(phrase.replace(/\[([^[\]]*\([^()]*\)[^[\]]*)\]/g, (_, inner: string) => `[${inner.replace(/[()]/g, '')}]`)),
);

/** The macro that a line about repeating asks for; undefined when it asks for none. */
export function repeatSaid(line: string, { hostLayout: id = 'us' }: NotationContext): MacroMade | undefined {
  const host = hostLayout(id);
  for (const said of new Set([wordsOf(line), wordsOf(asTyped(line))]))
    for (const one of TEMPLATES) {
      const gaps = fit(one, said);
      if (!gaps) continue;
      const codes = keysSaid(gaps['keys'] ?? '', host);
      const everyMs = gaps['time'] === undefined ? USUAL_MS : timeSaid(gaps['time']);
      if (!codes || everyMs === undefined || everyMs < LEAST_MS || everyMs > MOST_MS) continue;
      const downUs = Math.min(PRESS_MS, Math.floor(everyMs / 2)) * 1000;
      return {
        name: `${printChord(codes) ?? wordOfCode(codes[0] ?? '')} every ${printTime(everyMs)}`,
        repeat: {
          lengthUs: everyMs * 1000,
          events: [
            ...codes.map((code) => ({ atUs: 0, edge: 'down' as const, code })),
            ...codes.toReversed().map((code) => ({ atUs: downUs, edge: 'up' as const, code })),
          ],
        },
        run: { kind: 'whileHeld' },
        gapMs: 0,
        stop: 'now',
        leavesHeld: false,
        liftModifiers: false,
      };
    }
  return undefined;
}
