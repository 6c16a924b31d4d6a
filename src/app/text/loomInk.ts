/** The colours of the text: what is a heading, a key, a name, a figure, a comment. They only draw; the reader of core decides. */
import { StringStream } from '@codemirror/language';
import { EditorState, RangeSetBuilder, type Extension } from '@codemirror/state';
import { Decoration, ViewPlugin, type DecorationSet, type EditorView } from '@codemirror/view';

const HEADS = /^(?:profile|base|role|depths|macro|layer|on|joint|joined|lamp|without|let)\b/;
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

export type Ink = 'heading' | 'name' | 'key' | 'word' | 'text' | 'figure' | 'value' | 'quiet' | 'comment';

/** The ink of the next stretch of a line, which the stream goes past; null for plain ink. */
function inkOf(stream: StringStream, state: State): Ink | null {
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
    return 'quiet';
  }
  if (stream.match(/^"(?:[^"\\]|\\.)*"?/)) return 'text';
  if (stream.match(/^\$[A-Za-z][\w-]*/)) return 'value';
  if (stream.match(/^#[0-9A-Fa-f]{6}\b/)) return 'quiet';
  if (!state.isHead && !state.isBehindColon && isApart && !state.isGrid) {
    if (stream.match(/^[^\s]*?:(?=\s|$)/)) {
      state.isBehindColon = true;
      return 'key';
    }
    if (state.colonAt > stream.pos && stream.match(/^\S+/)) return 'key';
  }
  if (isApart && stream.match(/^(?:\|(?=\s|$)|\.(?=\s|$|\)))/)) return 'quiet';
  if (state.isName && stream.match(/^[^\s,:"]+/)) return 'name';
  if (stream.match(/^[,:]/)) {
    state.isName = false;
    return null;
  }
  if (stream.match(/^\d+(?:\.\d+)?(?:\s?(?:ms|mm|s)\b)?/)) return 'figure';
  if (isApart && stream.match(WORDS)) return 'word';
  if (stream.match(/^[({][^)}]*[)}]/)) return 'quiet';
  if (stream.match(/^[\p{L}][\p{L}\p{N}_-]*/u)) return null;
  stream.next();
  return null;
}

type Stretch = { from: number; to: number; ink: Ink };

/** So much of a line is inked, in characters; so many lines are remembered. */
const MOST_INKED = 6000;
const MOST_LINES = 2000;
const known = new Map<string, readonly Stretch[]>();

/** A line says by itself how it is inked, so that only lines in sight are looked at. */
function stretchesOf(line: string): readonly Stretch[] {
  const before = known.get(line);
  if (before) return before;
  const stretches: Stretch[] = [];
  const stream = new StringStream(line.slice(0, MOST_INKED), 4, 2);
  const state: State = { isHead: false, isName: false, isBehindColon: false, colonAt: -1, isGrid: false };
  while (!stream.eol()) {
    stream.start = stream.pos;
    const ink = inkOf(stream, state);
    if (ink !== null) stretches.push({ from: stream.start, to: stream.pos, ink });
  }
  if (known.size >= MOST_LINES) known.clear();
  known.set(line, stretches);
  return stretches;
}

type Marks = ReadonlyMap<Ink, Decoration>;

function inked({ visibleRanges, state: { doc } }: EditorView, marks: Marks): DecorationSet {
  const builder = new RangeSetBuilder<Decoration>();
  let doneTo = -1;
  for (const { from, to } of visibleRanges)
    for (let at = Math.max(from, doneTo + 1); at <= to; at = doneTo + 1) {
      const line = doc.lineAt(at);
      for (const one of stretchesOf(line.text)) {
        const mark = marks.get(one.ink);
        if (mark && line.from + one.to >= from) builder.add(line.from + one.from, line.from + one.to, mark);
      }
      doneTo = line.to;
    }
  return builder.finish();
}

/** @param looks the class of each ink */
export function loomInk(looks: Readonly<Record<Ink, string>>): Extension {
  const marks: Marks = new Map(
    Object.entries(looks).map(([ink, look]) => [ink as Ink, Decoration.mark({ class: look })]),
  );
  return [
    ViewPlugin.define(
      (view) => ({
        drawn: inked(view, marks),
        update({ docChanged, viewportChanged, view: now }) {
          if (docChanged || viewportChanged) this.drawn = inked(now, marks);
        },
      }),
      { decorations: ({ drawn }) => drawn },
    ),
    EditorState.languageData.of(() => [{ commentTokens: { line: '//' } }]),
  ];
}
