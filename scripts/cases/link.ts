/** What is asked over the link, step by step, and what must come back. */
import CRC32 from 'crc-32';
import { hexOf } from '../../src/cli/conform/cases';
import { mustBeSound } from '../../src/core/check';
import { encodeImage } from '../../src/core/image';
import { plainProfile } from '../../src/core/profile';
import { HARROW_64 } from '../../src/core/board';
import { REQUEST } from '../../src/core/device/linkReports';

const HELLO = '0109';

type Step = { send: object; answer: { fields: string } | { refusal: string } | null };
const S = 9;
const hello = (session = S, sequence = 1): Step => ({
  send: { kind: REQUEST.hello, sequence, session, fields: HELLO },
  answer: { fields: '02' },
});
const ask = (kind: number, sequence: number, fields: string, answer: Step['answer'], more: object = {}): Step => ({
  send: { kind, sequence, session: S, fields, ...more },
  answer,
});
const no = { refusal: '' };
const fine = { fields: '' };
/** Slot 1, 10 bytes, a checksum that they do not have. */
const BEGIN = '000A000000785634120000';
/** An image that is short enough for one piece. */
const SMALL = encodeImage(
  mustBeSound({
    ...plainProfile(HARROW_64, 'small', 'Small'),
    layers: [{ id: 'base', name: 'Base', dye: 'indigo', keys: {} }],
  }),
  { withoutNames: true },
);
const u8 = (value: number): string => hexOf(Uint8Array.of(value));
const u32 = (value: number): string => [0, 8, 16, 24].map((by) => u8((value >>> by) & 0xff)).join('');
const crcOf = (bytes: Uint8Array): number => CRC32.buf(bytes) >>> 0;
/** The requests that save it to a slot. */
const saved = (slot: number, from: number): Step[] => [
  ask(REQUEST.writeBegin, from, `${u8(slot)}${u32(SMALL.length)}${u32(crcOf(SMALL))}00`, fine),
  ask(REQUEST.writePiece, from + 1, `${u32(0)}${u8(SMALL.length)}${hexOf(SMALL)}`, fine),
  ask(REQUEST.writeCommit, from + 2, '', fine),
];
const LINK: [name: string, why: string, asksYes: boolean, steps: Step[]][] = [
  [
    'hello, with the version that both speak',
    'A page and a keyboard agree on the highest version of the link that both know.',
    false,
    [hello()],
  ],
  [
    'a page that only speaks later versions',
    'It gets a reason, and no session.',
    false,
    [{ send: { kind: 1, sequence: 1, session: S, fields: '0709' }, answer: no }],
  ],
  [
    'a request before any hello',
    'It is refused, so that the page knows what to do.',
    false,
    [ask(REQUEST.slotInfo, 1, '00', no)],
  ],
  [
    'a damaged report',
    'It is dropped; what it asked is asked again.',
    false,
    [
      hello(),
      ask(REQUEST.slotInfo, 2, '00', null, { isDamaged: true }),
      ask(REQUEST.slotInfo, 2, '00', { fields: '000000000000000000' }),
    ],
  ],
  [
    'a request that comes three times',
    'It is carried out once; its answer is given again.',
    false,
    [hello(), ask(REQUEST.slotInfo, 2, '00', { fields: '000000000000000000' }, { times: 3 })],
  ],
  [
    'a request of another session',
    'It is an echo, and dropped.',
    false,
    [hello(), { send: { kind: REQUEST.slotInfo, sequence: 2, session: 77, fields: '00' }, answer: null }],
  ],
  [
    'a new hello, then the echo of the old one',
    'The old session does not come back.',
    false,
    [hello(), hello(10), hello(S, 1)].map((one, n): Step => (n === 2 ? { ...one, answer: null } : one)),
  ],
  [
    'a request that is older than what is remembered',
    'It is dropped.',
    false,
    [hello(), ask(REQUEST.slotInfo, 500, '00', { fields: '00' }), ask(REQUEST.slotInfo, 100, '00', null)],
  ],
  [
    'numbers that go on behind 65535',
    'They are as new as any.',
    false,
    [
      hello(),
      ask(REQUEST.slotInfo, 20_000, '00', { fields: '00' }),
      ask(REQUEST.slotInfo, 45_000, '00', { fields: '00' }),
      ask(REQUEST.slotInfo, 65_535, '00', { fields: '00' }),
      ask(REQUEST.slotInfo, 3, '00', { fields: '00' }),
    ],
  ],
  [
    'writing before anybody has said yes',
    'A page cannot skip the question.',
    false,
    [hello(), ask(REQUEST.writeBegin, 2, BEGIN, no), ask(REQUEST.clear, 3, '00', no), ask(REQUEST.format, 4, '', no)],
  ],
  [
    'an unknown kind, a slot that is not there, an empty slot',
    'Each is refused, and nothing changes.',
    false,
    [
      hello(),
      ask(0x3f, 2, '', no),
      ask(REQUEST.slotInfo, 3, '63', no),
      ask(REQUEST.select, 4, '01', no),
      ask(REQUEST.read, 5, '0000000000', no),
    ],
  ],
  [
    'pieces that belong nowhere',
    'They are refused, and the writing goes on.',
    true,
    [
      hello(),
      ask(REQUEST.writeBegin, 1_000, BEGIN, fine),
      ask(REQUEST.writePiece, 1_001, '0700000003AABBCC', no),
      ask(REQUEST.writePiece, 1_002, '000000000BAABBCC', no),
      ask(REQUEST.writePiece, 1_003, '000000000A00010203040506070809', fine, { times: 2 }),
    ],
  ],
  [
    'a commit with pieces missing, or with another checksum',
    'Nothing is stored.',
    true,
    [
      hello(),
      ask(REQUEST.writeBegin, 1_000, BEGIN, fine),
      ask(REQUEST.writeCommit, 1_001, '', no),
      ask(REQUEST.writePiece, 1_002, '000000000A00010203040506070809', fine),
      ask(REQUEST.writeCommit, 1_003, '', no),
      ask(REQUEST.slotInfo, 1_004, '00', { fields: '000000000000000000' }),
    ],
  ],
  [
    'empty and erase, with a yes',
    'An empty slot is emptied, and the memory erased, as well as any; both are done when the answer comes.',
    true,
    [
      hello(),
      ask(REQUEST.clear, 1_000, '01', fine),
      ask(REQUEST.format, 1_001, '', fine),
      ask(REQUEST.slotInfo, 1_002, '01', { fields: '000000000000000000' }),
    ],
  ],
  [
    'the recordings, which lie behind the last slot',
    'They are asked for like a slot, and empty at first. Behind them there is nothing.',
    false,
    [hello(), ask(REQUEST.slotInfo, 2, '04', { fields: '000000000000000000' }), ask(REQUEST.slotInfo, 3, '05', no)],
  ],
  [
    'what the pages are used for',
    'A page at a time up to twelve; asking behind the last gives none.',
    false,
    [hello(), ask(REQUEST.pages, 2, '00', fine), ask(REQUEST.pages, 3, 'FF', fine)],
  ],
  [
    'writing that is given up',
    'After it no piece belongs anywhere, and another may begin.',
    true,
    [
      hello(),
      ask(REQUEST.writeBegin, 1_000, BEGIN, fine),
      ask(REQUEST.writeStop, 1_001, '', fine),
      ask(REQUEST.writePiece, 1_002, '000000000A00010203040506070809', no),
      ask(REQUEST.writeBegin, 1_003, BEGIN, fine),
    ],
  ],
  [
    'lamps of the host, with nothing stored',
    'A host tells of its lamps whether or not anybody looks at them.',
    false,
    [hello(), ask(REQUEST.hostLamps, 2, '00000000000007', fine), ask(REQUEST.watch, 3, '01', fine)],
  ],
  [
    'playing an empty slot',
    'It is refused; a finger that is told all the same has no answer.',
    false,
    [hello(), ask(REQUEST.playStart, 2, '', no), ask(REQUEST.finger, 3, '00000000000000000A0F', null)],
  ],
  [
    'an image that is too long',
    'It is refused before a byte is sent.',
    true,
    [hello(), ask(REQUEST.writeBegin, 1_000, '00FFFF0F00000000000000', no)],
  ],
  [
    'a slot that is filled, used, read and emptied',
    'What is saved to slot 2 is read back byte for byte, also from its middle; behind its end there is nothing. In use it can be played; emptied it can neither be used nor played.',
    true,
    [
      hello(),
      ...saved(1, 1_000),
      ask(REQUEST.slotInfo, 1_010, '01', { fields: `${u32(SMALL.length)}${u32(crcOf(SMALL))}01` }),
      ask(REQUEST.read, 1_011, `01${u32(0)}`, { fields: `${u32(0)}${u8(SMALL.length)}${hexOf(SMALL)}` }),
      ask(REQUEST.read, 1_012, `01${u32(20)}`, {
        fields: `${u32(20)}${u8(SMALL.length - 20)}${hexOf(SMALL.slice(20))}`,
      }),
      ask(REQUEST.read, 1_013, `01${u32(SMALL.length)}`, { fields: `${u32(SMALL.length)}00` }),
      ask(REQUEST.select, 1_014, '01', fine),
      ask(REQUEST.playStart, 1_015, '', fine),
      ask(REQUEST.clear, 1_016, '01', fine),
      ask(REQUEST.slotInfo, 1_017, '01', { fields: '000000000000000000' }),
      ask(REQUEST.playStart, 1_018, '', no),
      ask(REQUEST.select, 1_019, '01', no),
    ],
  ],
  [
    'a beginning in the middle of a save',
    'The one that comes later counts: the pieces of the first are forgotten, and nothing is stored.',
    true,
    [
      hello(),
      ...saved(0, 1_000).slice(0, 2),
      ask(REQUEST.writeBegin, 1_010, BEGIN, fine),
      ask(REQUEST.writeCommit, 1_011, '', no),
      ask(REQUEST.slotInfo, 1_012, '00', { fields: '000000000000000000' }),
    ],
  ],
];

export const linkCases = LINK.map(([name, why, asksYes, steps]) => ({ name, why, asksYes, steps }));
