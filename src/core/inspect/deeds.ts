/**
 * What a foreign profile could type or do by itself, riskiest first, in plain words. The rules, and what each of them does not mean, stand in docs/inspecting.md; none
 * of them proves anything. A key that sends one key is no deed: that is what keys are for.
 */
import { isCode, isModifier, titleOfCode } from '../codes';
import { leftDownBy, sayTime } from '../macro';
import { chordTitle } from '../notation';
import { actionsOf, type Action, type Profile } from '../profile';
import { foreign, say, shortened, type Said } from '../reading';
import { systemChord } from './openers';
import { sentByAction, sentByMacro, type Piece, type Sent } from './pieces';

/** `twice`: look twice, this is how harm is done. `look`: not what people expect of a key. `plain`: what it types or plays, to be read. */
export type Weight = 'twice' | 'look' | 'plain';
export type Kind = 'text' | 'macro' | 'chord' | 'device' | 'ask';

export const RULES = {
  commandBox: 'opens a place for commands, types into it, and presses Enter',
  command: 'types what a terminal would run, and presses Enter',
  fast: 'types a long text faster than anybody could stop it',
  byItself: 'plays on without a finger on the key',
  endless: 'does not end by itself for a long time',
  system: 'does something to the whole computer',
  device: 'does something to the keyboard itself',
  asks: 'asks the computer for something on its list',
  onTyping: 'is on a key that one types with, and does more than it',
} as const;
export type Rule = keyof typeof RULES;

/** Where a profile does something: on a key of a layer, at which press of it, or on keys together. */
export type Site =
  | { on: 'key'; layer: string; key: string; press?: { part: 'tap' | 'hold'; times: number } }
  | { on: 'joint'; joint: string };

/** One thing that a profile does, and everywhere it does it; nowhere when no key plays the macro. `where` and `said` are sentences for people, and for nobody else. */
export type Deed = {
  weight: Weight;
  kind: Kind;
  rules: readonly Rule[];
  sites: readonly Site[];
  macro?: string;
  where: Said;
  said: Said;
};

/** So many characters are a long text, when the gap between them is shorter than this. */
const LONG_TEXT = 200;
const FAST_MS = 5;
/** A macro that plays longer than that by itself does not end for a long time. */
const LONG_US = 60_000_000;
/** So few characters behind an opener are no command. */
const FEWEST = 2;

/** What terminals, run boxes and consoles are made to do by those who mean harm; each needs what makes it a command and not a word. */
const COMMANDS =
  /(^|[\s;&|"'(/\\])(powershell|pwsh|cmd)(\.exe)?(\s+[-/]|\s*$)|(^|[\s;&|(])(sudo|doas)\s+\S|\b(curl|wget)\s+(-|['"]?(https?|ftp):)|\|\s*(ba|z|da|k)?sh\b|\b(ba|z)?sh\s+-c\b|\brm\s+-[a-z]*[rf]|\bdel\s+\/|\bformat\s+[a-z]:|\b(mshta|certutil|bitsadmin|regsvr32|rundll32|osascript|schtasks)\b(\.exe)?\s+\S|\breg\s+add\b|\b(iex|invoke-\w+)\b|\b(python3?|perl|ruby|node|php)\s+-[cer]\b|\bnc\s+-|\bssh\s+\S+@|\bchmod\s+[+0-7]|\bbase64\s+-|\bfetch\(|\beval\(|^\s*(https?|ftp|file|javascript|data):|\bjavascript:/i;

const ENDS_TYPING = /^(Key[A-Z]|Digit\d|Space|Enter|Backspace|Comma|Period|Quote|Semicolon|Slash|Minus)$/;

const keyTitle = (key: string): string => {
  const title = isCode(key) ? titleOfCode(key) : key;
  return title.charAt(0).toUpperCase() + title.slice(1);
};

function sayPieces(pieces: readonly Piece[], profile: Profile): string {
  const parts = pieces.map((piece): string => {
    switch (piece.is) {
      case 'enter':
        return 'presses Enter';
      case 'typed': {
        const length = [...piece.text].length;
        return length > 40
          ? `types ${length} characters, “${shortened(foreign(piece.text), 40)}”`
          : `types “${foreign(piece.text)}”`;
      }
      case 'asked':
        return `asks the computer ${piece.what === 'program' ? 'to start' : 'for the sound'} “${foreign(piece.name)}”, which it does if that is on its list`;
      case 'chord':
        return systemChord(piece.codes)?.opens ?? `presses ${chordTitle(piece.codes, profile)}`;
    }
  });
  const most = 6;
  const shown = parts.length > most ? [...parts.slice(0, most), `and ${parts.length - most} things more`] : parts;
  return shown.join(', ');
}

/** Which rules something that is sent meets. */
function rulesOf(
  { pieces, lastsUs }: Sent,
  isMacro: boolean,
  run: 'times' | 'whileHeld' | 'untilPressedAgain',
): Rule[] {
  const rules: Rule[] = [];
  let opened = false;
  let typedSince = 0;
  let line = '';
  for (const piece of pieces) {
    if (piece.is === 'chord') {
      const system = systemChord(piece.codes);
      if (system) rules.push('system');
      if (system?.takesCommands) {
        opened = true;
        typedSince = 0;
      }
    } else if (piece.is === 'typed') {
      typedSince += piece.text.length;
      line += piece.text;
      if (piece.text.length >= LONG_TEXT && piece.gapMs < FAST_MS) rules.push('fast');
    } else if (piece.is === 'asked') {
      rules.push('asks');
    } else {
      if (opened && typedSince >= FEWEST) rules.push('commandBox');
      if (COMMANDS.test(line)) rules.push('command');
      line = '';
    }
  }
  // Sounds and cues that go on are what such macros are for; what goes on typing is not.
  const types = pieces.some(
    (piece) =>
      piece.is === 'typed' || piece.is === 'enter' || (piece.is === 'chord' && systemChord(piece.codes) !== undefined),
  );
  if (isMacro && types && run === 'untilPressedAgain') rules.push('byItself');
  if (isMacro && run === 'times' && lastsUs !== null && lastsUs > LONG_US) rules.push('endless');
  return [...new Set(rules)];
}

const TWICE: readonly Rule[] = ['commandBox', 'command'];
const LOOK: readonly Rule[] = ['fast', 'byItself', 'endless', 'device', 'onTyping'];

const weightOf = (rules: readonly Rule[]): Weight =>
  rules.some((rule) => TWICE.includes(rule)) ? 'twice' : rules.some((rule) => LOOK.includes(rule)) ? 'look' : 'plain';

/** Whether a mere press of the key does it: not behind a hold, or another tap. */
const isMere = (site: Site): boolean =>
  site.on === 'joint' || site.press === undefined || (site.press.part === 'tap' && site.press.times === 1);

function sayPress(press: { part: 'tap' | 'hold'; times: number }): string {
  const times = press.times === 1 ? '' : ` ${press.times} times`;
  return `, ${press.part === 'tap' ? 'tapped' : 'held'}${times}`;
}

function sayWhere([first, ...others]: readonly Site[], { layers, joints }: Profile): string {
  if (!first) return 'On no key';
  const one =
    first.on === 'joint'
      ? `${(joints.find(({ id }) => id === first.joint)?.keys ?? []).map(keyTitle).join(' + ')} together`
      : `${layers.find(({ id }) => id === first.layer)?.name ?? ''} · ${keyTitle(first.key)}${first.press ? sayPress(first.press) : ''}`;
  return others.length === 0 ? one : `${one} and ${others.length} more`;
}

/** What is done at one place; `pieces` are what tells two of them apart. */
type Found = Omit<Deed, 'where'> & { pieces: readonly Piece[] };

/** What people do not have on a key: its parts are looked at together, so that a text behind an opener is seen as one thing. */
function deedOf(action: Action, site: Site, profile: Profile): Found | undefined {
  const sent = sentByAction(action, profile);
  const parts = actionsOf({ kind: 'act', action }).map((one) => one.action);
  const macros = parts.flatMap((part) =>
    part.do === 'macro' ? profile.macros.filter(({ id }) => id === part.macro) : [],
  );
  const device = parts.find((part) => part.do === 'device');
  const isText = parts.some((part) => part.do === 'text');
  const [macro] = macros;
  const runs = macros.flatMap(({ repeat, run }) => (repeat ? [run.kind] : []));
  const run = runs.includes('untilPressedAgain') ? 'untilPressedAgain' : runs.includes('times') ? 'times' : 'whileHeld';
  const rules = rulesOf(sent, runs.length > 0, run);
  const isBootloader = device?.do === 'device' && device.what === 'bootloader';
  // Behind a hold, or a second tap, it is out of harm's way.
  if (isBootloader && isMere(site)) rules.push('device');
  const isTypingKey = site.on === 'key' && site.layer === profile.layers[0]?.id && ENDS_TYPING.test(site.key);
  if (isTypingKey && sent.pieces.length > 1 && rules.includes('system')) rules.push('onTyping');
  // A modifier on a key is held for other keys: alone it is no deed, whatever the system makes of it.
  const isOneModifier = sent.pieces.length === 1 && action.do === 'keys' && action.codes.every(isModifier);
  if (isOneModifier || (!isText && !macro && !isBootloader && rules.length === 0)) return undefined;
  const size = macro
    ? `${sent.events} key event${sent.events === 1 ? '' : 's'} in ${sent.lastsUs === null ? 'a row that goes on until it is stopped' : sayTime(sent.lastsUs)}`
    : '';
  const said = isBootloader
    ? 'starts the keyboard anew, so that other firmware can be written to it'
    : sayPieces(sent.pieces, profile);
  const left = macro ? leftDownBy(macro) : [];
  const more = [
    ...(left.length > 0 ? [`it leaves ${left.map(titleOfCode).join(' and ')} down`] : []),
    ...(rules.includes('byItself') ? ['it plays on until the key is pressed again'] : []),
    ...(rules.includes('endless') ? ['it plays on for a long time by itself'] : []),
    ...(rules.includes('fast') ? ['faster than anybody could stop it'] : []),
  ];
  return {
    weight: weightOf(rules),
    kind: isBootloader ? 'device' : macro ? 'macro' : isText ? 'text' : rules.includes('asks') ? 'ask' : 'chord',
    rules,
    sites: [site],
    pieces: sent.pieces,
    said: say(
      [
        ...(macro ? [`plays “${foreign(macro.name)}”, ${size}${said === '' ? '' : `: ${said}`}`] : [said]),
        ...more,
      ].join('; '),
    ),
    ...(macro && { macro: macro.id }),
  };
}

const ORDER: Readonly<Record<Weight, number>> = { twice: 0, look: 1, plain: 2 };

/** What a profile could type or do by itself. Equal deeds of several keys are one, that names the others. */
export function deedsOf(profile: Profile): Deed[] {
  const found: Found[] = [];
  const played = new Set<string>();
  for (const layer of profile.layers)
    for (const [key, { does }] of Object.entries(layer.keys)) {
      const at = { on: 'key', layer: layer.id, key } as const;
      const roots: { action: Action; site: Site }[] = [];
      if (does.kind === 'act') roots.push({ action: does.action, site: at });
      if (does.kind === 'gesture')
        does.steps.forEach(({ tap, hold }, n) => {
          if (tap) roots.push({ action: tap, site: { ...at, press: { part: 'tap', times: n + 1 } } });
          if (hold) roots.push({ action: hold, site: { ...at, press: { part: 'hold', times: n + 1 } } });
        });
      // The parts of a stroke are one movement of the finger: what they send, they send one after the other.
      if (does.kind === 'stroke' && does.spans.length > 0)
        roots.push({ action: { do: 'many', actions: does.spans.map(({ action }) => action) }, site: at });
      for (const { action, site } of roots) {
        const deed = deedOf(action, site, profile);
        if (deed) found.push(deed);
        if (deed?.macro !== undefined) played.add(deed.macro);
      }
    }
  for (const { id, action } of profile.joints) {
    const deed = deedOf(action, { on: 'joint', joint: id }, profile);
    if (deed) found.push(deed);
    if (deed?.macro !== undefined) played.add(deed.macro);
  }
  for (const macro of profile.macros) {
    if (played.has(macro.id)) continue;
    const sent = sentByMacro(macro, profile);
    const rules = rulesOf(sent, macro.repeat !== undefined, macro.run.kind);
    found.push({
      weight: weightOf(rules),
      kind: 'macro',
      rules,
      sites: [],
      pieces: sent.pieces,
      said: say(`the macro “${foreign(macro.name)}” ${sayPieces(sent.pieces, profile) || 'plays nothing'}`),
      macro: macro.id,
    });
  }
  return gathered(found, profile).sort((a, b) => ORDER[a.weight] - ORDER[b.weight] || b.rules.length - a.rules.length);
}

/** What is the same by what is sent, not by how it is said: two long texts may begin alike. */
function gathered(found: readonly Found[], profile: Profile): Deed[] {
  const groups = new Map<string, Found[]>();
  for (const one of found) {
    const same = JSON.stringify([one.kind, one.macro, one.rules, one.pieces]);
    const group = groups.get(same);
    if (group) group.push(one);
    else groups.set(same, [one]);
  }
  return [...groups.values()].flatMap((group) => {
    const [first] = group;
    if (!first) return [];
    const { pieces: _pieces, ...deed } = first;
    const sites = group.flatMap((one) => one.sites);
    return [{ ...deed, sites, where: say(sayWhere(sites, profile)) }];
  });
}
