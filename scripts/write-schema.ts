/** `npm run schema`: writes what is generated from the sources: the JSON Schemas of profiles and boards, and the demo as files. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { PROMPT_BOOK, SHOW_DESK, SOUND_PAD } from '../demo';
import { boardJsonSchema } from '../src/core/board';
import { writeProfile } from '../src/core/files';
import { profileJsonSchema } from '../src/core/profile';

mkdirSync('docs/formats', { recursive: true });
writeFileSync('docs/formats/profile.schema.json', `${JSON.stringify(profileJsonSchema(), null, 2)}\n`);
writeFileSync('docs/formats/board.schema.json', `${JSON.stringify(boardJsonSchema(), null, 2)}\n`);
writeFileSync('demo/show-desk.json', writeProfile(SHOW_DESK));
writeFileSync('demo/prompt-book.json', writeProfile(PROMPT_BOOK));
writeFileSync('demo/sound-pad.json', writeProfile(SOUND_PAD));
process.stdout.write('docs/formats/profile.schema.json and board.schema.json, the demo as files\n');
