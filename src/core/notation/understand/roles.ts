/**
 * When something happens, as people say it: *when tapped*, *on hold*, *double tap*. Data only. A role stands before its action
 * (`hold for Ctrl`) or behind it (`Ctrl when held`).
 */
import { once } from '../../profile';
import { edgeOf, template, type Template } from './templates';

/** Which press of a gesture, counted from 0, and whether it is tapped or held. */
export type Role = { step: number; is: 'tap' | 'hold' };

const LEADS =
  '[:|=|->|=>|→|for|to get|to send|to|gives|sends|does|is|it sends|it gives|it is|it does|as|means|makes|be|should be|will be|it should be|results in|do|should do|can be|becomes|it should send|is for|does a|gets|triggers|it should do|it should give|it should type|it should play|it should become|should give|should send|should type|will be|will do|get|yields|makes it|acts as|it acts as|will send|types|for a]';

const TIMES: readonly { step: number; once: string; tapped: string; nth: string }[] = [
  {
    step: 0,
    once: '[short|quick|single|one|1|simple|brief|normal|light]',
    tapped:
      '(tapped|pressed|pressed and released|pressed and let go|tapped once|pressed once|tapped briefly|pressed briefly|tapped quickly|briefly pressed|briefly tapped|quickly tapped|quickly pressed|shortly pressed|just tapped|short pressed|pressed short|pressed quickly|press it quickly|tap it quickly|hit it quickly|touch it|just touch it|touched|touched briefly|press it briefly|tap it briefly|hit it|hit it once|pressed shortly|clicked|clicked once|pressed by itself|hit alone|pressed alone|tapped alone|used alone|alone)',
    nth: '(first|1st)',
  },
  {
    step: 1,
    once: '(double|two|2|twice|2x|two quick)',
    tapped:
      '(double tapped|tapped twice|pressed twice|double pressed|tapped two times|pressed two times|tapped 2 times|pressed 2 times|tapped quickly twice|tapped twice quickly|twice tapped|twice pressed|double clicked|clicked twice|hit twice|hit it twice|press it two times|double hit|tapped double|tapped 2x|pressed 2x)',
    nth: '(second|2nd)',
  },
  {
    step: 2,
    once: '(triple|three|3|thrice|3x)',
    tapped:
      '(triple tapped|triple clicked|clicked three times|hit three times|tapped three times|pressed three times|triple pressed|tapped thrice|tapped 3 times|pressed 3 times|pressed thrice|tapped 3x)',
    nth: '(third|3rd)',
  },
  {
    step: 3,
    once: '(quadruple|four|4)',
    tapped: '(tapped four times|pressed four times|tapped 4 times|pressed 4 times)',
    nth: '(fourth|4th)',
  },
];

const TAP = '(tap|taps|press|presses|touch)';
const WHEN =
  '[when|if|whenever|when it is|if it is|when i|if i|when key is|once|when this is|when this key is|as soon as it is|when being|upon being|upon|after being|in case it is]';

/** An article is one of a role only behind a preposition: `a (hold for Ctrl)` is the key A. */
const PREPOSITIONS = 'on for upon by with as at after'
  .split(' ')
  .flatMap((word) => [word, `${word} a`, `${word} an`])
  .join('|');

const tapPhrases = ({ step, once, tapped, nth }: (typeof TIMES)[number]): string => `
  [${PREPOSITIONS}] ${once} ${TAP}
  ${WHEN} ${tapped}
  [${PREPOSITIONS}] ${nth} (tap|taps|press|presses|touch|one|time|go|hit)
  (on|at|for|with) ${nth}
  ${step === 0 ? '(short one|quick one|single one|on single|at single|for single|single|when single)' : step === 1 ? '(double one|on double|at double|for double|when double|two quick ones)' : step === 2 ? '(triple one|on triple|at triple|for triple|when triple)' : ''}
  [when|if] [i] (tap|press|touch) [it|this|key|this key] ${['once', '(twice|two times|2 times|double|2x)', '(three times|3 times|thrice)', '(four times|4 times)'][step] ?? ''}
  ${step === 0 ? '[if|when|when it is|if it is] (short|quick)' : ''}
  ${
    step === 0
      ? `(tap|tapped|tapping|tapping it|tapping it once|tapping once|pressing it|pressing it once|pressing once|on tap|once|press|on press|pressing|on tapping|when tapping|when i tap it|when i press it|when i tap|if i tap it|if i press it|if i tap|whenever i tap it|if tapped|short|by tapping|when you tap it|by itself|on its own|when pressed by itself|when released quickly|if released quickly|when tapped by itself|quick|quickly)`
      : step === 1
        ? '(twice|tapping it twice|pressing it twice|double|double tapping|double tap|tap tap|tapping twice|on double tapping|when double tapping|two times|2 times|if double tapped|pressing twice|double pressing|when i double tap it|when i double tap)'
        : step === 2
          ? '(thrice|triple|triple tapping|three times|3 times|tapping three times|when triple tapping)'
          : '(four times|4 times)'
  }
`;

const HOLD =
  '(hold|holds|held|holding|pressed down|long press|press long|pressed long|long pressed|hold down|held down|holding down|press and hold|pressed and held|kept down|keep down|kept pressed|long hold|long|keeping it down|pressing long|long tap|longpress|held long|hold it|held longer|pressed longer|pressing and holding|kept held|keep it down|keep it held|keep it pressed|keep holding|keep holding it|stays down|stays pressed|hold this down|hold it for longer|held for longer|hold long|held for long|pressed for long|long one|slow press|press slowly|pressed slowly|slow one|hold on to it|hold onto it|hold on|keep my finger on it|keep it pressed down|leave my finger on it|my finger is on it|my finger stays on it|finger is on it|finger stays on it|my finger rests on it|finger is down|my finger is down|don t let go|do not let go)';
/** Words that say that a key is held. */
export const HOLD_WORDS = new RegExp(
  `\\b(?:${HOLD}|(?:while|whilst|as long as)\\b[^,;]*\\b(?:pressed|down|pressing(?: it)?))\\b`,
);

const HOLD_0 = `
  (while|as long as|whilst) [it is|i am|key is|this is|this key is|i keep it|being] (pressed|pressing it|pressing|down|i press it)
  [on|for|upon|by|with|as|when|if|while|whenever|when it is|if it is|when it|if it|while it|as long as it|when i|if i|while i|when key is|while it is|once|when this is|as long as it is|as long as i|as long as|while being|after being|in case it is|when being|during|${PREPOSITIONS}] ${HOLD} [it|this|key|this key|down]
`;
/** A key that is used with others is held. */
const WITH_OTHERS = `
  [when|if|while] [it is] [used|pressed|held|down] [together|combined|in combination|along|in company] with (other keys|another key|another|others|any other key|some other key|other ones)
  [when|if|while] (another key is pressed|other keys are pressed|another key is down|i press another key|i press other keys|used with others) [meanwhile|too|as well|with it|at same time]
  [when|if] (combined|in combination|in company|not alone)
`;
const HOLD_N = (step: number): string => {
  const nth = ['', '(second|2nd)', '(third|3rd)'][step] ?? '';
  return step === 1
    ? `
  (twice hold|tap then hold|tap and hold|tap hold|tap , hold|double tap and hold|double tap hold|double tap then hold|double hold|on tap then hold|on tap and hold|tapped then held|tapped and held|when tapped then held|when tapped and held|when tapped and then held|if tapped then held|hold after tap|hold after a tap|held after a tap|when held after a tap|tap once then hold|double tapped and held|when double tapped and held|on double tap and hold|on double tap hold|tap and then hold|press twice and hold|tap twice and hold|when tapped twice and held|hold second time|tapping then holding|tapping and holding)
  [on|when|for|at] [a] ${nth} (hold|press held|held|press is held|tap held|press hold|press when held)
  [when] (hold|held|holding) [on|at|after|in] [a] ${nth} (press|tap|time)
`
    : `
  (${nth === '(third|3rd)' ? 'thrice hold|triple tap and hold|triple tap hold|3 times hold|three times hold' : 'x'})
  [on] ${nth} (hold|press held)
`;
};

const lines = (phrases: string): string[] =>
  phrases
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean);

const ALL: readonly (readonly [Role, string])[] = [
  ...[1, 2].flatMap((step) => lines(HOLD_N(step)).map((phrase) => [{ step, is: 'hold' }, phrase] as const)),
  ...[...TIMES]
    .reverse()
    .flatMap((times) => lines(tapPhrases(times)).map((phrase) => [{ step: times.step, is: 'tap' }, phrase] as const)),
  ...lines(WITH_OTHERS).map((phrase) => [{ step: 0, is: 'hold' }, phrase] as const),
  ...lines(HOLD_0).map((phrase) => [{ step: 0, is: 'hold' }, phrase] as const),
];

/** A role before its action, with whatever leads from one to the other; and behind its action. */
export const BEFORE: readonly { role: Role; template: Template }[] = [
  // `hold Ctrl down` is no arrow key.
  {
    role: { step: 0, is: 'hold' },
    template: template('(hold|press|push|press and hold) {what} (down|pressed|pressed down|held)'),
  },
  ...ALL.map(([role, phrase]) => ({
    role,
    template: template(`${phrase} [only] ${LEADS} {what}`),
  })),
];
export const BEHIND: readonly { role: Role; template: Template }[] = ALL.map(([role, phrase]) => ({
  role,
  template: template(`{what} [only] ${phrase}`),
}));

/** Words that can begin or end a role; where one stands, a part of a gesture can begin or end. */
export const OPENS = new Set(
  'tap tapped tapping hold held holding double triple twice thrice short long press pressed when if on whenever while second third first two three quick slow single by as kept upon together combined at not'.split(
    ' ',
  ),
);
export const CLOSES = new Set(
  'tap taps tapped hold held holding pressed press presses twice thrice times down it once alone briefly quickly long tapping 2x 3x itself keys first second third single double triple one clicked others combination go holds meanwhile'.split(
    ' ',
  ),
);

/** The words that a role can begin with, and end with; a part without one has no role on that side. */
const edges = (at: 0 | -1): ReadonlySet<string> =>
  new Set(ALL.flatMap(([, phrase]) => [...(edgeOf(phrase, at) ?? [])]));
export const starts = once(() => edges(0));
export const ends = once(() => edges(-1));

/** Words and signs that stand between parts. */
export const BETWEEN = new Set([
  ',',
  ';',
  '/',
  '|',
  'and',
  'but',
  'or',
  'otherwise',
  'else',
  'then',
  'also',
  'plus',
  '.',
  'with',
  'whereas',
]);
