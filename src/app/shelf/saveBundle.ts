/** Several profiles as one archive, or as many as it takes: with what they rest on, their boards, tags and, when wanted, their snapshots. */
import type { Bundled } from '../../core/files';
import { rowOf, type Profile } from '../../core/profile';
import { Unreadable } from '../../core/reading';
import type { BundleAnswer, BundleOrder } from '../../workers/bundleOrder';
import { download, fileNameOf } from '../shared/download';
import { useBoards } from '../state/boards';
import { reasonOf } from '../state/database';
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

/** A profile as it goes into a bundle. @throws Unreadable when its snapshots are wanted and cannot be read */
async function bundledOf(profile: Profile, withSnapshots: boolean): Promise<Bundled> {
  const document = useShelf.getState().entries.find((entry) => entry.profile.id === profile.id)?.document;
  const snapshots = withSnapshots
    ? await loadSnapshots(profile.id).catch((error: unknown) => {
        throw new Unreadable(profile.name, `its snapshots cannot be read: ${reasonOf(error)}`);
      })
    : [];
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
}

/** The worker, asked one thing after the other. */
function bundler(): { ask: (order: BundleOrder) => Promise<Uint8Array<ArrayBuffer>[]>; stop: () => void } {
  const worker = new Worker(new URL('../../workers/bundle.worker.ts', import.meta.url), { type: 'module' });
  return {
    ask: (order) =>
      new Promise((resolve, reject) => {
        worker.onmessage = ({ data }: MessageEvent<BundleAnswer>) => {
          if ('archives' in data) resolve(data.archives);
          else reject(new Unreadable('', data.reason));
        };
        worker.onerror = () => reject(new Error('the worker failed'));
        worker.postMessage(order);
      }),
    stop: () => worker.terminate(),
  };
}

/**
 * Hands the person the bundle.
 * @param progress is told how many profiles are in, of how many
 * @param isStopped asked between two profiles; then nothing is handed over
 * @returns how many archives it took; 0 when it was stopped
 * @throws Unreadable when it cannot be made, or could not be read again; then nothing is handed over
 */
export async function saveBundle(
  ids: readonly string[],
  withSnapshots: boolean,
  progress: (done: number, of: number) => void,
  isStopped: () => boolean,
): Promise<number> {
  const { basesOf } = await import('../../core/files');
  const profiles = withBases(ids);
  const bare = new Map<string, Bundled>();
  for (const profile of profiles) bare.set(profile.id, await bundledOf(profile, false));
  const { ask, stop } = bundler();
  const archives: Uint8Array<ArrayBuffer>[] = [];
  try {
    await ask({ begin: { boards: useBoards.getState().own.map(({ board }) => board) } });
    for (const [n, profile] of profiles.entries()) {
      if (isStopped()) return 0;
      const add = await bundledOf(profile, withSnapshots);
      archives.push(...(await ask({ add, bases: basesOf(add, bare) })));
      progress(n + 1, profiles.length);
    }
    archives.push(...(await ask({ end: true })));
  } finally {
    stop();
  }
  const [only, another] = profiles;
  const name = only && !another ? only.name : 'underloom-bundle';
  for (const [n, bytes] of archives.entries()) {
    const which = archives.length > 1 ? ` ${n + 1} of ${archives.length}` : '';
    download(fileNameOf(`${name}${which}`, 'zip'), bytes, 'application/zip');
    // Browsers take files that come all at once for a mistake.
    if (archives.length > 1) await new Promise((resolve) => setTimeout(resolve, 300));
  }
  return archives.length;
}
