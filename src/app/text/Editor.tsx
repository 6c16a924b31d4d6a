/** The editor of the text: CodeMirror with the format's colours, completion, and problems in the margin. What it holds is given from outside. */
import {
  autocompletion,
  type CompletionContext as EditorContext,
  type CompletionResult,
} from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap, redoDepth, undoDepth, redo, undo } from '@codemirror/commands';
import { lintGutter, lintKeymap, setDiagnostics, type Diagnostic } from '@codemirror/lint';
import {
  Annotation,
  EditorState,
  RangeSetBuilder,
  StateEffect,
  StateField,
  Transaction,
  type Extension,
} from '@codemirror/state';
import {
  Decoration,
  EditorView,
  highlightActiveLine,
  keymap,
  lineNumbers,
  type DecorationSet,
  type ViewUpdate,
} from '@codemirror/view';
import { nanoid } from 'nanoid';
import { useEffect, useRef, useState } from 'react';
import type { TextCompletion, TextProblem } from '../../core/notation';
import { afterPaint } from '../state/afterPaint';
import { STYLE_NONCE } from '../theme/styleNonce';
import { loomInk, type Ink } from './loomInk';
import './Editor.css';

/** Where the cursor is: line and column, counted from 1. */
export type Cursor = { line: number; column: number };

type EditorProps = {
  text: string;
  /** Told how a text from outside is put into the editor, and null when there is none any more. */
  attach: (put: ((text: string) => void) | null) => void;
  problems: readonly TextProblem[];
  /** Lines that speak of what is selected. */
  marked: readonly number[];
  /** Where the cursor goes when something else was selected; the same object is gone to once. */
  goTo: Cursor | undefined;
  onType: (text: string, row: string) => void;
  onCursor: (cursor: Cursor) => void;
  onTravel: (direction: 'undo' | 'redo') => void;
  onLeave: () => void;
  complete: (lineBeforeCursor: string, heading: string) => TextCompletion[];
};

/** Ink and dyes; weight and slant say as much as colour does. */
const LOOKS: Readonly<Record<Ink, string>> = {
  heading: 'loom-heading',
  name: 'loom-name',
  key: 'loom-key',
  word: 'loom-word',
  text: 'loom-text',
  figure: 'loom-figure',
  value: 'loom-value',
  quiet: 'loom-quiet',
  comment: 'loom-comment',
};
const ink = loomInk(LOOKS);

/** A change that comes from the profile, and is not typed. */
const fromOutside = Annotation.define<boolean>();
const setMarked = StateEffect.define<readonly number[]>();

const markedLines = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(lines, transaction) {
    for (const effect of transaction.effects)
      if (effect.is(setMarked)) {
        const builder = new RangeSetBuilder<Decoration>();
        for (const line of [...effect.value].sort((a, b) => a - b))
          if (line <= transaction.state.doc.lines) {
            const { from } = transaction.state.doc.line(line);
            builder.add(from, from, Decoration.line({ class: 'loom-marked' }));
          }
        return builder.finish();
      }
    return lines.map(transaction.changes);
  },
  provide: (field) => EditorView.decorations.from(field),
});

/** The word of the heading that a line belongs to. */
function headingOf(state: EditorState, line: number): string {
  for (let n = line; n >= 1; n--) {
    const word = /^[a-z]+/.exec(state.doc.line(n).text)?.[0];
    if (word !== undefined) return n === line ? '' : word;
  }
  return '';
}

/** The stretch in which two texts differ, so that what is the same keeps its cursor and its marks. */
function differing(before: string, after: string): { from: number; to: number; insert: string } {
  let from = 0;
  const most = Math.min(before.length, after.length);
  while (from < most && before[from] === after[from]) from++;
  let end = 0;
  while (end < most - from && before.at(-1 - end) === after.at(-1 - end)) end++;
  return { from, to: before.length - end, insert: after.slice(from, after.length - end) };
}

let isStyled = false;

/** Runs when the editor's style sheet is on the page; the first time, the whole page is styled anew for it. */
function whenStyled(work: () => void): void {
  afterPaint(() => {
    if (isStyled) work();
    else {
      const extensions = [EditorView.cspNonce.of(STYLE_NONCE), lineNumbers(), lintGutter(), ink];
      new EditorView({ doc: 'layer Base\n  A: tap X, hold Ctrl', extensions }).destroy();
      isStyled = true;
      afterPaint(work);
    }
  });
}

/** The editor's style sheet, and its program, are made ready while its text is still on its way. */
export const readyEditor = (): void => whenStyled(() => undefined);

export const Editor = (props: EditorProps) => {
  const { text, attach, problems, marked, goTo } = props;
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView | null>(null);
  const [isThere, setIsThere] = useState(false);
  const now = useRef(props);
  useEffect(() => {
    now.current = props;
  });

  useEffect(() => {
    // Steps of other visits have rows of other names.
    const visit = nanoid(6);
    let row = 0;
    let lastLine = 0;
    /** Undo is that of the profile; of a text that does not read, what was typed since is taken back first. */
    const travel = (direction: 'undo' | 'redo') => (target: EditorView) => {
      const isBroken = now.current.problems.length > 0;
      const depth = direction === 'undo' ? undoDepth(target.state) : redoDepth(target.state);
      if (isBroken && depth > 0) return (direction === 'undo' ? undo : redo)(target);
      now.current.onTravel(direction);
      return true;
    };
    const source = (context: EditorContext): CompletionResult | null => {
      const line = context.state.doc.lineAt(context.pos);
      const before = line.text.slice(0, context.pos - line.from);
      const offers = now.current.complete(before, headingOf(context.state, line.number));
      const [first] = offers;
      if (!first || (!context.explicit && !/\S$/.test(before))) return null;
      // A finished word needs nothing more: Enter goes on to the next line.
      if (!context.explicit && offers.some(({ from, insert }) => before.slice(from) === insert.trimEnd())) return null;
      return {
        from: line.from + first.from,
        options: offers.map(({ insert, meaning }) => ({ label: insert, detail: meaning })),
        filter: false,
      };
    };
    const listen = (update: ViewUpdate): void => {
      if (update.docChanged && !update.transactions.some((one) => one.annotation(fromOutside))) {
        const line = update.state.doc.lineAt(update.state.selection.main.head).number;
        // What is typed in one line is one step; another line begins another.
        if (line !== lastLine) row++;
        lastLine = line;
        now.current.onType(update.state.doc.toString(), `text-${visit}-${row}`);
      }
      if (update.selectionSet && !update.transactions.some((one) => one.annotation(fromOutside))) {
        const { head } = update.state.selection.main;
        const line = update.state.doc.lineAt(head);
        now.current.onCursor({ line: line.number, column: head - line.from + 1 });
      }
    };
    const extensions: Extension[] = [
      EditorView.cspNonce.of(STYLE_NONCE),
      lineNumbers(),
      lintGutter(),
      highlightActiveLine(),
      history(),
      ink,
      markedLines,
      autocompletion({ override: [source], icons: false, activateOnTyping: true }),
      EditorView.contentAttributes.of({ 'aria-label': 'The profile as a text', spellcheck: 'false', tabindex: '0' }),
      keymap.of([
        { key: 'Mod-z', run: travel('undo'), preventDefault: true },
        { key: 'Mod-y', run: travel('redo'), preventDefault: true },
        { key: 'Mod-Shift-z', run: travel('redo'), preventDefault: true },
        {
          key: 'Escape',
          run: () => {
            now.current.onLeave();
            return true;
          },
        },
        ...lintKeymap,
        ...defaultKeymap.filter(({ key }) => key !== 'Escape'),
        ...historyKeymap.filter(({ key }) => key === 'Mod-u'),
      ]),
      EditorView.updateListener.of(listen),
    ];
    const state = EditorState.create({ doc: now.current.text, extensions });
    // The first look at a text takes a while, and so does laying it out: each has a task of its own.
    whenStyled(() => {
      const parent = host.current;
      if (!parent) return;
      const made = new EditorView({ state, parent });
      view.current = made;
      attach((wanted) => {
        const before = made.state.doc.toString();
        if (before === wanted) return;
        made.dispatch({
          changes: differing(before, wanted),
          annotations: [fromOutside.of(true), Transaction.addToHistory.of(false)],
        });
      });
      afterPaint(() => setIsThere(true));
    });
    return () => {
      attach(null);
      view.current?.destroy();
      view.current = null;
    };
  }, [attach]);

  useEffect(() => {
    const target = view.current;
    if (!target) return;
    const { doc } = target.state;
    const diagnostics = problems.flatMap(({ line, column, length, message, fix }): Diagnostic[] => {
      if (line > doc.lines) return [];
      const { from, to } = doc.line(line);
      const start = Math.min(to, from + column - 1);
      const actions = fix && [
        {
          name: `Write ${fix.insert}`,
          apply: (on: EditorView) => {
            const at = Math.min(to, from + fix.column - 1);
            on.dispatch({ changes: { from: at, to: Math.min(to, at + fix.length), insert: fix.insert } });
          },
        },
      ];
      return [
        { from: start, to: Math.min(to, start + length), severity: 'error', message, ...(actions && { actions }) },
      ];
    });
    target.dispatch(setDiagnostics(target.state, diagnostics));
  }, [isThere, problems, text]);

  useEffect(() => {
    view.current?.dispatch({ effects: setMarked.of(marked) });
  }, [isThere, marked, text]);

  useEffect(() => {
    const target = view.current;
    if (!target || !goTo || goTo.line > target.state.doc.lines) return;
    const { from, to } = target.state.doc.line(goTo.line);
    target.dispatch({
      selection: { anchor: Math.min(to, from + goTo.column - 1) },
      effects: EditorView.scrollIntoView(from, { y: 'nearest', yMargin: 60 }),
      annotations: fromOutside.of(true),
    });
  }, [isThere, goTo]);

  return <div ref={host} className="loom-editor" />;
};
