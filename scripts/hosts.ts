/**
 * Host layouts as facts of the operating system: what `xkbcli` (Debian's libxkbcommon-tools) compiles of xkb-data, and what the
 * Compose table of libx11-data makes of dead keys, written as one small JSON a layout. `npm run hosts` writes them anew.
 */
import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { HOSTS, type HostEntry } from '../src/core/hosts/list';
import type { HostLayoutData } from '../src/core/hosts/layout';

export const LAYOUT_FOLDER = join(import.meta.dirname, '../src/core/hosts/layouts');
const COMPOSE_TABLE = '/usr/share/X11/locale/en_US.UTF-8/Compose';

/** The keys that make characters, by the names that XKB gives their places (ISO/IEC 9995-1 grid) and the W3C code of each. */
export const PLACES: Readonly<Record<string, string>> = {
  TLDE: 'Backquote',
  ...row('AE', 'Digit1 Digit2 Digit3 Digit4 Digit5 Digit6 Digit7 Digit8 Digit9 Digit0 Minus Equal IntlYen'),
  ...row('AD', 'KeyQ KeyW KeyE KeyR KeyT KeyY KeyU KeyI KeyO KeyP BracketLeft BracketRight'),
  ...row('AC', 'KeyA KeyS KeyD KeyF KeyG KeyH KeyJ KeyK KeyL Semicolon Quote'),
  ...row('AB', 'KeyZ KeyX KeyC KeyV KeyB KeyN KeyM Comma Period Slash IntlRo'),
  BKSL: 'Backslash',
  LSGT: 'IntlBackslash',
  SPCE: 'Space',
};
const PAD_PLACES: Readonly<Record<string, string>> = {
  ...Object.fromEntries(Array.from('0123456789', (n) => [`KP${n}`, `Numpad${n}`])),
  KPDL: 'NumpadDecimal',
  KPDV: 'NumpadDivide',
  KPMU: 'NumpadMultiply',
  KPSU: 'NumpadSubtract',
  KPAD: 'NumpadAdd',
  KPEQ: 'NumpadEqual',
};
/** On the number pad, a symbol and the character that it makes. */
const PAD_CHARACTERS: Readonly<Record<string, string>> = {
  ...Object.fromEntries(Array.from('0123456789', (n) => [`KP_${n}`, n])),
  KP_Decimal: '.',
  KP_Separator: ',',
  KP_Divide: '/',
  KP_Multiply: '*',
  KP_Subtract: '-',
  KP_Add: '+',
  KP_Equal: '=',
};

function row(name: string, codes: string): Record<string, string> {
  return Object.fromEntries(codes.split(' ').map((code, n) => [`${name}${String(n + 1).padStart(2, '0')}`, code]));
}

/** Whether this machine has what the layouts are made of. */
export const canGenerate = (): boolean => existsSync('/usr/bin/xkbcli') && existsSync(COMPOSE_TABLE);

/** The versions of the packages that the layouts are made of; a later system may know better. */
export const sourceVersions = (): Record<string, string> =>
  Object.fromEntries(
    ['xkb-data', 'libx11-data'].map((name) => [
      name,
      execFileSync('dpkg-query', ['-W', '-f', '${Version}', name], { encoding: 'utf8' }),
    ]),
  );

const xkb = (...args: string[]): string => execFileSync('xkbcli', args, { encoding: 'utf8', maxBuffer: 1 << 24 });

/** The blocks of Unicode in which the characters of these layouts lie: the system is asked what it calls each. */
const BLOCKS: readonly (readonly [number, number])[] = [
  [0x20, 0x24f],
  [0x250, 0x3ff],
  [0x2000, 0x206f],
  [0x20a0, 0x20bf],
  [0x2100, 0x22ff],
  [0x2300, 0x232f],
  [0x2500, 0x25ff],
  [0x2660, 0x266f],
  [0x2710, 0x271f],
];

/** What has been asked already; '' for symbols that are no character. */
const characterBySymbol = new Map<string, string>();

/** The character that a symbol of XKB stands for; `undefined` for symbols that are no character. */
function characterOfSymbol(symbol: string): string | undefined {
  const unicode = /^U([0-9A-F]{4,6})$/.exec(symbol)?.[1] ?? /^0x01([0-9a-f]{6})$/.exec(symbol)?.[1];
  if (unicode !== undefined) return String.fromCodePoint(Number.parseInt(unicode, 16));
  if (characterBySymbol.size === 0) {
    for (const [from, to] of BLOCKS)
      for (let point = from; point <= to; point++) {
        if (point >= 0x7f && point < 0xa0) continue;
        const name = /^keysym: (\S+)/.exec(xkb('how-to-type', String(point)))?.[1];
        if (name !== undefined) characterBySymbol.set(name, String.fromCodePoint(point));
      }
  }
  const known = characterBySymbol.get(symbol);
  if (known === '') return undefined;
  if (known !== undefined || /^(KP_|XF86|ISO_|dead_|F\d|NoSymbol|VoidSymbol)/.test(symbol)) return known;
  // The Compose table has second names for some symbols.
  let name: string | undefined;
  try {
    name = /^keysym: (\S+)/.exec(
      execFileSync('xkbcli', ['how-to-type', '--keysym', symbol], { encoding: 'utf8', stdio: 'pipe' }),
    )?.[1];
  } catch {
    name = undefined;
  }
  const found = name === undefined ? undefined : characterBySymbol.get(name);
  characterBySymbol.set(symbol, found ?? '');
  return found;
}

type Modifier = 'Shift' | 'Lock' | 'LevelThree' | 'NumLock';
type KeyType = { modifiers: string[]; maps: { when: string[]; level: number; keeps: string[] }[] };

const listOf = (text: string): string[] => (text.trim() === 'none' ? [] : text.trim().split('+'));

function typesIn(keymap: string): Map<string, KeyType> {
  const types = new Map<string, KeyType>();
  for (const [, name = '', body = ''] of keymap.matchAll(/\n\ttype "([^"]+)" \{\n(.*?)\n\t\};/gs)) {
    const modifiers = listOf(/modifiers= ([^;]+);/.exec(body)?.[1] ?? 'none');
    const keeps = new Map(
      [...body.matchAll(/preserve\[([^\]]+)\]= ([^;]+);/g)].map(([, when = '', kept = '']) => [when, listOf(kept)]),
    );
    const maps = [...body.matchAll(/map\[([^\]]+)\]= (\d+);/g)].map(([, when = '', level = '1']) => ({
      when: listOf(when),
      level: Number(level),
      keeps: keeps.get(when) ?? [],
    }));
    types.set(name, { modifiers, maps });
  }
  return types;
}

const isLower = (symbol: string): boolean => /^\p{Ll}$/u.test(characterOfSymbol(symbol) ?? '');
const isUpper = (symbol: string): boolean => /^\p{Lu}$/u.test(characterOfSymbol(symbol) ?? '');

/** The type that XKB gives to a key which names none (X Keyboard Extension, key types; as libxkbcommon finds it). */
function automaticType(symbols: readonly string[]): string {
  const [first = '', second = '', third = '', fourth = ''] = symbols;
  const isPad = first.startsWith('KP_') || second.startsWith('KP_');
  if (symbols.length === 1) return 'ONE_LEVEL';
  const isLetter = isLower(first) && isUpper(second);
  if (symbols.length === 2) return isLetter ? 'ALPHABETIC' : isPad ? 'KEYPAD' : 'TWO_LEVEL';
  if (isLetter) return isLower(third) && isUpper(fourth) ? 'FOUR_LEVEL_ALPHABETIC' : 'FOUR_LEVEL_SEMIALPHABETIC';
  return isPad ? 'FOUR_LEVEL_KEYPAD' : 'FOUR_LEVEL';
}

const upperOf = (character: string): string => {
  const upper = character.toUpperCase();
  return [...upper].length === 1 && upper.toLowerCase() === character ? upper : character;
};

type Key = { type: KeyType; symbols: string[] };

/** What a key makes under these modifiers: a character, `dead acute` and the like, or nothing. */
function levelOf({ type, symbols }: Key, held: readonly Modifier[]): string {
  const counting = held.filter((modifier) => type.modifiers.includes(modifier));
  const map = type.maps.find(
    ({ when }) => when.length === counting.length && counting.every((one) => when.includes(one)),
  );
  const symbol = symbols[(map?.level ?? 1) - 1] ?? 'NoSymbol';
  const isLockUsed = type.modifiers.includes('Lock') && !(map?.keeps.includes('Lock') ?? false);
  const dead = /^dead_(.+)$/.exec(symbol)?.[1];
  if (dead !== undefined) return `dead ${dead}`;
  const pad = PAD_CHARACTERS[symbol];
  if (pad !== undefined) return pad;
  const character = characterOfSymbol(symbol) ?? '';
  return held.includes('Lock') && !isLockUsed ? upperOf(character) : character;
}

function keysIn(keymap: string): Map<string, Key> {
  const types = typesIn(keymap);
  const keys = new Map<string, Key>();
  const symbols = keymap.slice(keymap.indexOf('\nxkb_symbols'));
  for (const [, place = '', body = ''] of symbols.matchAll(/\n\tkey <(\w+)>\s*\{(.*?)\};/gs)) {
    const list = /\[([^\]]*)\]/.exec(body.replace('[Group1]', ''))?.[1];
    if (list === undefined) continue;
    const names = list.split(',').map((name) => name.trim());
    const named = /type= "([^"]+)"/.exec(body)?.[1];
    const type = types.get(named ?? automaticType(names));
    if (!type) throw new Error(`key ${place} is of an unknown type`);
    keys.set(place, { type, symbols: names });
  }
  return keys;
}

type Compose = { [symbol: string]: string | Compose };

/** The sequences of the Compose table that begin with one of these dead keys and go on with what the layout makes. */
function composeOf(made: ReadonlySet<string>): Compose {
  const root: Compose = {};
  for (const line of readFileSync(COMPOSE_TABLE, 'utf8').split('\n')) {
    const [, sequence = '', quoted = ''] = /^((?:<\w+>\s*)+):\s*"((?:[^"\\]|\\.)*)"/.exec(line) ?? [];
    const names = [...sequence.matchAll(/<(\w+)>/g)].map(([, name = '']) => name);
    if (names.length < 2 || !names[0]?.startsWith('dead_')) continue;
    if (!made.has(`dead ${names[0].slice(5)}`)) continue;
    if (names.some((name) => name === 'Multi_key' || name.startsWith('KP_'))) continue;
    const steps = names.map((name) =>
      name.startsWith('dead_') ? `dead ${name.slice(5)}` : (characterOfSymbol(name) ?? ''),
    );
    if (!steps.every((step) => made.has(step))) continue;
    let at = root;
    for (const step of steps.slice(0, -1)) {
      const next = at[step];
      at = typeof next === 'object' ? next : (at[step] = {});
    }
    at[steps.at(-1) ?? ''] = quoted.replace(/\\(.)/g, '$1');
  }
  return root;
}

const COMBINATIONS: readonly (readonly Modifier[])[] = [[], ['Shift'], ['LevelThree'], ['Shift', 'LevelThree']];

/** One layout, from the system's own data. */
export function generateHost({ id, name, xkb: layout, variant }: HostEntry): HostLayoutData {
  const keymap = xkb('compile-keymap', '--layout', layout, ...(variant === undefined ? [] : ['--variant', variant]));
  const keys = keysIn(keymap);
  const altGr = keys.get('RALT')?.symbols[0] === 'ISO_Level3_Shift';
  const used = altGr ? COMBINATIONS : COMBINATIONS.slice(0, 2);
  const levels: Record<string, string[]> = {};
  const swaps: string[] = [];
  const caps: Record<string, string[]> = {};
  for (const [place, code] of Object.entries(PLACES)) {
    const key = keys.get(place);
    if (!key) continue;
    const plain = used.map((held) => levelOf(key, held));
    while (plain.at(-1) === '') plain.pop();
    if (plain.length === 0) continue;
    levels[code] = plain;
    const locked = plain.map((_, n) => levelOf(key, [...(used[n] ?? []), 'Lock']));
    const isSwap = plain.length % 2 === 0 && locked.every((character, n) => character === plain[n ^ 1]);
    if (locked.every((character, n) => character === plain[n])) continue;
    if (isSwap) swaps.push(code);
    else caps[code] = locked;
  }
  const numpad: Record<string, string> = {};
  for (const [place, code] of Object.entries(PAD_PLACES)) {
    const key = keys.get(place);
    const character = key && levelOf(key, ['NumLock']);
    if (character !== undefined && character !== '') numpad[code] = character;
  }
  const made = new Set([...Object.values(levels), ...Object.values(caps)].flat());
  const capsLock = keys.get('CAPS')?.symbols[0] === 'BackSpace' ? 'Backspace' : 'CapsLock';
  return {
    id,
    name,
    altGr,
    capsLock,
    keys: levels,
    ...(swaps.length > 0 && { capsSwaps: swaps }),
    ...(Object.keys(caps).length > 0 && { caps }),
    numpad,
    compose: composeOf(made),
  } as HostLayoutData;
}

/** The file of one layout. */
export const hostFile = (data: HostLayoutData): string => `${JSON.stringify(data)}\n`;

if (import.meta.filename === process.argv[1]) {
  if (!canGenerate()) throw new Error('apt-get install libxkbcommon-tools xkb-data libx11-data');
  for (const entry of HOSTS) writeFileSync(join(LAYOUT_FOLDER, `${entry.id}.json`), hostFile(generateHost(entry)));
  writeFileSync(join(LAYOUT_FOLDER, 'source.json'), `${JSON.stringify(sourceVersions(), null, 2)}\n`);
}
