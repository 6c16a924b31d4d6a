/** The person's profiles as one file, or as several when they are many, whatever state they are in: they open with “From a file”. */
import { writeProfile, writeProfilesInParts, type Profile } from '../../core/profile';
import { ownBoardNow, withOwnBoards } from '../state/ownBoards';
import { useShelf } from '../state/shelf';
import { download, fileNameOf } from './download';

export function saveAllAsFile(): void {
  const { entries, unreadable, takenOffElsewhere } = useShelf.getState();
  const all = [
    ...entries.map(({ profile }) => profile),
    ...[...takenOffElsewhere.values()].map(({ profile }) => profile),
    ...unreadable.map(({ profile }) => profile),
  ];
  withOwnBoards(all.map(boardOf), () => {
    const parts = writeProfilesInParts(all.map(withBoard));
    parts.forEach((text, n) => {
      const which = parts.length > 1 ? `-${n + 1}-of-${parts.length}` : '';
      // Browsers take files that come all at once for a mistake.
      setTimeout(() => download(`underloom-profiles${which}.json`, text), 300 * n);
    });
  });
}

/** A profile takes its own board along: one that is not read yet is read first. */
export const saveAsFile = (profile: Profile): void =>
  withOwnBoards([profile.board], () =>
    download(fileNameOf(profile.name, 'json'), writeProfile(profile, ownBoardNow(profile.board))),
  );

const boardOf = (profile: unknown): string =>
  typeof profile === 'object' && profile !== null && 'board' in profile ? String(profile.board) : '';

/** A profile with the own board that it is for; what cannot be read is left as it is. */
function withBoard(profile: unknown): unknown {
  const ownBoard = ownBoardNow(boardOf(profile));
  return ownBoard ? { ...(profile as object), ownBoard } : profile;
}
