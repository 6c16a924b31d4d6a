/** What somebody may have meant whose line says nothing that is known: the lines whose names are most like it, by letters and by words. */
import { wordOfCode } from '../../codes';
import { codesOfStroke, hostLayout, strokeOf, type HostLayoutId } from '../../hosts';
import { printChord, printLayer, printMacro, type NotationContext } from '../names';
import { OFFERS } from '../actionWords';
import { IDIOMS, LIKELIER_IDIOMS, SILENCE } from './idioms';
import { keyNames, namesOf } from './keyNames';
import { slips } from './spelling';

type Candidate = { name: string; line: string; words: readonly string[]; pairs: number };

/** The pairs of neighbouring letters of a text, each once. */
const pairsOf = (text: string): Set<string> => {
  const padded = ` ${text} `;
  return new Set(Array.from({ length: padded.length - 1 }, (_, n) => padded.slice(n, n + 2)));
};

/** Candidates, and for each pair of letters the places of those that have it. */
class Candidates {
  readonly all: Candidate[] = [];
  private readonly withPair = new Map<string, number[]>();

  add(name: string, line: string): void {
    const pairs = pairsOf(name);
    for (const pair of pairs) {
      const there = this.withPair.get(pair);
      if (there) there.push(this.all.length);
      else this.withPair.set(pair, [this.all.length]);
    }
    this.all.push({ name, line, words: name.split(' '), pairs: pairs.size });
  }

  /** The likest by letters alone: the share of pairs that are in both, from 0 to 1. */
  likest(said: string, most: number): { candidate: Candidate; letters: number }[] {
    const pairs = pairsOf(said);
    const both = new Uint8Array(this.all.length);
    for (const pair of pairs) for (const at of this.withPair.get(pair) ?? []) both[at] = (both[at] ?? 0) + 1;
    const found: { candidate: Candidate; letters: number }[] = [];
    let least = 0.2;
    for (let at = 0; at < both.length; at++) {
      const one = this.all[at] as Candidate;
      const letters = (2 * (both[at] ?? 0)) / (pairs.size + one.pairs);
      if (letters <= least) continue;
      found.push({ candidate: one, letters });
      if (found.length < 2 * most) continue;
      found.sort((x, y) => y.letters - x.letters).length = most;
      least = found.at(-1)?.letters ?? least;
    }
    return found.sort((x, y) => y.letters - x.letters).slice(0, most);
  }
}

/** The line of a name: a key's word, or a character, which stands for the keys that make it on one's own host. */
const lineOfName = (code: string): string => (code.length > 1 ? wordOfCode(code) : code);

/** A line that is a character, as the keys that make it on a host; `undefined` when none do. */
function onHost(line: string, host: HostLayoutId): string | undefined {
  if ([...line].length > 1) return line;
  const stroke = strokeOf(hostLayout(host), line);
  return stroke && printChord(codesOfStroke(stroke));
}

let known: Candidates | undefined;

/** Everything that has a name whatever the profile: made once, when the first line is not understood. */
function knownCandidates(): Candidates {
  if (known) return known;
  known = new Candidates();
  for (const [name, code] of keyNames())
    if (name.length > 2 && !/^(?:[lr] |(?:key|num|number|numeric)? ?pad |keypad|kp|on )| on /.test(name))
      known.add(name, lineOfName(code));
  for (const table of [LIKELIER_IDIOMS, IDIOMS, SILENCE])
    for (const [line, phrases] of Object.entries(table)) for (const name of namesOf(phrases)) known.add(name, line);
  for (const { line, meaning } of OFFERS) known.add(meaning.toLowerCase(), line);
  return known;
}

/** How many words of one are in the other, or nearly, as a share of both. */
const wordsInBoth = (words: readonly string[], others: readonly string[]): number =>
  (2 *
    words.filter((word) => others.some((other) => other === word || (word.length > 3 && slips(word, other, 1) <= 1)))
      .length) /
  (words.length + others.length);

/** One's own layers and macros by their names. */
function ownCandidates(context: NotationContext): Candidates {
  const own = new Candidates();
  for (const { id, name } of context.layers) own.add(name.toLowerCase(), `while ${printLayer(id, context)}`);
  for (const { id, name } of context.macros ?? []) own.add(name.toLowerCase(), `play ${printMacro(id, context)}`);
  return own;
}

/** The lines that name the layers and macros whose names are nearest to one. */
export const nearestOwn = (name: string, context: NotationContext, most = 3): string[] =>
  ownCandidates(context)
    .likest(name, most)
    .map(({ candidate }) => candidate.line);

/** The lines that are nearest to a phrase, one's own layers and macros among them; the nearest first. */
export function nearestTo(said: string, context: NotationContext, most = 3): string[] {
  const words = said.split(' ');
  const own = ownCandidates(context);
  const best = new Map<string, number>();
  for (const { candidate, letters } of [...own.likest(said, 20), ...knownCandidates().likest(said, 40)]) {
    const like = (letters + wordsInBoth(words, candidate.words)) / 2;
    if (like > (best.get(candidate.line) ?? 0.12)) best.set(candidate.line, like);
  }
  return [...best.entries()]
    .sort((a, b) => b[1] - a[1])
    .flatMap(([line]) => onHost(line, context.hostLayout ?? 'us') ?? [])
    .slice(0, most);
}
