/**
 * What a key can be, by kind: the words that people have for it, and a line to begin with. A stretch of a line that is to be
 * replaced is given by its place.
 */
import type { ActionKind, Binding } from '../profile';
import { actionsOf } from '../profile';

export type Kind = {
  title: string;
  about: string;
  /** A line to begin with, and what of it is one's own to say. */
  line: string;
  own: readonly [from: number, to: number];
  words: string;
  /** Only boards that measure depth have it. */
  needsDepth?: true;
};

/** A line with the stretch in angle brackets to be said by oneself. */
function begun(line: string): Pick<Kind, 'line' | 'own'> {
  const from = line.indexOf('‹');
  const to = line.indexOf('›');
  return { line: line.replace(/[‹›]/g, ''), own: [from, to - 1] };
}

const KINDS: readonly Kind[] = [
  {
    title: 'Two meanings: tapped and held',
    about: 'one thing at a short press, another while it is held',
    ...begun('tap ‹A›, hold Ctrl'),
    words: 'tap hold dual function both gesture long press modifier when held',
  },
  {
    title: 'A second meaning at a double tap',
    about: 'one thing at one press, another at two quick ones',
    ...begun('tap ‹A›, twice B'),
    words: 'double tap twice multi tap several taps three times triple',
  },
  {
    title: 'A text',
    about: 'types some words, and Enter when you like',
    ...begun('type "‹words›"'),
    words: 'text type write snippet phrase words string sentence email address greeting abbreviation',
  },
  {
    title: 'Repeats while held',
    about: 'presses keys again and again, every so often, until you let go',
    ...begun('repeat ‹Space› every 250 ms'),
    words:
      'repeat repeating again every rapid autofire fire over and over interval loop press repeatedly keep pressing',
  },
  {
    title: 'Two depths',
    about: 'one thing at a light press, another at a deep one',
    ...begun('down 1 mm to up 0.8 mm: ‹A›, down 3 mm to up 2.8 mm: Shift'),
    words: 'depth depths deep light pressure stroke plan travel half way bottom analog actuation two points',
    needsDepth: true,
  },
  {
    title: 'A shortcut',
    about: 'several keys held together',
    ...begun('‹Ctrl+Alt+Delete›'),
    words: 'chord combination hotkey shortcut keys together modifiers',
  },
  {
    title: 'A mouse button',
    about: 'left, right, middle and more',
    ...begun('button ‹1›'),
    words: 'mouse click button left right middle',
  },
  {
    title: 'The mouse wheel',
    about: 'up, down, left or right',
    ...begun('wheel ‹down›'),
    words: 'mouse scroll wheel scrolling',
  },
  {
    title: 'The pointer, while held',
    about: 'moves up, down, left or right, or the wheel goes on turning',
    ...begun('move ‹left›'),
    words: 'mouse pointer cursor move movement scroll turn continuous while held',
  },
  {
    title: 'A key held for a time',
    about: 'goes down, and up by itself',
    ...begun('hold ‹Right› for 1 s'),
    words: 'hold for seconds duration long press timed',
  },
];

/** The kinds that a key of a board can be. */
export const kindsOfKeys = (measuresDepth: boolean): readonly Kind[] =>
  KINDS.filter(({ needsDepth }) => measuresDepth || !needsDepth);

const ACTION_KIND_WORDS: Readonly<Record<ActionKind, string>> = {
  keys: '',
  layer: 'layer way leads to',
  macro: 'macro plays',
  text: 'text types writes',
  once: 'once next key only',
  latch: 'latch stays down lock',
  latchNext: 'latch stays down',
  capitals: 'capitals for one word',
  holdFor: 'held for a time timed',
  button: 'mouse button click',
  wheel: 'mouse wheel scroll',
  slot: 'slot profile switch',
  ask: 'computer host program start sound play ask',
  device: 'keyboard itself lamps device',
  move: 'mouse pointer cursor moves movement scroll turning while held',
  under: 'under modifier modifiers shift control ctrl alt case',
  many: 'several together',
};

/** What kind of thing a binding is, in words to be found by. */
export function kindWords(binding: Binding): string {
  const actions = actionsOf(binding).map(({ action }) => ACTION_KIND_WORDS[action.do]);
  const own = ((): string => {
    switch (binding.kind) {
      case 'none':
        return 'none nothing silent blocked';
      case 'pass':
        return 'pass';
      case 'act':
        return binding.action.do === 'keys' && binding.action.codes.length > 1 ? 'chord shortcut' : '';
      case 'stroke':
        return `stroke plan depth depths ${binding.spans.length > 1 ? 'two depths several depths' : ''}`;
      case 'gesture': {
        const [first] = binding.steps;
        return [
          'gesture',
          first?.tap && first.hold ? 'tap hold two meanings dual tapped held' : '',
          binding.steps.length > 1 ? 'double tap twice multi tap' : '',
          binding.timing ? 'own timing moments' : '',
        ].join(' ');
      }
    }
  })();
  return [own, ...new Set(actions)].join(' ');
}
