/** Words: how long a phrase takes to be understood, what share of phrases is, and what texts cost to write, to read and to change. */
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../demo';
import { boardById } from '../src/core/board';
import { readText, rewriteText, understand, writeText } from '../src/core/notation';
import { PHRASES } from '../tests/phrases';
import { bindKeys, mustEdit, writeProfile } from '../src/core/profile';

const ROUNDS = 7;

/** The shortest of some runs, in ms. */
function best(run: () => unknown): number {
  let least = Infinity;
  for (let n = 0; n < ROUNDS; n++) {
    const start = performance.now();
    run();
    least = Math.min(least, performance.now() - start);
  }
  return least;
}

const say = (line: string): void => void process.stdout.write(`${line}\n`);

export function wordsBench(): void {
  const phrases = Object.values(PHRASES).flat();
  const nonsense = ['frobnicate', 'ctrl zorp', 'the quick brown fox jumps', 'euro sign please'];
  for (const [phrase] of phrases) understand(phrase, SHOW_DESK);
  const times = [...phrases.map(([phrase]) => phrase), ...nonsense]
    .map((phrase) => ({ phrase, ms: best(() => understand(phrase, SHOW_DESK)) }))
    .sort((a, b) => b.ms - a.ms);
  const sum = times.reduce((total, { ms }) => total + ms, 0);
  say(`${times.length} phrases, warm: ${(sum / times.length).toFixed(3)} ms each; the slowest:`);
  for (const { phrase, ms } of times.slice(0, 5)) say(`  ${ms.toFixed(2)} ms  ${phrase}`);
  for (const profile of [SHOW_DESK, PROMPT_BOOK, SOUND_PAD]) {
    const board = boardById(profile.board);
    const text = writeText(profile, board);
    const key = board?.keys[20]?.id ?? '';
    const changed = mustEdit(profile, bindKeys(profile, profile.layers[0]?.id ?? '', [key], { kind: 'none' }));
    say(
      `${profile.name}: ${text.split('\n').length - 1} lines, ${text.length} characters (${Math.round((100 * text.length) / writeProfile(profile).length)} % of its JSON); ` +
        `written ${best(() => writeText(profile, board)).toFixed(1)} ms, read ${best(() => readText(text)).toFixed(1)} ms, one key changed ${best(() => rewriteText(text, changed)).toFixed(1)} ms`,
    );
  }
}
