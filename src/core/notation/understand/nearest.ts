/** What somebody may have meant whose line says nothing that is known: the lines whose names are most like it, by letters and by words. */
import { HOST_LAYOUTS, strokeOfCharacter, wordOfCode } from '../../codes';
import { printLayer, printMacro, type NotationContext } from '../names';
import { OFFERS } from '../actionWords';
import { IDIOMS, LIKELIER_IDIOMS, SILENCE } from './idioms';
import { KEY_NAMES, namesOf } from './keyNames';
import { slips } from './spelling';

type Candidate = { name: string; line: string; pairs: ReadonlySet<string>; words: readonly string[] };

const pairsOf = (text: string): Set<string> => {
  const padded = ` ${text} `;
  return new Set(Array.from({ length: padded.length - 1 }, (_, n) => padded.slice(n, n + 2)));
};

const candidate = (name: string, line: string): Candidate => ({
  name,
  line,
  pairs: pairsOf(name),
  words: name.split(' '),
});

function lineOfName(code: string): string {
  if (code.length > 1) return wordOfCode(code);
  const stroke = strokeOfCharacter(HOST_LAYOUTS.us, code);
  return stroke ? `${stroke.shift ? 'Shift+' : ''}${wordOfCode(stroke.code)}` : code;
}

let known: readonly Candidate[] | undefined;

/** Everything that has a name whatever the profile: made once, when the first line is not understood. */
function knownCandidates(): readonly Candidate[] {
  known ??= [
    ...[...KEY_NAMES].filter(([name]) => name.length > 2).map(([name, code]) => candidate(name, lineOfName(code))),
    ...[LIKELIER_IDIOMS, IDIOMS, SILENCE].flatMap((table) =>
      Object.entries(table).flatMap(([line, phrases]) => namesOf(phrases).map((name) => candidate(name, line))),
    ),
    ...OFFERS.map(({ line, meaning }) => candidate(meaning.toLowerCase(), line)),
  ];
  return known;
}

/** How like two phrases are, from 0 to 1: half by pairs of letters, half by words that are the same, or nearly. */
function likeness(
  pairs: ReadonlySet<string>,
  words: readonly string[],
  { pairs: others, words: theirs }: Candidate,
): number {
  let both = 0;
  for (const pair of pairs) if (others.has(pair)) both++;
  const letters = (2 * both) / (pairs.size + others.size);
  if (letters < 0.25) return letters;
  const same = words.filter((word) =>
    theirs.some((other) => other === word || (word.length > 3 && slips(word, other, 1) <= 1)),
  );
  return (letters + (2 * same.length) / (words.length + theirs.length)) / 2;
}

/** The lines that are nearest to a phrase, one's own layers and macros among them; the nearest first. */
export function nearestTo(said: string, context: NotationContext, most = 3): string[] {
  const pairs = pairsOf(said);
  const words = said.split(' ');
  const own = [
    ...context.layers.map((layer) => candidate(layer.name.toLowerCase(), `while ${printLayer(layer.id, context)}`)),
    ...(context.macros ?? []).map((macro) =>
      candidate(macro.name.toLowerCase(), `play ${printMacro(macro.id, context)}`),
    ),
  ];
  const best = new Map<string, number>();
  for (const one of [...own, ...knownCandidates()]) {
    const like = likeness(pairs, words, one);
    if (like > (best.get(one.line) ?? 0.12)) best.set(one.line, like);
  }
  return [...best.entries()]
    .sort((a, b) => b[1] - a[1])
    .slice(0, most)
    .map(([line]) => line);
}
