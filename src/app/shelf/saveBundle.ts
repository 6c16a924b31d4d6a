/** Several profiles as one archive: with what they rest on, their boards, tags and, when wanted, their snapshots. */
import { rowOf, type Profile } from '../../core/profile';
import { download, fileNameOf } from '../shared/download';
import { useBoards } from '../state/boards';
import { useShelf } from '../state/shelf';
import { loadSnapshots } from '../state/snapshots';
import { useTags } from '../state/tags';

/** The profiles of these ids, and those that they rest on. */
function withBases(ids: readonly string[]): Profile[] {
  const { entries } = useShelf.getState();
  const all = new Set(ids);
  for (let size = 0; size < all.size;) {
    size = all.size;
    for (const { profile } of entries)
      if (all.has(profile.id) && profile.restsOn !== undefined) all.add(profile.restsOn);
  }
  return entries.flatMap(({ profile }) => (all.has(profile.id) ? [profile] : []));
}

/** Hands the person the bundle. @throws Unreadable when it cannot be made */
export async function saveBundle(ids: readonly string[], withSnapshots: boolean): Promise<void> {
  const [{ writeBundle }, { bringHosts }] = await Promise.all([import('../../core/files'), import('../../core/hosts')]);
  await bringHosts();
  const profiles = withBases(ids);
  const entries = useShelf.getState().entries;
  const bundled = await Promise.all(
    profiles.map(async (profile) => {
      const document = entries.find((entry) => entry.profile.id === profile.id)?.document;
      const snapshots = withSnapshots ? await loadSnapshots(profile.id).catch(() => []) : [];
      return {
        profile,
        // As the store writes it: what clashes with the base goes along, too.
        ...(document && { stored: rowOf(document) }),
        tags: useTags.getState().byProfile.get(profile.id) ?? [],
        snapshots: snapshots.map(({ name, atMs, profile: was }) => ({
          name: name || 'kept by itself',
          atMs,
          profile: was,
        })),
      };
    }),
  );
  const boards = useBoards.getState().own.map(({ board }) => board);
  const bytes = writeBundle(bundled, boards);
  const [only, another] = profiles;
  download(
    fileNameOf(only && !another ? only.name : 'underloom-bundle', 'zip'),
    new Uint8Array(bytes),
    'application/zip',
  );
}
