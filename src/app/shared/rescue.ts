/** The person's profiles as one file, whatever state they are in: it opens with “From a file”. */
import { writeProfile, writeProfiles, type Profile } from '../../core/profile';
import { useShelf } from '../state/shelf';
import { download, fileNameOf } from './download';

export function saveAllAsFile(): void {
  const { entries, unreadable, takenOffElsewhere } = useShelf.getState();
  const all = [
    ...entries.map(({ profile }) => profile),
    ...[...takenOffElsewhere.values()].map(({ profile }) => profile),
    ...unreadable.map(({ profile }) => profile),
  ];
  download('underloom-profiles.json', writeProfiles(all));
}

export const saveAsFile = (profile: Profile): void => download(fileNameOf(profile.name, 'json'), writeProfile(profile));
