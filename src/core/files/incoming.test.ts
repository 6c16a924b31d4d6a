/** Whatever a person brings is told by its bytes: a profile, several, a bundle, a code in a message, a keyboard's memory. */
import { beforeAll, describe, expect, test } from '@jest/globals';
import { PROMPT_BOOK, SHOW_DESK } from '../../../demo';
import { familyById, startingBoard } from '../board';
import { mustBeSound } from '../check';
import { bringHosts } from '../hosts';
import { encodeImage } from '../image';
import { writeText } from '../notation';
import { HARROW_64 } from '../board';
import { plainProfile, variantOf, writeProfiles } from '../profile';
import { Unreadable } from '../reading';
import { readIncoming, readIncomingText, writeBundle, writeIntelHex, writeProfile, writeShareCode } from '.';

beforeAll(() => bringHosts());

const bytesOf = (text: string): Uint8Array => new TextEncoder().encode(text);
const names = (items: ReturnType<typeof readIncoming>): string[] =>
  items.map((one) => ('profile' in one ? one.profile.name : `not read: ${one.reason}`));
const image = encodeImage(mustBeSound(SHOW_DESK));

describe('a file', () => {
  test.each<[string, Uint8Array, string[]]>([
    ['one profile', bytesOf(writeProfile(SHOW_DESK)), ['Show desk']],
    ['several', bytesOf(writeProfiles([SHOW_DESK, PROMPT_BOOK])), ['Show desk', 'Prompt book']],
    ['a bundle', writeBundle([{ profile: SHOW_DESK }, { profile: PROMPT_BOOK }]), ['Show desk', 'Prompt book']],
    ['a code in a message', bytesOf(`Try mine!\n\n${writeShareCode(PROMPT_BOOK)}\n`), ['Prompt book']],
    ['a keyboard’s memory', image, ['Show desk']],
    ['the same as Intel HEX', bytesOf(writeIntelHex(image)), ['Show desk']],
    ['a text for people', bytesOf(writeText(SHOW_DESK, HARROW_64)), ['Show desk']],
    [
      'one that rests on another in the file, and one whose base is not there',
      bytesOf(
        writeProfiles([
          SHOW_DESK,
          variantOf({ ...SHOW_DESK, id: 'tour', name: 'Tour', restsOn: SHOW_DESK.id }, SHOW_DESK),
          variantOf({ ...SHOW_DESK, id: 'lost', name: 'Lost', restsOn: 'nowhere' }, { ...SHOW_DESK, id: 'nowhere' }),
        ]),
      ),
      ['Show desk', 'Tour', 'not read: restsOn: rests on the profile "nowhere", which is not here'],
    ],
    [
      'one whose base is there twice',
      bytesOf(
        writeProfiles([
          SHOW_DESK,
          SHOW_DESK,
          variantOf({ ...SHOW_DESK, id: 'tour', name: 'Tour', restsOn: SHOW_DESK.id }, SHOW_DESK),
        ]),
      ),
      ['Show desk', 'Show desk', 'not read: restsOn: rests on "demo-show-desk", and 2 profiles have that id'],
    ],
  ])('%s', (_what, bytes, expected) => expect(names(readIncoming(bytes))).toEqual(expected));

  test('a text keeps its words, for its comments; a text of several is not the text of one', () => {
    const text = `// mine\n${writeText(SHOW_DESK, HARROW_64)}`;
    expect(readIncomingText(text)).toMatchObject([{ profile: { name: 'Show desk' }, text }]);
    const [one, two] = readIncomingText(
      'profile A\n  board harrow-64\nlayer Base\n\nprofile B\n  board harrow-64\nlayer Base\n',
    );
    expect([one, two].map((item) => item !== undefined && 'text' in item)).toEqual([false, false]);
  });

  test('a profile in the memory of an own board is read with that board', () => {
    const board = { ...startingBoard(familyById('number-pad')!), id: 'own-pad' };
    const own = encodeImage(mustBeSound(plainProfile(board, 'p', 'Pad'), board));
    expect(names(readIncoming(own, [board]))).toEqual(['Pad']);
    expect(() => readIncoming(own)).toThrow('made for the board "own-pad", which is not known here');
  });

  test.each<[string, Uint8Array, string]>([
    ['nothing', new Uint8Array(), 'is empty'],
    ['spaces', bytesOf(' \n '), 'is empty'],
    ['words', bytesOf('hello there'), 'is not JSON'],
    ['a damaged memory', image.slice(0, -3), 'byte'],
    ['a damaged code', bytesOf(writeShareCode(SHOW_DESK).slice(0, -2)), 'does not check out'],
    ['a picture', Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0xff, 0xfe, 0x80]), 'is not UTF-8'],
  ])('%s is refused with the reason', (_what, bytes, reason) => {
    expect(() => readIncoming(bytes)).toThrow(Unreadable);
    expect(() => readIncoming(bytes)).toThrow(reason);
  });
});
