/**
 * Bundles: profiles with what they need, as one ZIP archive that any program opens (docs/formats/bundle.md). `bundle.json` says what is in it; a
 * page to read, `legend.html`, shows it to whoever has no Underloom.
 */
import { boardById, type Board } from '../../board';
import { isVariant, writeProfile, type Profile, type Stored } from '../../profile';
import { parseJson, quoted, READING_BUDGET, textOfFile, Unreadable, utf8Bytes, z } from '../../reading';
import { boardOf, writeBoard } from '../boards';
import { readTogether, type Read } from '../profiles';
import { legendPage } from './legendPage';
import { readZip, writeZip, type ZipEntry } from './zip';

const BUNDLE = 'underloom-bundle';
const MANIFEST = 'bundle.json';

/** How a profile was at some time. `atMs` counts from 1970. */
export type Snapshot = { name: string; atMs: number; profile: Profile };

/** A profile on its way into a bundle, or out of one. `stored` is what is written of a variant: what it changes. */
type Bundled = { profile: Profile; stored?: Stored; tags?: readonly string[]; snapshots?: readonly Snapshot[] };

const fileName = z.string().min(1).max(200);
const manifestSchema = z.object({
  format: z.literal(BUNDLE),
  version: z.literal(1),
  profiles: z
    .array(
      z.object({
        file: fileName,
        tags: z.array(z.string().max(40)).max(20).optional(),
        snapshots: z
          .array(z.object({ file: fileName, name: z.string().max(60), at: z.iso.datetime() }))
          .max(500)
          .optional(),
      }),
    )
    .max(1000),
  boards: z
    .array(z.object({ file: fileName }))
    .max(100)
    .default([]),
});

/** A name as every disk takes it. */
export const fileStemOf = (name: string): string =>
  name
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .slice(0, 40)
    .replace(/^-+|-+$/g, '')
    .toLowerCase() || 'profile';

/** The name of a file that no other file of the bundle has. */
function freeFile(folder: string, name: string, taken: ReadonlySet<string>): string {
  const stem = fileStemOf(name);
  for (let n = 1; ; n++) {
    const file = `${folder}/${stem}${n === 1 ? '' : `-${n}`}.json`;
    if (!taken.has(file)) return file;
  }
}

/**
 * A bundle of profiles. Own boards that they are for come along, once each.
 * @throws Unreadable when two profiles have one id: whoever opens it could not tell them apart
 */
export function writeBundle(bundled: readonly Bundled[], ownBoards: readonly Board[] = []): Uint8Array {
  const files: Record<string, Uint8Array> = {};
  const taken = new Set<string>();
  const put = (folder: string, name: string, text: string): string => {
    const file = freeFile(folder, name, taken);
    taken.add(file);
    files[file] = utf8Bytes(text);
    return file;
  };
  const ids = new Set<string>();
  const profiles = bundled.map(({ profile, stored = profile, tags = [], snapshots = [] }) => {
    if (ids.has(profile.id))
      throw new Unreadable('the bundle', `two profiles have the id ${quoted(profile.id)}; give one of them another`);
    ids.add(profile.id);
    const text = isVariant(stored) ? `${JSON.stringify(stored, null, 2)}\n` : writeProfile(stored);
    return {
      file: put('profiles', profile.name, text),
      ...(tags.length > 0 && { tags }),
      ...(snapshots.length > 0 && {
        snapshots: snapshots.map((one) => ({
          file: put('snapshots', `${profile.name} ${one.name}`, writeProfile(one.profile)),
          name: one.name,
          at: new Date(one.atMs).toISOString(),
        })),
      }),
    };
  });
  const needed = ownBoards.filter(({ id }) => !boardById(id) && bundled.some(({ profile }) => profile.board === id));
  const boards = needed.map((board) => ({ file: put('boards', board.id, writeBoard(board)) }));
  const manifest = { format: BUNDLE, version: 1, profiles, ...(boards.length > 0 && { boards }) };
  const boardFor = (profile: Profile): Board | undefined =>
    boardById(profile.board) ?? needed.find(({ id }) => id === profile.board);
  return writeZip({
    [MANIFEST]: utf8Bytes(`${JSON.stringify(manifest, null, 2)}\n`),
    'legend.html': utf8Bytes(legendPage(bundled.map(({ profile }) => ({ profile, board: boardFor(profile) })))),
    ...files,
  });
}

/** What is in a bundle: each profile by itself, or why it cannot be read. */
type BundleRead = (Read & { tags?: readonly string[]; snapshots?: readonly Snapshot[] })[];

/**
 * Reads a bundle. Files that it does not speak of are not looked at.
 * @throws Unreadable when the archive, or what it says of itself, is not as it should be
 */
export function readBundle(bytes: Uint8Array): BundleRead {
  const entries = readZip(bytes);
  const find = (name: string): ZipEntry => {
    const entry = entries.find((one) => one.name === name);
    if (!entry) throw new Unreadable(MANIFEST, `speaks of the file ${quoted(name)}, which is not in the bundle`);
    return entry;
  };
  const json = (name: string): unknown => {
    const entry = find(name);
    try {
      return parseJson(textOfFile(entry.read(), READING_BUDGET.json.bytes));
    } catch (error) {
      throw error instanceof Unreadable
        ? new Unreadable(name, `${error.place === 'the whole archive' ? '' : `${error.place} `}${error.reason}`)
        : error;
    }
  };
  if (!entries.some(({ name }) => name === MANIFEST))
    throw new Unreadable('the whole archive', `holds no ${MANIFEST}; it is no bundle of Underloom`);
  const manifest = manifestSchema.safeParse(json(MANIFEST));
  if (!manifest.success) {
    const [issue] = manifest.error.issues;
    throw new Unreadable(MANIFEST, `${issue?.path.join('.') ?? ''} ${issue?.message ?? 'is not right'}`.trim());
  }
  const { profiles, boards } = manifest.data;
  if (profiles.length === 0) throw new Unreadable('the whole archive', 'holds no profile');
  const own = new Map<string, Board>();
  for (const { file } of boards) {
    const board = boardOf(json(file));
    if (own.has(board.id) || boardById(board.id))
      throw new Unreadable(file, `a second board has the id ${quoted(board.id)}`);
    own.set(board.id, board);
  }
  const read = readTogether(profiles.map(({ file }) => ({ place: file, data: withBoard(json(file), own) })));
  refuseDoubles(read);
  return read.map((one, n) => {
    const { tags, snapshots } = profiles[n] ?? {};
    if (!('profile' in one)) return one;
    const kept = (snapshots ?? []).flatMap(({ file, name, at }): Snapshot[] => {
      const [snapshot] = readTogether([{ place: file, data: json(file) }]);
      if (snapshot && 'problem' in snapshot) throw new Unreadable(file, snapshot.problem.message);
      return snapshot && 'profile' in snapshot ? [{ name, atMs: Date.parse(at), profile: snapshot.profile }] : [];
    });
    return { ...one, ...(tags && { tags }), ...(kept.length > 0 && { snapshots: kept }) };
  });
}

/** Two profiles of one id in one file: which of them is meant cannot be told, so neither is taken. */
function refuseDoubles(read: readonly Read[]): void {
  const seen = new Map<string, string>();
  for (const one of read) {
    if (!('profile' in one)) continue;
    const { id } = one.profile;
    const other = seen.get(id);
    if (other !== undefined)
      throw new Unreadable(one.place, `has the id ${quoted(id)}, which ${other} has too; give one of them another`);
    seen.set(id, one.place);
  }
}

/** A profile's data with the own board that it is for. */
function withBoard(data: unknown, own: ReadonlyMap<string, Board>): unknown {
  const board = typeof data === 'object' && data !== null && 'board' in data ? own.get(String(data.board)) : undefined;
  return board && typeof data === 'object' && data !== null && !('ownBoard' in data)
    ? { ...data, ownBoard: board }
    : data;
}
