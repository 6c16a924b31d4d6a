/**
 * The assign line: one binding is one short line of text.
 *
 *     line     = "pass" | "none" | gesture | plan | actions
 *     gesture  = part { "," part }
 *     part     = "tap" actions | "hold" actions | nth [ "hold" ] actions        (or "nothing" in place of the actions)
 *     nth      = "twice" | NUMBER "times"
 *     plan     = span { "," span }
 *     span     = crossing [ "to" crossing ] ":" actions                          (without "to": a mark)
 *     crossing = ( "down" | "up" ) NUMBER [ "mm" ]
 *     actions  = together { "," case }                                            (or "nothing" before the first case)
 *     case     = "under" MODIFIER { "+" MODIFIER } together
 *     together = part { "&" part }
 *     part     = action | case | "[" actions "]"
 *     action   = chord [ "for" NUMBER ( "s" | "ms" ) ] | ( "while" | "flip" | "go" | "once" ) LAYER
 *              | "latch" ( chord | "next" ) | "once" [ "keys" ] chord | "capitals"
 *              | "button" NUMBER | "wheel" DIRECTION [ NUMBER ]
 *              | ( "move" | "turn" ) WAY { WAY } [ "at" NUMBER ] [ "after" NUMBER "ms" ] [ "from" DEPTH "to" DEPTH ]
 *              | "type" TEXT [ "every" NUMBER "ms" ] | "play" MACRO
 *     chord    = ( KEY | "button" NUMBER ) { "+" ( KEY | "button" NUMBER ) }
 *
 * `hold Right for 1.5 s` alone is the action of holding a key for a time; in a gesture it is what the hold does.
 *
 * A TEXT stands in quotes; `\n` in it is Enter, `\t` Tab, `\"` a quote. A LAYER or MACRO is its name, in quotes when it holds a comma, an `&` or a quote, or `#id`. A KEY is a word of `codes/names`.
 */
import { codeOfButton, codeOfWord, isModifier } from '../codes';
import { codesOfStroke, hostLayout, strokeOf } from '../hosts';
import {
  hasUnder,
  LIMITS,
  UNDER_MODIFIERS,
  type Action,
  type Binding,
  type Crossing,
  type GestureStep,
  type LayerHow,
  type Range,
  type Span,
  type UnderCase,
  type UnderModifier,
} from '../profile';
import { foreign, quoted } from '../reading';
import type { ActionReader } from './actionRow';
import { ACTION_WORDS, readAction } from './actionWords';
import type { NotationContext } from './names';
import { LineProblem, listOf, Scanner, type LineError, type Piece } from './scanner';

type ParsedLine = { ok: true; binding: Binding } | { ok: false; error: LineError };

export const LAYER_WORDS: readonly LayerHow[] = ['while', 'flip', 'go', 'once'];
export const GESTURE_WORDS = ['tap', 'hold', 'twice'] as const;
const KEY = 'a key such as Esc, A or F13';

/** Reads an assign line. The error says where it went wrong and what could stand there. */
export function parseLine(line: string, context: NotationContext): ParsedLine {
  try {
    return { ok: true, binding: new LineParser(line, context).line() };
  } catch (problem) {
    if (problem instanceof LineProblem) return { ok: false, error: problem.detail };
    throw problem;
  }
}

class LineParser implements ActionReader {
  readonly scanner: Scanner;

  constructor(
    line: string,
    private readonly context: NotationContext,
  ) {
    this.scanner = new Scanner(line);
  }

  line(): Binding {
    const binding = this.binding();
    const rest = this.scanner.peek();
    if (rest.text !== '')
      this.scanner.fail(
        rest,
        binding.kind === 'act' ? ['+', '&'] : binding.kind === 'pass' || binding.kind === 'none' ? [] : [','],
      );
    return binding;
  }

  private binding(): Binding {
    const { scanner } = this;
    if (scanner.takeWord('pass')) return { kind: 'pass' };
    if (scanner.takeWord('none')) return { kind: 'none' };
    if (this.startsPart()) return this.gesture();
    if (/^(down|up)\s+[\d.]/i.test(scanner.rest())) return this.plan();
    const first = scanner.peek();
    if (first.text === '') scanner.fail(first, ['pass', 'none', ...GESTURE_WORDS, ...Object.keys(ACTION_WORDS), KEY]);
    return { kind: 'act', action: this.actions() };
  }

  private startsPart(): boolean {
    return (
      this.scanner.peekCount() !== undefined ||
      (GESTURE_WORDS as readonly string[]).includes(this.scanner.peek().text.toLowerCase())
    );
  }

  private gesture(): Binding {
    const steps: GestureStep[] = [];
    const said = new Set<string>();
    do {
      const start = this.scanner.peek();
      if (!this.startsPart()) this.scanner.fail(start, [...GESTURE_WORDS]);
      const step = this.nth(start);
      const hold = this.scanner.takeWord('hold');
      if (step === 0 && !hold && !this.scanner.takeWord('tap')) this.scanner.fail(this.scanner.peek(), ['tap', 'hold']);
      const what = hold ? 'hold' : 'tap';
      if (said.has(`${step} ${what}`))
        this.scanner.fail(start, [], `The ${what} of press ${step + 1} is there already.`);
      said.add(`${step} ${what}`);
      while (steps.length <= step) steps.push({});
      const does = this.actionsOrNothing();
      if (does) steps[step] = { ...steps[step], [what]: does };
    } while (this.scanner.takeWord(','));
    const hold = steps[0]?.hold;
    return said.size === 1 && hold?.do === 'holdFor' ? { kind: 'act', action: hold } : { kind: 'gesture', steps };
  }

  private plan(): Binding {
    const { scanner } = this;
    const spans: Span[] = [];
    do {
      const start = scanner.peek();
      if (spans.length === LIMITS.spans) scanner.fail(start, [], `A stroke plan has ${LIMITS.spans} parts at most.`);
      const from = this.crossing();
      const end = scanner.peek();
      const to = scanner.takeWord('to') ? this.crossing() : undefined;
      if (to && to.going === from.going && to.atUm === from.atUm)
        scanner.fail(end, [], 'It would end where it begins; without an end it is over at once.');
      if (!scanner.takeMatch(/:/y)) scanner.fail(scanner.peek(), to ? [':'] : ['to', ':']);
      spans.push({ from, ...(to && { to }), action: this.actions() });
    } while (scanner.takeWord(','));
    return { kind: 'stroke', spans };
  }

  /** A depth and the way it is passed: `down 0.6 mm`. */
  private crossing(): Crossing {
    const { scanner } = this;
    const going = scanner.takeMatch(/(down|up)\b/iy)?.[1]?.toLowerCase();
    if (!going) return scanner.fail(scanner.peek(), ['down', 'up']);
    return { going: going as Crossing['going'], atUm: this.depth() };
  }

  readonly depth = (): number => {
    const { scanner } = this;
    const piece = scanner.peek();
    const figure = scanner.takeMatch(/(\d+(?:\.\d{1,3})?)(?:\s*mm\b)?(?![\d.])/iy);
    if (!figure) return scanner.fail(piece, ['a depth such as 0.6 mm']);
    const atUm = Math.round(Number(figure[1]) * 1000);
    return atUm < LIMITS.depthUm.least || atUm > LIMITS.depthUm.most
      ? scanner.fail(
          piece,
          [],
          `A depth is ${LIMITS.depthUm.least / 1000} mm at the least and ${LIMITS.depthUm.most / 1000} at most.`,
        )
      : atUm;
  };

  /** Which press a part is about, counted from 0. */
  private nth(start: Piece): number {
    if (this.scanner.takeWord('twice')) return 1;
    const count = this.scanner.peekCount();
    if (count === undefined) return 0;
    if (count < 1 || count > LIMITS.steps)
      this.scanner.fail(start, [], `A key can be pressed 1 to ${LIMITS.steps} times, not ${count}.`);
    this.scanner.take();
    this.scanner.take();
    if (count === 1 && !['tap', 'hold'].includes(this.scanner.peek().text.toLowerCase()))
      this.scanner.fail(this.scanner.peek(), ['tap', 'hold']);
    return count - 1;
  }

  private actions(): Action {
    const { scanner } = this;
    const nothing = scanner.peek();
    return this.actionsOrNothing() ?? scanner.fail(nothing, [], 'Nothing stands here only before “, under”.');
  }

  /** What a key is, and what it is while modifiers are held; undefined when that is nothing. */
  private actionsOrNothing(): Action | undefined {
    const { scanner } = this;
    const start = scanner.peek();
    const isNothing = scanner.takeWord('nothing');
    const first = isNothing ? undefined : this.together();
    if (!this.comesUnder()) return first;
    const cases: UnderCase[] = first?.do === 'under' && !first.otherwise ? [...first.cases] : [];
    const otherwise = cases.length > 0 ? undefined : first;
    if (otherwise && hasUnder(otherwise)) this.noneWithin(start);
    while (this.comesUnder()) {
      scanner.take();
      const piece = scanner.peek();
      if (cases.length === LIMITS.underCases)
        scanner.fail(piece, [], `A key can be under ${LIMITS.underCases} different things at most.`);
      cases.push(this.underCase(() => this.together()));
    }
    return { do: 'under', cases, ...(otherwise && { otherwise }) };
  }

  private comesUnder(): boolean {
    return /^,\s*under\b/i.test(this.scanner.rest());
  }

  private noneWithin(piece: Piece): never {
    return this.scanner.fail(piece, [], 'No “under” stands within another.');
  }

  /** `under Shift Del`, and what it is there. */
  private underCase(read: () => Action): UnderCase {
    const { scanner } = this;
    scanner.takeWord('under');
    const held: UnderModifier[] = [];
    do {
      const piece = scanner.take();
      const code = codeOfWord(piece.text);
      const name = UNDER_MODIFIERS.find((modifier) => code === `${modifier}Left`);
      if (!name)
        return code && isModifier(code)
          ? scanner.fail(piece, [], 'Left and right are one here: Ctrl, Shift, Alt or Meta.')
          : scanner.fail(piece, ['Shift', 'Ctrl', 'Alt', 'Meta']);
      if (held.includes(name)) scanner.fail(piece, [], `${quoted(piece.text)} is named already.`);
      held.push(name);
    } while (scanner.takeWord('+'));
    const start = scanner.peek();
    const action = read();
    return hasUnder(action) ? this.noneWithin(start) : { held, action };
  }

  private together(): Action {
    const actions = [this.part()];
    while (this.scanner.takeWord('&')) {
      if (actions.length === LIMITS.actionsTogether)
        this.scanner.fail(this.scanner.peek(), [], `${LIMITS.actionsTogether} actions can be joined by & at most.`);
      actions.push(this.part());
    }
    const [only] = actions;
    return actions.length === 1 && only ? only : { do: 'many', actions };
  }

  private part(): Action {
    const { scanner } = this;
    if (scanner.peek().text.toLowerCase() === 'under')
      return { do: 'under', cases: [this.underCase(() => this.part())] };
    if (!scanner.opensGroup()) return readAction(this);
    const actions = this.actions();
    scanner.closesGroup();
    return actions;
  }

  readonly macro = (): string => this.named('macro', this.context.macros ?? []);

  readonly number = ({ least, most }: Range): number => {
    const piece = this.scanner.take();
    const value = /^\d{1,6}$/.test(piece.text) ? Number(piece.text) : NaN;
    return value >= least && value <= most
      ? value
      : this.scanner.fail(piece, [`a whole number from ${least} to ${most}`]);
  };

  /** A time such as `1.5 s` or `80 ms`, in ms. */
  readonly time = (): number => {
    const piece = this.scanner.take();
    const [, figure = '', glued = ''] =
      /^(\d+(?:\.\d+)?)(s|ms)?$/i.exec(piece.text) ?? this.scanner.fail(piece, ['a time such as 1.5 s']);
    const unit = glued === '' ? this.scanner.take() : { text: glued, column: piece.column };
    const factor = { s: 1000, ms: 1 }[unit.text.toLowerCase()] ?? this.scanner.fail(unit, ['s', 'ms']);
    const ms = Math.round(Number(figure) * factor);
    return ms >= LIMITS.holdForMs.least && ms <= LIMITS.holdForMs.most
      ? ms
      : this.scanner.fail(piece, [], `A key can be held for 1 ms to ${LIMITS.holdForMs.most / 1000} s.`);
  };

  readonly chord = (): string[] => {
    return this.chordFrom([]);
  };

  /** A chord of which some keys are read already: a `+` comes next, or a key when there are none. */
  readonly chordFrom = (first: readonly string[]): string[] => {
    const codes = [...first];
    if (codes.length > 0 && !this.scanner.takeWord('+')) return codes;
    do {
      const piece = this.scanner.peek();
      for (const code of this.key(piece)) {
        if (codes.includes(code)) this.scanner.fail(piece, [], `${quoted(piece.text)} is in this chord already.`);
        codes.push(code);
      }
      if (codes.length > LIMITS.chordKeys)
        this.scanner.fail(piece, [], `A chord holds ${LIMITS.chordKeys} keys at most.`);
    } while (this.scanner.takeWord('+'));
    return codes;
  };

  /** The codes of a key word; a character that needs Shift is Shift and its key. */
  private key(piece: Piece): string[] {
    if (piece.text === ',')
      this.scanner.fail(
        piece,
        [],
        'Before this comma a key is missing, or another word; the key itself is written Comma.',
      );
    if (this.scanner.takeWord('button')) return [codeOfButton(this.number(LIMITS.button))];
    this.scanner.take();
    const code = codeOfWord(piece.text);
    if (code) return [code];
    const character = piece.text.toLowerCase() === 'plus' ? '+' : piece.text;
    const stroke = /^\S$/u.test(character)
      ? strokeOf(hostLayout(this.context.hostLayout ?? 'us'), character)
      : undefined;
    if (stroke) return codesOfStroke(stroke);
    return this.scanner.fail(piece, [KEY, ...LAYER_WORDS.map((word) => `${word} LAYER`)]);
  }

  readonly layer = (): string => this.named('layer', this.context.layers);

  /** The id of the thing whose name comes next; what is not there is said, with what there is. */
  private named(what: 'layer' | 'macro', candidates: readonly { id: string; name: string }[]): string {
    const piece = this.scanner.peek();
    const found = this.namedOf(candidates);
    if (found !== undefined) return found;
    const name = { ...this.scanner.takeName(), column: piece.column };
    const names = candidates.map((one) => one.name);
    if (name.text === '') return this.scanner.fail(name, names.length > 0 ? names : [`the name of a ${what}`]);
    const others = names.length > 0 ? `; there ${names.length === 1 ? 'is' : 'are'} ${listOf(names)}` : '';
    return this.scanner.fail(name, names, `There is no ${what} “${foreign(name.text)}” in this profile${others}.`, {
      what,
      name: name.text,
    });
  }

  /** The layer whose name comes next, which is taken; undefined, with nothing taken, when there is none. */
  readonly namedLayer = (): string | undefined => {
    return this.namedOf(this.context.layers);
  };

  private namedOf(candidates: readonly { id: string; name: string }[]): string | undefined {
    const start = this.scanner.place();
    const piece = this.scanner.takeName();
    const wanted = piece.text.toLowerCase();
    const found =
      piece.quoted || !wanted.startsWith('#')
        ? candidates.find(({ name }) => name.toLowerCase() === wanted)
        : candidates.find(({ id }) => `#${id}` === piece.text);
    if (!found) this.scanner.goBackTo(start);
    return found?.id;
  }
}
