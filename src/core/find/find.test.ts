import { describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { HARROW_64, TWILL_42 } from '../board';
import { parseLine, rangeSaid, understand } from '../notation';
import type { Profile } from '../profile';
import { ask, readyToAsk, type Answers } from '.';

const desk = readyToAsk(SHOW_DESK, HARROW_64);
const book = readyToAsk(PROMPT_BOOK, TWILL_42);
const titles = (question: string, from = desk): string[] => ask(question, from).found.map(({ title }) => title);
const puts = (question: string, from = desk): string[] => ask(question, from).puts.map(({ title }) => title);

describe('what is there', () => {
  test.each([
    ['rig', 'Rig'],
    ['thunder', 'Thunder roll'],
    ['thunder sheet', 'Roll (K on Cues)'],
    ['dim +', 'Dim + (S on Rig)'],
    ['f20', 'Go (F on Cues)'],
    ['travel delete', 'Travel of Delete'],
    ['undo cue', 'Undo cue (Backspace on Cues)'],
    ['CAPS LOCK', 'Caps Lock on Base'],
    // By what it sends, in any of its names, and as a character of the host.
    ['-', 'minus on Base'],
    ['dash', 'minus on Base'],
    ['hyphen', 'minus on Base'],
    ['where is escape', 'Escape on Base'],
    ['louder', 'full stop on Rig'],
    ['Ctrl+Z', 'Undo cue (Backspace on Cues)'],
    // By kind.
    ['two depths', 'Dim + (S on Rig)'],
    ['double tap', 'Tab on Base'],
    ['text', 'Scene tag 1'],
    ['what types scene 3', 'Scene tag 3'],
    ['while cues', 'Caps Lock on Base'],
  ])('%s leads to %s first', (question, title) => expect(titles(question)[0]).toBe(title));

  test('all words must be there, in any order; nothing is found by nonsense', () => {
    expect(titles('base lock caps')).toEqual(['Caps Lock on Base']);
    expect(titles('thunder xyz')).toEqual([]);
    expect(titles('  ').length).toBe(desk.places.length);
  });

  test('a role, a note and the usual name of a position lead to keys too', () => {
    expect(titles('exit signs')).toEqual(['Off (apostrophe on Rig)']);
    expect(titles('lights').length).toBeGreaterThan(6);
    const places = ask('caps lock', book).found.map(({ goes }) => (goes.is === 'place' ? goes.place.key : ''));
    expect(places).toContain('L2-1');
  });

  test('a range is every key that sends one of it, in its order, and what nothing sends is said', () => {
    const { found, note } = ask('F13 to F24', desk);
    expect(found.slice(0, 4).map(({ about }) => about)).toEqual(['F13', 'F14', 'F15', 'F16']);
    const sent = new Set(found.map(({ about }) => about));
    for (const line of ['play Thunder roll', 'F18', 'F19', 'F20', 'tap F21, twice Ctrl+F21'])
      expect(sent).toContain(line);
    expect(note).toBe('Nothing sends F23.');
  });

  test.each([
    ['F13 to F16', ['F13', 'F14', 'F15', 'F16']],
    ['F13 .. 15', ['F13', 'F14', 'F15']],
    ['from a to c', ['KeyA', 'KeyB', 'KeyC']],
    ['7-9', ['Digit7', 'Digit8', 'Digit9']],
    ['8 to 0', ['Digit8', 'Digit9', 'Digit0']],
    ['numpad 1 to numpad 3', ['Numpad1', 'Numpad2', 'Numpad3']],
    ['between F1 and F2', ['F1', 'F2']],
    ['F3 to F1', undefined],
    ['Ctrl-A', undefined],
    ['copy and paste', undefined],
    ['go to Cues', undefined],
  ])('“%s” as a range', (said, codes) => expect(rangeSaid(said)).toEqual(codes));

  test('a macro is found by how often it comes again', () => {
    const made = understand('repeat Space every 250 ms', SHOW_DESK);
    const makes = made.ok ? undefined : made.missing?.makes;
    if (!makes) throw new Error('no macro is made with it');
    const profile: Profile = { ...SHOW_DESK, macros: [...SHOW_DESK.macros, { ...makes, id: 'again' }] };
    expect(titles('repeat every 250 ms', readyToAsk(profile, HARROW_64))[0]).toBe('Space every 250 ms');
    expect(puts('repeat Space every 250 ms', readyToAsk(profile, HARROW_64))[0]).toBe('play Space every 250 ms');
  });

  test('every place is there', () => {
    for (const { goes } of ask('', desk).found) {
      if (goes.is !== 'place') continue;
      const { layer, key, macro } = goes.place;
      if (layer) expect(SHOW_DESK.layers.map(({ id }) => id)).toContain(layer);
      if (key) expect(HARROW_64.keys.map(({ id }) => id)).toContain(key);
      if (macro) expect(SHOW_DESK.macros.map(({ id }) => id)).toContain(macro);
    }
  });

  test('commands stand where their words put them', () => {
    const run = (): void => undefined;
    const commands = [
      { title: 'Undo', about: 'Ctrl+Z', words: 'take back', run },
      { title: 'History', about: 'how this profile was', words: 'snapshot back version', run },
    ];
    const first = (question: string): string | undefined => ask(question, desk, commands).found[0]?.title;
    expect(first('undo')).toBe('Undo');
    expect(first('show me the history')).toBe('History');
    expect(first('version')).toBe('History');
  });
});

describe('what a key can be', () => {
  test.each([
    ['escape when tapped, control when held', 'tap Esc, hold Ctrl'],
    ['louder', 'VolumeUp'],
    ['–', '-'],
    ['text', 'A text'],
    ['repeat every 250 ms', 'Repeats while held'],
    ['repeat Space every 250 ms', 'repeat Space every 250 ms'],
    ['two depths', 'Two depths'],
    ['mouse button', 'A mouse button'],
    ['thunder', 'play Thunder roll'],
    ['flip rig', 'flip Rig'],
  ])('“%s” offers %s first', (question, title) => expect(puts(question)[0]).toBe(title));

  const everything = (answers: Answers): string[] => answers.puts.map(({ line }) => line);

  test('each line can be taken as it stands, or goes on at a stretch of one’s own', () => {
    for (const { line, own, makes } of ask('', desk).puts) {
      if (own) expect(line.slice(...own)).not.toBe('');
      if (!makes && !line.startsWith('repeat')) expect([line, parseLine(line, SHOW_DESK).ok]).toEqual([line, true]);
    }
  });

  test('nothing asked shows a layer once, and a board without depth no depths', () => {
    expect(everything(ask('', desk)).filter((line) => line.endsWith(' Cues'))).toEqual(['while Cues']);
    expect(puts('two depths', book)).toEqual([]);
  });

  test('two macros of one name do not look the same', () => {
    const [first, second] = SHOW_DESK.macros;
    const profile: Profile = { ...SHOW_DESK, macros: [first!, { ...second!, name: first!.name }] };
    const shown = ask('', readyToAsk(profile, HARROW_64)).puts.filter(({ group }) => group === 'Macros');
    expect(new Set(shown.map(({ title, about }) => `${title} ${about}`)).size).toBe(2);
    expect(shown.every(({ about }) => /^no\. \d of the list: /.test(about))).toBe(true);
  });
});
