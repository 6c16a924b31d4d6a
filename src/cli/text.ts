/** `text`: a profile as a text for people, and a text as a profile. Several profiles of one text come out as one file. */
import { writeProfile, writeProfiles } from '../core/files';
import { writeText } from '../core/notation';
import { loadDraft, loadProfiles } from './input';
import { BadInput, type Telling } from './io';

export function* textCommand(file: string | undefined, options: { read?: string; board?: string }): Telling {
  if ((file === undefined) === (options.read === undefined))
    throw new BadInput('text takes either a profile, or --read and a text');
  if (file !== undefined) {
    const { profile, board } = loadDraft(file, options.board);
    yield writeText(profile, board);
    return;
  }
  const profiles = loadProfiles(options.read ?? '', options.board);
  const [only] = profiles;
  yield profiles.length === 1 && only ? writeProfile(only) : writeProfiles(profiles);
}
