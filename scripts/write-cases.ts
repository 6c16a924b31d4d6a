/** `npm run cases`: writes the cases for firmware writers into docs/formats/cases/, from our own firmware and engine. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../demo';
import { hexOf } from '../src/cli/conform/cases';
import { HARROW_64 } from '../src/core/board';
import { mustBeSound } from '../src/core/check';
import { BUTTON_PAGE, idOf, pageOf, usageOf, usageOfCode } from '../src/core/codes';
import { REQUEST } from '../src/core/device/linkReports';
import { isEdgeLine, replay } from '../src/core/engine';
import { fingers, sketchProfile, type SketchLayers } from '../tests/making/sketch';
import { encodeImage } from '../src/core/image';
import { SECTION } from '../src/core/image/sets';
import { frame, sectionsOf } from '../src/core/image/sections';
import { macroFromLines } from '../src/core/macro';
import type { PartialTiming, Profile } from '../src/core/profile';

const FOLDER = 'docs/formats/cases';
const HELLO = '0109';

type Engine = [name: string, layers: SketchLayers, hand: string, timing?: PartialTiming, more?: Partial<Profile>];
const tap = (key: string, ms: number): string => `+${key} ${ms}, -${key} ${ms + 5}`;
const ENGINE: Engine[] = [
  ['keys go down and up with their fingers', { Base: {} }, '+A 0, +B 50, -A 70, -B 90'],
  ['a tap and a hold', { Base: { F: 'tap F, hold Ctrl' } }, '+F 0, -F 100, +F 400, +A 650, -A 700, -F 720'],
  ['nested presses make a hold', { Base: { F: 'tap F, hold Ctrl' } }, '+F 0, +A 40, -A 80, -F 120'],
  [
    'a double tap, and one that waits in vain',
    { Base: { G: 'tap G, twice B' } },
    `${tap('G', 0)}, ${tap('G', 60)}, ${tap('G', 900)}`,
  ],
  [
    'layers: while, flip, go, once',
    { Base: { C: 'while Nav', D: 'flip Nav', E: 'go Nav', F: 'once Nav' }, Nav: { A: 'F1', E: 'go Base' } },
    `+C 0, ${tap('A', 10)}, -C 20, ${tap('D', 30)}, ${tap('A', 40)}, ${tap('D', 50)}, ${tap('E', 60)}, ${tap('A', 70)}, ${tap('E', 80)}, ${tap('F', 90)}, ${tap('A', 100)}, ${tap('A', 110)}`,
  ],
  [
    'once, for two keys at a time',
    { Base: { C: 'once Shift', D: 'once Alt' } },
    `${tap('C', 0)}, +D 10, ${tap('A', 20)}, ${tap('B', 40)}, -D 60`,
  ],
  [
    'capitals until the word ends',
    { Base: { C: 'capitals' } },
    `${tap('C', 0)}, ${tap('A', 20)}, ${tap('1', 40)}, ${tap('Space', 60)}, ${tap('A', 80)}`,
  ],
  [
    'latches',
    { Base: { C: 'latch Ctrl+Shift', D: 'latch next' } },
    `${tap('C', 0)}, ${tap('A', 20)}, ${tap('C', 40)}, ${tap('D', 60)}, ${tap('A', 80)}, ${tap('A', 100)}`,
  ],
  [
    'a text, with a modifier that is lifted',
    { Base: { C: 'type "Go 3" every 10 ms' } },
    `+Shift 0, ${tap('C', 20)}, -Shift 200`,
  ],
  ['held for a time, and begun again', { Base: { C: 'hold Right for 100 ms' } }, `${tap('C', 0)}, ${tap('C', 60)}`],
  [
    'a stroke plan',
    { Base: { C: 'down 0.6 to up 0.5 mm: A, down 3.5 mm: B' } },
    'C@0.7 0, C@2 10, C@3.6 20, C@3 30, C@0 60',
  ],
  [
    'keys pressed together',
    { Base: {} },
    '+J 0, +K 20, -J 60, -K 80, +J 300, -J 380',
    {},
    { joints: [{ id: 'j', keys: ['KeyJ', 'KeyK'], withinMs: 40, action: { do: 'keys', codes: ['Escape'] } }] },
  ],
  [
    'reversal on small movements',
    { Base: {} },
    'A@1 0, A@0.6 20, A@1.2 40, A@0 80',
    {},
    { travel: { board: { mode: 'reversal', pointUm: 500, pressUm: 150, releaseUm: 250, reset: 'point' }, keys: {} } },
  ],
  [
    'a macro while held',
    { Base: { C: 'play M' } },
    '+C 0, -C 150',
    {},
    {
      macros: [
        macroFromLines({
          press: 'Ctrl:10',
          repeat: 'F17:20 20',
          release: 'Esc:5',
          run: { kind: 'whileHeld' },
          gapMs: 10,
        }),
      ],
    },
  ],
  ['a button and a chord', { Base: { C: 'button 1', D: 'Ctrl+Alt+Down' } }, '+C 0, +D 20, -D 40, -C 60'],
  [
    'a change of slot ends everything held',
    { Base: { C: 'slot next', D: 'latch Ctrl' } },
    `${tap('D', 0)}, +A 20, ${tap('C', 40)}, -A 60, ${tap('B', 80)}`,
  ],
];

const engineCases = ENGINE.map(([name, layers, hand, timing = {}, more = {}]) => {
  const profile = sketchProfile(layers, timing, more);
  const sound = mustBeSound(profile);
  const samples = fingers(hand);
  const untilUs = (samples.at(-1)?.tUs ?? 0) + 1_000_000;
  return {
    name,
    image: hexOf(encodeImage(sound, { withoutNames: true })),
    strokes: samples.map(({ tUs, key, depthUm }) => [tUs, HARROW_64.keys.findIndex(({ id }) => id === key), depthUm]),
    untilUs,
    edges: replay(sound.program, samples, { settleMs: 1000 })
      .filter(isEdgeLine)
      .map(({ t, edge, code }) => {
        const button = /^button:(\d+)$/.exec(code)?.[1];
        const usage = button ? usageOf(BUTTON_PAGE, Number(button)) : (usageOfCode(code) ?? 0);
        return [t, edge === 'down' ? 1 : 0, pageOf(usage), idOf(usage)];
      }),
  };
});

const image = encodeImage(mustBeSound(SHOW_DESK));
const parts = [...sectionsOf(image).byType].map(([type, { start, end }]) => ({ type, bytes: image.slice(start, end) }));
const changed = (change: (bytes: Uint8Array) => void): Uint8Array => {
  const bytes = image.slice();
  change(bytes);
  return bytes;
};
const IMAGES: [name: string, bytes: Uint8Array, isTaken: boolean][] = [
  ['the show desk', image, true],
  ['the show desk without names', encodeImage(mustBeSound(SHOW_DESK), { withoutNames: true }), true],
  ['a section that may be skipped', frame([...parts, { type: 0x90, bytes: Uint8Array.of(1, 2, 3) }]), true],
  ['bytes behind the end', Uint8Array.from([...image, 1, 2, 3]), true],
  ['for another board, the Twill', encodeImage(mustBeSound(PROMPT_BOOK)), false],
  ['for another board, the Bobbin', encodeImage(mustBeSound(SOUND_PAD)), false],
  ['no image', Uint8Array.from({ length: 40 }, (_, n) => n), false],
  ['cut short', image.slice(0, image.length - 9), false],
  ['a bit turned', changed((bytes) => void (bytes[200] = (bytes[200] ?? 0) ^ 8)), false],
  ['a newer version', changed((bytes) => void (bytes[4] = 9)), false],
  ['a section that may not be skipped', frame([...parts, { type: 0x10, bytes: Uint8Array.of(1) }]), false],
  ['without a layout', frame(parts.filter(({ type }) => type !== SECTION.layout)), false],
  [
    'a layout that is all ones',
    frame(parts.map((part) => (part.type === SECTION.layout ? { ...part, bytes: part.bytes.map(() => 0xff) } : part))),
    false,
  ],
];

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
    'an image that is too long',
    'It is refused before a byte is sent.',
    true,
    [hello(), ask(REQUEST.writeBegin, 1_000, '00FFFF0F00000000000000', no)],
  ],
];

mkdirSync(FOLDER, { recursive: true });
const write = (name: string, format: string, cases: unknown[]): void =>
  writeFileSync(`${FOLDER}/${name}.json`, `${JSON.stringify({ format, version: 1, cases }, null, 1)}\n`);
write('engine', 'underloom-engine-cases', engineCases);
write(
  'images',
  'underloom-image-cases',
  IMAGES.map(([name, bytes, isTaken]) => ({ name, image: hexOf(bytes), isTaken })),
);
write(
  'link',
  'underloom-link-cases',
  LINK.map(([name, why, asksYes, steps]) => ({ name, why, asksYes, steps })),
);
process.stdout.write(`${FOLDER}: ${engineCases.length} engine, ${IMAGES.length} image, ${LINK.length} link\n`);
