/** The colours of the text: what is a heading, a key, a name, a figure, a comment. They only draw; the reader of core decides. */
import { HighlightStyle, StreamLanguage, syntaxHighlighting } from '@codemirror/language';
import { tags } from '@lezer/highlight';

const HEADS = /^(?:profile|base|role|depths|macro|layer|on|joint|joined|without|let)\b/;
const WORDS =
  /^(?:tap|hold|twice|times|nothing|while|flip|go|once|play|type|latch|capitals|button|wheel|slot|record|lamps|bootloader|pass|none|every|for|at|back|reversal|press|release|repeat|to|down|up|id|like|within|swap|with|board|host|icon|timing)\b/;

/**
 * `isName`: the name of a heading is being read, which ends at a comma or colon. `colonAt`: where the last colon behind a word lies, -1 for
 * none; a score's line has ten thousand words, so it is looked for once. `isGrid`: the line is a row of cells.
 */
type State = { isHead: boolean; isName: boolean; isBehindColon: boolean; colonAt: number; isGrid: boolean };

/** The place of the last colon that ends a word. */
function lastColon(line: string): number {
  for (let at = line.lastIndexOf(':'); at > 0; at = line.lastIndexOf(':', at - 1))
    if (/^(?:\s|$)/.test(line.slice(at + 1, at + 2)) && /\S/.test(line[at - 1] ?? '')) return at;
  return -1;
}

export const loomLanguage = StreamLanguage.define<State>({
  name: 'loom',
  startState: () => ({ isHead: false, isName: false, isBehindColon: false, colonAt: -1, isGrid: false }),
  token(stream, state) {
    if (stream.sol()) {
      state.isBehindColon = false;
      state.isName = false;
      state.colonAt = lastColon(stream.string);
      state.isGrid = stream.string.trimStart().startsWith('|');
      state.isHead = stream.match(HEADS, false) !== null;
      if (state.isHead) {
        stream.match(HEADS);
        state.isName = true;
        return 'heading';
      }
    }
    if (stream.eatSpace()) return null;
    const isApart = stream.pos === 0 || /\s/.test(stream.string[stream.pos - 1] ?? '');
    if (isApart && stream.match('//')) {
      stream.skipToEnd();
      return 'comment';
    }
    if (isApart && stream.match(/^--(?=\s|$)/)) {
      stream.match(/^(?:(?!\s\/\/).)*/);
      return 'docComment';
    }
    if (stream.match(/^"(?:[^"\\]|\\.)*"?/)) return 'string';
    if (stream.match(/^\$[A-Za-z][\w-]*/)) return 'variableName';
    if (stream.match(/^#[0-9A-Fa-f]{6}\b/)) return 'color';
    if (!state.isHead && !state.isBehindColon && isApart && !state.isGrid) {
      if (stream.match(/^[^\s]*?:(?=\s|$)/)) {
        state.isBehindColon = true;
        return 'propertyName';
      }
      if (state.colonAt > stream.pos && stream.match(/^\S+/)) return 'propertyName';
    }
    if (isApart && stream.match(/^(?:\|(?=\s|$)|\.(?=\s|$|\)))/)) return 'punctuation';
    if (state.isName && stream.match(/^[^\s,:"]+/)) return 'name';
    if (stream.match(/^[,:]/)) {
      state.isName = false;
      return null;
    }
    if (stream.match(/^\d+(?:\.\d+)?(?:\s?(?:ms|mm|s)\b)?/)) return 'number';
    if (isApart && stream.match(WORDS)) return 'keyword';
    if (stream.match(/^[({][^)}]*[)}]/)) return 'annotation';
    if (stream.match(/^[\p{L}][\p{L}\p{N}_-]*/u)) return null;
    stream.next();
    return null;
  },
  tokenTable: {
    heading: tags.heading,
    comment: tags.lineComment,
    docComment: tags.docComment,
    color: tags.color,
    annotation: tags.annotation,
    name: tags.className,
  },
  languageData: { commentTokens: { line: '//' } },
});

/** Ink and dyes; weight and slant say as much as colour does. */
export const loomColours = syntaxHighlighting(
  HighlightStyle.define([
    { tag: tags.heading, color: 'var(--indigo-text)', fontWeight: '700' },
    { tag: tags.className, fontWeight: '700' },
    { tag: tags.propertyName, color: 'var(--walnut-text)', fontWeight: '500' },
    { tag: tags.keyword, color: 'var(--verdigris-text)' },
    { tag: tags.string, color: 'var(--madder-text)' },
    { tag: tags.number, color: 'var(--indigo-text)' },
    { tag: tags.variableName, color: 'var(--orchil-text)', fontWeight: '500' },
    { tag: tags.color, color: 'var(--soft)' },
    { tag: tags.annotation, color: 'var(--soft)' },
    { tag: tags.punctuation, color: 'var(--soft)' },
    { tag: tags.docComment, color: 'var(--soft)' },
    { tag: tags.lineComment, color: 'var(--soft)', fontStyle: 'italic' },
  ]),
);
