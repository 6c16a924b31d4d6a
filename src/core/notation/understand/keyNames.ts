/**
 * What people call keys: the words on the caps of all common systems, in the systems' own documentation, and in everyday
 * English. Data only: a code, and after it the names that lead to it beside the words of the exact line. A name may have several
 * words; all are lower case, without hyphens.
 */
import { once } from '../../profile';

/** Names of one key each, separated by commas. */
const KEYS: Readonly<Record<string, string>> = {
  Enter:
    'eingabetaste, enter taste, enter key on the main block, retur, enter button, enter, return, ret, new line, newline, line break, carriage return, ⏎, ↵, ↩, eingabe, intro, invio, entrée, entree',
  Escape: 'escapetaste, esc taste, esc, escape, ⎋, échap, echap',
  Backspace:
    'rückschritt, löschtaste, retroceso, retour, backspace, back space, bksp, bkspc, bs, ⌫, backward delete, delete backward, delete backwards, delete left, rubout, rücktaste, retour arrière',
  Tab: 'tabulatortaste, tabulación, tabulation, tab, tabulator, ⇥',
  Space:
    'leerzeichen, barra espaciadora, barra spaziatrice, barre d espace, mellanslag, spazio, space, spacebar, space bar, blank, ␣, leertaste, espace, espacio',
  Delete:
    'entfernen, borrar, supprimer, cancella, delete, del, ⌦, forward delete, delete forward, delete right, fwd del, entf, suppr, supr, canc, delete forwards',
  Insert: 'insert, ins, einfg, inser',
  Home: 'go to the start of the line, jump to the start of the line, go to the beginning of the line, to the start of the line, début, home key, home, pos1, pos 1, inicio, origine, start of line, beginning of line, line start, begin of line, beginning of the line, ↖',
  End: 'end, go to the end of the line, jump to the end of the line, to the end of the line, ende, fin, fine, end of line, end of the line, line end, ↘',
  PageUp:
    'bild ↑, bild hoch, pág arriba, page précédente, bild nach oben, page up, pageup, pgup, pg up, prior, ⇞, bild auf, page haut, pg préc, re pág, pag su, one page up, scroll a page up, scroll one page up',
  PageDown:
    'bild ↓, bild runter, pág abajo, page suivante, bild nach unten, page down, pagedown, pgdn, pgdown, pg dn, pg dwn, pgdwn, page dn, pg down, ⇟, bild ab, page bas, pg suiv, av pág, pag giù, one page down, scroll a page down, scroll one page down',
  ArrowUp: 'up, arrow up, up cursor, up arrow key, up arrow, cursor up, uparrow, ↑, one line up, crsr up',
  ArrowDown:
    'down, arrow down, down cursor, down arrow key, down arrow, cursor down, downarrow, ↓, dn, one line down, crsr down',
  ArrowLeft: 'left, arrow left, left cursor, left arrow key, left arrow, cursor left, leftarrow, ←, crsr left',
  ArrowRight: 'right, arrow right, right cursor, right arrow key, right arrow, cursor right, rightarrow, →, crsr right',
  CapsLock:
    'feststell, verrouillage majuscule, caps lk, capslk, cap lock, caps lok, caps lock, capslock, caps, capitals lock, shift lock, shiftlock, ⇪, feststelltaste, verr maj, bloq mayús, bloc maiusc',
  NumLock: 'num lock, numlock, number lock, numeric lock, num lk, numlk, numlck, verr num, bloq num',
  ScrollLock: 'scroll lock, scrolllock, scrlk, scr lk, scroll lk, slk, rollen, arrêt défil',
  PrintScreen:
    'drucken, druck taste, imp pant, impr ecran, print scr, prnt scr, prtscrn, snapshot, print screen, printscreen, prtsc, prt sc, prtscn, prt scr, prtscr, prtscreen, prnt scrn, print scrn, screen capture, capture screen, screenshot of whole screen, screenshot of screen, capture whole screen, sys rq, sysrq, system request, screenshot, screen shot, take a screenshot, take screenshot, screen capture, druck, impr écran, impr pant, stamp',
  Pause: 'pause, break, pause break, untbr, pausa, attn',
  ContextMenu:
    'kontextmenü, menü, right click key, windows menu key, menu, menu key, context menu, contextmenu, application, applications, app key, apps key, right click menu, ≣, ☰, ▤',
  Power:
    'power, power off, shut down, shutdown, power off computer, switch off computer, shut down computer, shut computer down, turn computer off, turn off computer, turn off the computer, power button, ⏻',
  Sleep:
    'sleep, put computer to sleep, send computer to sleep, let computer sleep, standby, stand by, suspend, send to sleep, go to sleep, put to sleep, sleep mode',
  WakeUp: 'wake, wake up, wakeup, wake computer, wake up computer, wake pc',
  Help: 'help',
  Minus: 'minus, minus sign, dash, hyphen',
  Equal: 'equal, equals, equal sign, equals sign',
  BracketLeft:
    'left bracket, open bracket, opening bracket, square bracket open, left square bracket, open square bracket, opening square bracket, bracket left, bracket open',
  BracketRight:
    'right bracket, close bracket, closing bracket, square bracket close, right square bracket, close square bracket, closing square bracket, bracket right, bracket close',
  Backslash: 'backslash, back slash, reverse slash, reverse solidus',
  Semicolon: 'semicolon, semi colon',
  Quote: 'apostrophe, single quote, quote, single quotation mark, tick, prime',
  Backquote:
    '半角/全角, 半角全角, hankaku zenkaku, zenkaku hankaku, backquote, back quote, backtick, back tick, grave, grave accent, accent grave',
  Comma: 'comma',
  Period: 'period, full stop, fullstop, dot, point, decimal point',
  Slash: 'slash, forward slash, solidus, fwd slash, slash key',
  IntlBackslash: 'iso key, less greater, extra backslash, key beside left shift, the 102nd key, key left of z',
  IntlYen: 'yen, yen sign, ¥',
  IntlRo: 'ro, ろ',
  Convert: 'convert, henkan, 変換',
  NonConvert: 'non convert, nonconvert, muhenkan, 無変換',
  KanaMode: 'kana mode, hiragana katakana, katakana hiragana, カタカナひらがな',
  Lang1: 'hangul, hangeul, han yeong, 한 영, 한/영, かな, kana',
  Lang2: 'hanja, 한자, eisu, eisuu, 英数',
  AudioVolumeUp:
    'volume up, vol up, vol+, vol +, louder, raise volume, raise the volume, increase volume, increase the volume, turn up the volume, turn volume up, turn the volume up, turn up volume, sound up, volume higher, more volume, make it louder, make the sound louder, make the music louder, make music louder, music louder, sound louder, turn the sound up, turn sound up, turn up the sound, turn it up, volume plus, volume +, audio up, 🔊',
  AudioVolumeDown:
    'volume down, vol down, vol dn, vol-, vol -, quieter, softer, lower volume, lower the volume, decrease volume, decrease the volume, reduce volume, reduce the volume, turn down the volume, turn volume down, turn the volume down, turn down volume, sound down, volume lower, less volume, make it quieter, make the sound quieter, make the music quieter, make music quieter, music quieter, sound quieter, turn the sound down, turn sound down, turn down the sound, turn it down, volume minus, volume -, audio down, 🔉',
  AudioVolumeMute:
    'mute, volume mute, mute volume, mute sound, mute the sound, sound off, unmute, mute audio, silence, toggle mute, mute on off, mute unmute, turn off sound, volume off, audio mute, turn sound off, 🔇',
  MediaPlayPause:
    'play, play pause, play or pause, play or pause music, play or pause song, play and pause, pause or play, play and pause music, start or stop music, start or pause music, start music, pause or resume music, pause and resume, playpause, pause play, pause music, pause the music, play music, play the music, pause song, pause media, pause playback, media play, play pause music, start stop music, resume, resume music, resume playback, toggle playback, media play pause, pause or play, play and pause, pause and play, ⏯, ▶, ▶⏸, ⏵',
  MediaStop:
    'stop music, stop the music, stop media, media stop, stop playback, stop playing, stop song, stop, stop audio, ⏹',
  MediaTrackNext:
    'next track, jump to next song, go to next song, jump to next track, go to next track, next song, next title, skip, skip track, skip song, skip forward, media next, track forward, next media, forward track, following track, song forward, next music, skip to next, skip to the next song, skip to the next track, skip to next song, skip to next track, skip this song, go to the next song, go to the next track, one song forward, one track forward, next tune, play next, track next, ⏭',
  MediaTrackPrevious:
    'previous track, skip to previous track, skip to previous song, jump to previous song, go to previous song, go to previous track, go back a song, go back one song, back a song, previous song, prev track, prev song, previous, prev, last track, last song, media previous, media prev, track back, skip back, skip backward, previous title, back a track, one track back, one song back, go one track back, go one song back, back one track, go to the previous track, go to the previous song, previous media, song back, previous tune, play previous, track previous, prior track, ⏮',
  Eject: 'eject, eject disc, eject disk, eject cd, open drive, ⏏',
  MediaSelect:
    'media player, open media player, music player, launch media player, open music player, start media player, start music player, launch music player',
  LaunchMail:
    'mail, open my mail, open my email, my mail, email, e mail, open mail, open email, mail program, email program, launch mail, open e mail, start mail, start email, launch email, open mail program, start mail program, launch mail program, open email program, start email program, launch email program',
  LaunchApp1:
    'my computer, this computer, file manager, file explorer, files, explorer, open files, file browser, open file manager, start file manager, launch file manager, open my files, open my computer',
  LaunchApp2: 'calculator, calc, open calculator, launch calculator, start calculator, pocket calculator',
  BrowserSearch: 'search, web search, browser search, search the web',
  BrowserHome:
    'browser, open browser, start browser, launch browser, open my browser, web browser, open web browser, start web browser, launch web browser, browser home, home page, homepage, web home, browser homepage',
  BrowserBack:
    'browser back, browser back button, go back a page, back a page, one page back, go back one page, one page back, back one page, back, go back, page back, web back, previous page, navigate back',
  BrowserForward:
    'browser forward, browser forward button, go forward a page, forward a page, one page forward, go forward one page, one page forward, forward, go forward, page forward, web forward, navigate forward, next page',
  BrowserStop: 'browser stop, stop loading, web stop',
  BrowserRefresh: 'browser refresh, refresh, reload, reload page, refresh page, reload the page, refresh the page',
  BrowserFavorites: 'favorites, favourites, browser favorites, browser favourites, bookmarks',
  'hid:0C:006F':
    'brightness up, brighter, brighter screen, screen brighter, increase brightness, raise brightness, display brightness up, screen brightness up, more brightness, turn up brightness, brightness higher, make the screen brighter, turn brightness up, brightness +, 🔆',
  'hid:0C:0070':
    'brightness down, dimmer, dimmer screen, screen dimmer, darker screen, decrease brightness, lower brightness, reduce brightness, display brightness down, screen brightness down, less brightness, turn down brightness, brightness lower, dim the screen, dim screen, turn brightness down, brightness -, screen darker, 🔅',
  // Generic Desktop page, System Microphone Mute.
  'hid:01:00A9':
    'mic mute, mute mic, mute microphone, microphone mute, mute the microphone, mute the mic, toggle microphone, microphone off, mic off, unmute mic, mic on off',
  'hid:0C:00B3': 'fast forward, fast forward song, fast forward music, ffwd, media fast forward, ⏩',
  'hid:0C:00B4': 'rewind, media rewind, rwd, ⏪',
  'hid:0C:00B9': 'shuffle, random play, media shuffle',
  NumpadClear: 'clear, keypad clear, clear key, numpad clear',
};

/** Each modifier by the names it has somewhere; sides go before them or behind. */
const MODIFIERS: Readonly<Record<string, string>> = {
  Control: 'ctrl, strg taste, steuerungstaste, control, ctl, cntrl, ctr, cntl, contrl, ⌃, strg, steuerung',
  Shift:
    'shift, umschalttaste, shift taste, majuscule, skift, shft, ⇧, umschalt, umsch, maj, mayús, maiusc, uppercase key',
  Alt: 'alt, wahltaste, alt taste, option key, option, opt, ⌥, ⎇, alternate',
  Meta: 'meta, windows taste, windowstaste, tecla windows, tasto windows, touche windows, command key, befehl, befehlstaste, search key, cmd, command, win, windows, super, ⌘, ⊞, ❖, os key, logo key, windows logo, start key, start menu, open start menu, apple, windows start',
};

/** Names of the right Alt alone. */
const ALT_RIGHT = 'altgr, alt gr, alt graph, altgraph, alternate graphic, alt grave';

/** Signs of the keypad, by what is said behind the pad. */
const PAD: Readonly<Record<string, string>> = {
  NumpadAdd: '+, plus, add',
  NumpadSubtract: '-, minus, subtract, dash',
  NumpadMultiply: '*, times, multiply, star, asterisk, ×',
  NumpadDivide: '/, divide, division, slash, divided by, ÷',
  NumpadEnter: 'enter, return, ⏎',
  NumpadDecimal: '., dot, point, period, decimal, decimal point, del, delete, comma',
  NumpadEqual: '=, equal, equals',
};
const PADS =
  'numpad, num pad, keypad, key pad, number pad, numeric pad, numeric keypad, number keypad, num, pad, numeric, kp';

/** Characters by their names; how each is typed is the host layout's business. */
const CHARACTERS: Readonly<Record<string, string>> = {
  '!': 'exclamation mark, exclamation point, exclamation, exclaim',
  '@': 'at sign, at symbol, at',
  '#': 'hash, hash sign, number sign, pound, pound sign, hashtag, hash mark, octothorpe, sharp',
  $: 'dollar, dollar sign',
  '%': 'percent, percent sign, per cent, percentage',
  '^': 'caret, circumflex, hat',
  '&': 'ampersand, and sign',
  '*': 'asterisk, star',
  '(': 'left parenthesis, open parenthesis, opening parenthesis, left paren, open paren, round bracket open, open round bracket, left round bracket, parenthesis open, paren open, opening paren',
  ')': 'right parenthesis, close parenthesis, closing parenthesis, right paren, close paren, round bracket close, close round bracket, right round bracket, parenthesis close, paren close, closing paren',
  _: 'underscore, underline sign, low line, underbar',
  '+': 'plus, plus sign',
  '{': 'left brace, open brace, opening brace, left curly bracket, open curly bracket, curly brace open, curly bracket open, left curly brace, open curly brace, left curly, open curly, opening curly bracket, brace open, curly brace, curly bracket, brace',
  '}': 'right brace, close brace, closing brace, right curly bracket, close curly bracket, curly brace close, curly bracket close, right curly brace, close curly brace, right curly, close curly, closing curly bracket, brace close',
  '|': 'pipe, vertical bar, vertical line, bar',
  ':': 'colon',
  '"': 'double quote, double quotes, quotation mark, quotation marks, quotes, speech mark, speech marks, inverted commas',
  '<': 'less than, less, less than sign, left angle bracket, open angle bracket, angle bracket open, smaller than',
  '>': 'greater than, greater, greater than sign, right angle bracket, close angle bracket, angle bracket close, bigger than, more than',
  '?': 'question mark, question, interrogation mark',
  '~': 'tilde, squiggle',
  '€': 'euro, euro sign',
  '£': 'pound sterling, sterling, british pound, pound sterling sign',
  '§': 'section sign, paragraph sign, section',
  '°': 'degree, degree sign, degrees',
  '–': 'en dash, endash, long dash',
  '—': 'em dash, emdash',
  '…': 'ellipsis, three dots',
  ß: 'sharp s, eszett, double s',
  µ: 'micro, micro sign, mu',
};

const NUMBERS =
  'zero one two three four five six seven eight nine ten eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen twenty'.split(
    ' ',
  );

/** The number that a word says, `three` or `3`; undefined when it says none. */
export function numberOfWord(word: string): number | undefined {
  if (/^\d{1,6}(\.\d{1,3})?$/.test(word)) return Number(word);
  const at = NUMBERS.indexOf(word);
  return at >= 0 ? at : undefined;
}

/** The names of a list, without the articles that a phrase loses, too. */
export const namesOf = (list: string): string[] => list.split(', ').map((name) => name.replace(/\bthe (?=\S)/g, ''));

/** Where a key is, behind its name. */
const onThe = (name: string, where: string): string[] =>
  ['on', 'of', 'from', 'in', 'at'].map((preposition) => `${name} ${preposition} ${where}`);

/** Every name with what it stands for: a code, or a character in single quotes' place, marked by its length of one. */
function* rows(): Iterable<readonly [name: string, code: string]> {
  for (const [code, list] of Object.entries(KEYS)) for (const name of namesOf(list)) yield [name, code];
  for (const [modifier, list] of Object.entries(MODIFIERS))
    for (const name of namesOf(list)) {
      yield [name, `${modifier}Left`];
      if (modifier !== 'Meta' || name === 'meta') yield [`other ${name}`, `${modifier}Right`];
      for (const side of ['left', 'right'] as const) {
        const code = `${modifier}${side === 'left' ? 'Left' : 'Right'}`;
        yield [`${side} ${name}`, code];
        yield [`${side}${name}`, code];
        yield [`${side[0] ?? ''} ${name}`, code];
        if (/^[a-z]/.test(name)) yield [`${side[0] ?? ''}${name}`, code];
        yield [`${side} hand ${name}`, code];
        for (const place of [`on ${side}`, `on ${side} side`, `at ${side}`, `on ${side} hand side`])
          yield [`${name} ${place}`, code];
      }
    }
  for (const way of ['up', 'down', 'left', 'right'])
    for (const name of [
      `arrow to ${way}`,
      `arrow pointing ${way}`,
      `arrow that points ${way}`,
      `${way} pointing arrow`,
      `arrow pointing to ${way}`,
      `move cursor ${way}`,
      `move cursor to ${way}`,
      `cursor to ${way}`,
      `${way}ward arrow`,
      `${way}wards arrow`,
      `arrow going ${way}`,
      `arrow key going ${way}`,
      `arrow key pointing ${way}`,
      `arrow key to ${way}`,
      `move ${way}`,
      `move to ${way}`,
      `go ${way}`,
    ])
      yield [name, `Arrow${way[0]?.toUpperCase() ?? ''}${way.slice(1)}`];
  for (const name of namesOf(ALT_RIGHT)) yield [name, 'AltRight'];
  for (const pad of namesOf(PADS)) {
    for (const [code, list] of Object.entries(PAD))
      for (const name of namesOf(list)) for (const said of [`${pad} ${name}`, ...onThe(name, pad)]) yield [said, code];
    for (let digit = 0; digit < 10; digit++)
      for (const name of [String(digit), NUMBERS[digit] ?? '']) {
        yield [`${pad}${name}`, `Numpad${digit}`];
        for (const said of [name, `number ${name}`, `digit ${name}`, `figure ${name}`])
          for (const placed of [`${pad} ${said}`, ...onThe(said, pad)]) yield [placed, `Numpad${digit}`];
      }
  }
  for (const [character, list] of Object.entries(CHARACTERS)) for (const name of namesOf(list)) yield [name, character];
  for (const letter of 'abcdefghijklmnopqrstuvwxyz') {
    const code = `Key${letter.toUpperCase()}`;
    yield [letter, code];
    yield [`letter ${letter}`, code];
    for (const big of [
      'capital',
      'uppercase',
      'upper case',
      'capital letter',
      'uppercase letter',
      'upper case letter',
      'big letter',
      'big',
    ])
      yield [`${big} ${letter}`, letter.toUpperCase()];
    for (const small of ['lowercase', 'lower case', 'small', 'lowercase letter', 'lower case letter', 'small letter'])
      yield [`${small} ${letter}`, code];
  }
  for (let digit = 0; digit < 10; digit++)
    for (const name of [String(digit), NUMBERS[digit] ?? ''])
      for (const before of ['', 'digit ', 'number ', 'number row ', 'top row ', 'figure '])
        yield [`${before}${name}`, `Digit${digit}`];
  for (let n = 1; n <= 24; n++)
    for (const before of [
      'f',
      'f ',
      'function key ',
      'function ',
      'f key ',
      'fkey ',
      'f key number ',
      'function key number ',
      'function number ',
    ])
      for (const name of n <= 20 && before !== 'f' ? [String(n), NUMBERS[n] ?? ''] : [String(n)])
        yield [`${before}${name}`, `F${n}`];
}

/** What each name stands for: a code, or one character. */
export const keyNames = once((): ReadonlyMap<string, string> => {
  const map = new Map<string, string>();
  for (const [name, code] of rows()) if (!map.has(name)) map.set(name, code);
  return map;
});

/** The most words that a name has. */
export const mostNameWords = once(() => Math.max(...[...keyNames().keys()].map((name) => name.split(' ').length)));

/** Everything that a code, or a character, is called: its names in everyday words. */
export const namesOfKeys = once((): ReadonlyMap<string, readonly string[]> => {
  const byCode = new Map<string, string[]>();
  for (const [name, code] of keyNames()) {
    const there = byCode.get(code);
    if (there) there.push(name);
    else byCode.set(code, [name]);
  }
  return byCode;
});
