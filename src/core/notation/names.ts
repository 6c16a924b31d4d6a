/** What names in a line refer to, and how names, chords, times and texts are written in it. */
import { buttonOfCode, codeOfWord, wordOfCode } from '../codes';
import {
  codesOfStroke,
  hostLayout,
  levelsOf,
  signOfChord,
  strokeOf,
  titleOnHost,
  type HostLayoutData,
  type HostLayoutId,
} from '../hosts';
import { sameData, type Binding, type Layer, type Macro } from '../profile';
import { foreign } from '../reading';

/** What names in a line refer to. */
export type NotationContext = {
  layers: readonly Pick<Layer, 'id' | 'name'>[];
  macros?: readonly Pick<Macro, 'id' | 'name'>[];
  /** The host whose characters a line names and a cap shows; US when left out. */
  hostLayout?: HostLayoutId;
  /** What the key is now that a line is about. */
  now?: Binding;
  /** What is printed stands in a group in brackets. */
  isGrouped?: boolean;
};

type Named = { id: string; name: string };

/** A layer as it is written in a line: its name, in quotes when it needs them, or `#id` when the name is not its alone. */
export const printLayer = (id: string, { layers }: NotationContext): string => printName(id, layers);

/** A macro as it is written in a line, in the same way. */
export const printMacro = (id: string, { macros }: NotationContext): string => printName(id, macros ?? []);

/** A text in quotes. */
export const printText = (text: string): string =>
  `"${text.replace(/["\\]/g, '\\$&').replaceAll('\n', '\\n').replaceAll('\t', '\\t').replaceAll('\r', '\\r')}"`;

function printName(id: string, candidates: readonly Named[]): string {
  const named = candidates.find((candidate) => candidate.id === id);
  if (!named) return `#${id}`;
  const sameName = candidates.filter(({ name }) => name.toLowerCase() === named.name.toLowerCase());
  if (sameName.length > 1) return `#${id}`;
  const plain = !/[,&"#\\(){}[\]$]|--|\/\/|^keys\b/i.test(named.name) && named.name === named.name.trim();
  return plain ? named.name : `"${named.name.replace(/["\\]/g, '\\$&')}"`;
}

/** A key of a chord: a mouse button has words, every other key its one word. */
function wordInChord(code: string): string {
  const button = buttonOfCode(code);
  return button === undefined ? wordOfCode(code) : `button ${button}`;
}

/** Signs that mean something else in a line, or in a row of a text. */
const SIGN_OF_THE_LINE = /[,;:&"#\\(){}[\]$|+\-.=/'`×]/;

/** What a key alone makes on this host, where that is no word of another key: `é`, `ß`. */
function ownCharacter(host: HostLayoutData, codes: readonly string[]): string | undefined {
  const [only = '', second] = codes;
  const [made = ''] = second === undefined ? levelsOf(host, only) : [];
  return /^[^\0-\x7f]$/u.test(made) ? made : undefined;
}

/** A chord that is only a character of this host, as that character: `!`, `€`; `undefined` for other chords. */
export function printSign(codes: readonly string[], { hostLayout: id = 'us' }: NotationContext): string | undefined {
  const host = hostLayout(id);
  const sign = signOfChord(host, codes) ?? ownCharacter(host, codes);
  if (sign === undefined || SIGN_OF_THE_LINE.test(sign) || codeOfWord(sign) !== undefined) return undefined;
  const stroke = strokeOf(host, sign);
  return stroke && sameData(codesOfStroke(stroke), codes) ? sign : undefined;
}

/** A chord as it is written in a line, or `undefined` when it names one key twice. In a group in brackets the keys of brackets go by their codes. */
export const printChord = (
  codes: readonly string[],
  { isGrouped = false }: Pick<NotationContext, 'isGrouped'> = {},
): string | undefined =>
  new Set(codes).size === codes.length
    ? codes.map((code) => (isGrouped && code.startsWith('Bracket') ? code : wordInChord(code))).join('+')
    : undefined;

export const printTime = (ms: number): string => (ms >= 1000 ? `${ms / 1000} s` : `${ms} ms`);

/** A layer's name in a sentence. */
export const layerName = (id: string, { layers }: NotationContext): string =>
  foreign(layers.find((layer) => layer.id === id)?.name ?? `a layer “${foreign(id)}” that is gone`);

/** A macro's name in a sentence. */
export const macroName = (id: string, { macros }: NotationContext): string =>
  foreign(macros?.find((macro) => macro.id === id)?.name ?? `a macro “${foreign(id)}” that is gone`);

/** A chord in a sentence; a key that makes something else on this host than on a US one says so. */
export const chordTitle = (
  codes: readonly string[],
  { hostLayout: id = 'us' }: NotationContext = { layers: [] },
): string => codes.map((code) => titleOnHost(hostLayout(id), code)).join('+');
