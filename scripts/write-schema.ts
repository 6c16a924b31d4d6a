/** `npm run schema`: writes what is generated from the sources: the JSON Schemas of profiles and boards, tables that formats rest on, and the demo as files. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../demo';
import { csvFormatRows } from 'd3-dsv';
import { boardJsonSchema } from '../src/core/board';
import { CODE_TABLE } from '../src/core/codes';
import { writeProfile } from '../src/core/files';
import { KIND, WORDS } from '../src/core/files/share/words';
import { profileJsonSchema } from '../src/core/profile';

mkdirSync('docs/formats', { recursive: true });
writeFileSync('docs/formats/profile.schema.json', `${JSON.stringify(profileJsonSchema(), null, 2)}\n`);
writeFileSync('docs/formats/board.schema.json', `${JSON.stringify(boardJsonSchema(), null, 2)}\n`);
// What codes are at the host: for who reads images and links without our sources.
const hex = (value: number, digits: number): string => value.toString(16).toUpperCase().padStart(digits, '0');
const rows = Object.entries(CODE_TABLE).flatMap(([group, codes]) =>
  codes.map(([code, page, id]) => [code, hex(page, 2), hex(id, 4), group]),
);
writeFileSync('docs/formats/codes.csv', `${csvFormatRows([['code', 'page', 'usage', 'group'], ...rows])}\n`);
// What the model of share codes has read: a byte a character.
const nameOfKind = new Map<number, string>(Object.entries(KIND).map(([name, kind]) => [kind, name]));
const words = WORDS.map(([kind, text]) => ({
  kind,
  field: nameOfKind.get(kind),
  text: [...text].map((character) => String.fromCharCode(character.charCodeAt(0) & 0xff)).join(''),
}));
writeFileSync('docs/formats/share-words.json', `${JSON.stringify(words, null, 1)}\n`);
writeFileSync('demo/show-desk.json', writeProfile(SHOW_DESK));
writeFileSync('demo/prompt-book.json', writeProfile(PROMPT_BOOK));
writeFileSync('demo/sound-pad.json', writeProfile(SOUND_PAD));
process.stdout.write(
  'docs/formats/profile.schema.json, board.schema.json, codes.csv and share-words.json, the demo as files\n',
);
