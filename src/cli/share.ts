/** `share`: a profile as one line of text, and back. */
import { readShareCode, writeProfile, writeShareCode } from '../core/files';
import { Unreadable } from '../core/reading';
import { loadFiled } from './input';
import { BadInput, type Telling } from './io';

/** Does something; what is wrong with a code is said as it is with a file. */
function orBadInput<T>(work: () => T, file = ''): T {
  try {
    return work();
  } catch (error) {
    if (error instanceof Unreadable) throw new BadInput(`${file === '' ? '' : `${file}: `}${error.message}`);
    throw error;
  }
}

export function* shareCommand(file: string | undefined, options: { read?: string; board?: string }): Telling {
  if ((file === undefined) === (options.read === undefined))
    throw new BadInput('share takes either a profile, or --read and a code');
  if (file === undefined) {
    const { profile, ownBoard } = orBadInput(() => readShareCode(options.read ?? ''));
    yield writeProfile(profile, ownBoard);
    return;
  }
  const { profile, ownBoard } = loadFiled(file, options.board);
  yield `${orBadInput(() => writeShareCode(profile, ownBoard), file)}\n`;
}
