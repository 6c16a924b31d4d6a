/**
 * A chatty line without its chat: *could you make it escape please, but normally …* asks for no more than its short form. Tried when a
 * line means nothing as it stands; what is left is read like any other line, so chat alone never means anything.
 */
import { HOLD_WORDS } from './roles';

const THING = '(?:it|this|that|this one|this key|that key|key|this button|one|me)';
const OTHER =
  '(?:into|to|with|as|by|for|in to|become|be|being|to be|to become|act as|act like|acting as|behave as|work as)';

/** What keys do, where a sentence says that one does it. */
const DOES =
  'open close lock start play mute skip paste select delete save show stop pause toggle go jump scroll click type send'.split(
    ' ',
  );

/** What leads up to what is meant; each is left out where a clause begins, again and again. */
const LEADS_UP: readonly RegExp[] = [
  /^(?:let'?s|let us|ok(?:ay)?|so|well|hi|hello|hey|now|then|and|but|um+|hmm+|uh|er|oh|yes|great|how about|what about|maybe|perhaps|also|actually|basically|instead|please|kindly)[, ]+/i,
  new RegExp(
    `^(?:can|could|would|will|may|might|should|shall) ${THING} (?:please |just |also )?(?:be|become|send|do|act as|work as|give me|give|have)\\s+`,
    'i',
  ),
  /^(?:can|could|would|will|may|might) (?:you|i|we|it)(?: please| kindly| maybe)?(?: have| get| let| make it so that| just)?\s+/i,
  /^(?:i|we)(?: would|'d| do| will|'ll|'m| am)?(?: really| just| rather| also)?(?: want| wish| like| love| need| prefer| have| looking| thinking of| thinking about| thinking| trying| going| expect)(?: that)?(?: for)?(?: to have| to get| to be able to| to use| to see| to)?\s+/i,
  /^(?:set|map|remap|rebind|change) (?!it\b|this\b|that\b|me\b|layer\b|slot\b|profile\b)[^,;]{1,20}? to\s+/i,
  /^(?:what|all)(?: that)? (?:i|we|it)(?: would|'d)? (?:want|need|like|should do|should be|should send)(?: here)?(?: is|:)\s+/i,
  /^(?:should|must|shall)\s+(?=\S)/i,
  /^(?:every|each) (?:press|tap)(?: of (?:it|this|this key))?\s+/i,
  /^(?:a )?key (?:that|which) (?:is|becomes|sends|gives|does|has)\s+/i,
  /^(?:an? )?(?:second|another|extra|additional|one more|further)\s+(?=\S)/i,
  /^(?:use|take|choose|pick|select)\s+(?=\S)/i,
  /^(?:supposed|meant) to (?:be|send|do)\s+/i,
  new RegExp(`^${THING} (?=(?:${DOES.join('|')})\\b)`, 'i'),
  /^(?:produces?|outputs?|emits?|creates?)\s+/i,
  /^key (?:called|named)\s+/i,
  /^(?:could|can) do with\s+/i,
  /^(?:job|role|function|task|meaning|work) of\s+/i,
  /^(?:needs|has|ought|is supposed|is meant) to be\s+/i,
  /^same thing as\s+/i,
  /^(?:put|place) (?=\S)/i,
  /^(?:replace|swap|exchange|swap out|substitute|turn|change|convert|transform|make)(?: key)? (?!it\b|this\b|that\b|me\b)[^,;]{1,20}? (?:with|for|by|into)\s+/i,
  /^instead of [^,;]{1,20}?(?:,| (?=(?:i|we|make|give|send|use|put|let)\b))\s*/i,
  /^[^,;]{1,40}, so (?=(?:please|make|let|turn|give|put|set|use|have|i)\b)/i,
  /^(?:some |a |the )?way (?=back to|to|into)/i,
  new RegExp(`^${THING} is for\\s+`, 'i'),
  /^(?:add|adding) (?=\S)/i,
  /^(?:sign|symbol|character|mark) (?:for|of)\s+/i,
  new RegExp(
    `^(?:(?:turn|change|make|convert|transform|set|map|remap|bind|rebind|assign|reassign|define|replace|swap|use|put|let|have|want|switch|program|configure|get|leave|keep) )${THING}(?: here| there)? ${OTHER}\\s+`,
    'i',
  ),
  new RegExp(
    `^(?:turn|change|convert|map|remap|bind|rebind|assign|reassign|define|replace|swap|program|configure)(?: ${THING})?(?: ${OTHER})?\\s+`,
    'i',
  ),
  new RegExp(`^(?:make|let|have|get|set|use|want|give|put|keep|leave)(?: ${THING})(?: here| there)?\\s+`, 'i'),
  new RegExp(
    `^${THING}(?: (?:should|shall|must|ought to|has to|needs to|would|will|could|can|is|does|is supposed to|is meant to|is going to|may|might))(?: (?:be|become|also|just|only|always|simply|act as|act like|behave like|behave as|work as|work like|do|give me|give|send me))*\\s+`,
    'i',
  ),
  /^(?:to be|be|become|becomes|acts? as|acts? like|behaves? like|behaves? as|works? as|works? like|functions? as|serves? as|like(?= an? )|being|have|having|get|getting|give me|gives me|send me|show me|i get|i want|i have|you get|me)\s+/i,
  /^(?:always|simply|just|only|really|actually|probably|preferably|directly|some|my|your|own|same as)\s+(?=\S)/i,
  new RegExp(`^${THING} to (?:be |have |get |send |give me )?`, 'i'),
  /^(?:keyboard |key )?(?:shortcut|combination|keys|command) (?:for|to)\s+/i,
  /^(?:an? )?(?:ordinary|simple|normal|regular|plain vanilla|plain|standard|usual|common|proper|real)\s+(?=[a-z0-9])/i,
  /^(?:make|let|have) (?=holding|tapping|pressing|long|\S+ \S*er$|\S+ \S+ \S*er$)/i,
  /^turn (?=.*\b(?:on|off)\b)/i,
  new RegExp(
    `^${THING} (?:types?|sends?|gives?|makes?|works? as|acts? as|works? like|means)(?: me)?\\s+(?=\\S{1,12}(?: |$|,))`,
    'i',
  ),
  /^make it so(?: that)?(?: (?:it|this|this key))?\s+/i,
  /^(?:a )?key (?:that|which|to)\s+/i,
  /^(?:types?|inserts?) an? (?=\S+(?: (?:sign|mark|symbol|key))?$)/i,
  /^absolutely\s+/i,
  /^(?:key with|key that (?:has|says|sends|types|makes|gives)|both)\s+/i,
  /^an? (?=[a-z]{2}|[a-z0-9]$)/i,
];

/** What follows what is meant. */
const FOLLOWS =
  /(?:,? (?:please|button|thanks|thank you|instead|for me|here|cheers|if possible|if you can|if that is possible|somehow|or so|or something|with it|at same time|all together|together|all at once|simultaneously|at once|with this|with this key|with that|by this key|from this key|on this key|at this key|in its place|from now on please|after pressing (?:this|it|this key)|symbol|sign|character|would do|will do|is fine|is enough|(?:like|as) on (?:every |other |normal |ordinary )?keyboards?|would be nice|would be good|would be great|would be lovely|would be fine|to it|to this key|to this|to this one|to that key|nothing else|nothing fancy|nothing special|nothing more|that is all|by one|by one step|one step|by one notch))+$/;

/** Words inside of a clause that fill only, beside words that say when. */
const FILLS: readonly (readonly [RegExp, string])[] = [
  // `It is b. When held, …`: two sentences are two clauses.
  [/(?<=(?:^|\s)[\p{L}\p{N}]+)[.!](?= \p{L})/gu, ','],
  [
    /\b(?:i|we|you)(?: would| do)?(?: just| really)? (?:want|like|need|get|prefer|wish|have|expect)(?: (?:it|this|key|that))?(?: to (?:be|have|get|send|see|become|do|give me|act as|work as))?\b/g,
    '',
  ],
  [
    /\b(?:it|this|that|key|this key)(?: \w+)? (?:should|shall|must|ought to|has to|needs to|would|will)(?: (?:be|become|act as|act like|behave like|behave as|work as|send|do|give))?\b/g,
    '',
  ],
  [/\b(?:should|must|ought to|has to) (?:be|become|send|act as|do)\b/g, ''],
  [/\b(?:gives?|gets?|sends?|shows?) me\b/g, ''],
  [/\b(i|you|we) (?:just|only|simply|quickly|briefly)\b/g, '$1'],
  [/,? \bunless (?=\S)/g, ', when '],
  // `This one opens the calculator`: what a key does is what it is asked to do.
  [new RegExp(`\\b(${DOES.join('|')})e?s\\b`, 'g'), '$1'],
  [/\b(?:exactly|precisely|a bit|a little|slightly|somewhat|a tad)\b/g, ''],
  [/\b(?:in a row|in quick succession)\b/g, ''],
  [/\btill\b/g, 'until'],
  [
    /\b(?:that|which) (?:becomes?|turns? into|changes? to|changes? into|acts? as|works? as|is) (?=.*\b(?:held|hold|holding|down|twice)\b)/g,
    ', ',
  ],
  [/\bfollowing (?=key|letter|character|press)/g, 'next '],
  [/\bgoes to\b/g, 'go to'],
  [/\bshow me\b/g, 'show'],
  [/\b(?:whenever|every time|each time|anytime|any time|in case|in which case)\b/g, 'when'],
  [/\b(?:is still|stays) (?=\S)/g, ''],
];

/** Words before a thing that say which one, where there is only one. */
const DETERMINERS = /\b(?:an?|my|your|whole|entire|current|this|that|some)\s+(?=[a-z]{3,})/g;

/** What only leads to a clause of time behind what it is about. */
const BUT_WHEN = /\b(?:but|and)(?: only)? (?=(?:while|as long as|until)\b)/g;

/** What is meant when nothing else is said of when. */
const USUALLY =
  /\b(?:normally|usually|by default|ordinarily|as a rule|in general|generally|mostly|most of time|in other cases|in all other cases|rest of time|if not|under normal circumstances|as usual|typically|at a tap|at a touch)\b/g;

/** `a, otherwise b` behind a clause that says when: b is the tap. */
const OTHERWISE = /\b(?:otherwise|else)\b/g;

function clause(said: string): string {
  let rest = said.trim();
  for (let round = 0; round < 8; round++) {
    const shorter = LEADS_UP.reduce((text, lead) => text.replace(lead, ''), rest).trim();
    if (shorter === rest || shorter === '') break;
    rest = shorter;
  }
  return rest;
}

/** What a line asks for that begins with chat, its letters as they were typed: what is written is written so. */
export const asTyped = (line: string): string => clause(line.replace(/^\s*/, ''));

/** Shorter ways to say a chatty line, the one nearest to what was typed first; none when there is no chat in it. */
export function withoutChat(said: string): string[] {
  const plain = said.replace(FOLLOWS, '');
  const saysWhen = HOLD_WORDS.test(plain) || /\b(?:twice|double|triple|thrice|three times)\b/.test(plain);
  const tapped = (text: string, words: RegExp): string => text.replace(words, saysWhen ? ' when tapped ' : ' ');
  // `A, then B` is two presses.
  if (!saysWhen && /[, ]then\b/.test(plain) && !/\b(?:unless|when|if|while|back)\b/.test(plain)) return [];
  const filled = FILLS.reduce((text, [pattern, by]) => text.replace(pattern, by), plain);
  const usual = tapped(filled, USUALLY);
  const spaced = (text: string): string =>
    text
      .replace(/\s+/g, ' ')
      .replace(/\s+(?=[,;])/g, '')
      .replace(/^[,;\s]+|[,;\s]+$/g, '');
  const clauses = (text: string): string =>
    spaced(
      text
        .split(/([,;]| but | and |(?<=,) or )/)
        .map((part, n) => (n % 2 === 0 ? clause(part) : part))
        .join(' '),
    );
  const ways = [clause(plain), clause(spaced(usual)), clauses(usual), clauses(tapped(usual, OTHERWISE))];
  ways.push(...ways.map((way) => way.replace(DETERMINERS, '').replace(BUT_WHEN, '')));
  ways.push(...ways.map((way) => spaced(way.replace(/[,()]|:(?= )/g, ' '))));
  return [...new Set(ways)].filter((way) => way !== '' && way !== said);
}
