/**
 * Bundles: profiles with what they need, as one ZIP archive that any program opens (docs/formats/bundle.md). `bundle.json` says what is in it; a
 * page to read, `legend.html`, shows it to whoever has no Underloom.
 */
import { boardById, type Board } from '../../board';
import { isVariant, sameData, writeProfile, type Profile, type Stored } from '../../profile';
import {
  Budget,
  parseJson,
  quoted,
  READING_BUDGET,
  shortened,
  textOfFile,
  Unreadable,
  utf8Bytes,
  z,
} from '../../reading';
import { boardOf, writeBoard } from '../boards';
import { refuseNewer } from '../newer';
import { readTogether, type Read } from '../profiles';
import { legendPage } from './legendPage';
import { readZip, writeZip, type ZipEntry } from './zip';

const BUNDLE = 'underloom-bundle';
const MANIFEST = 'bundle.json';

/** How a profile was at some time. `atMs` counts from 1970. */
export type Snapshot = { name: string; atMs: number; profile: Profile };

/** A profile on its way into a bundle, or out of one. `stored` is what is written of a variant: what it changes. */
export type Bundled = { profile: Profile; stored?: Stored; tags?: readonly string[]; snapshots?: readonly Snapshot[] };

const SNAPSHOT_NAME = 60;
/** The last day that a date of four figures can say; clocks are wrong at times. */
const LAST_MS = Date.UTC(9999, 11, 31);

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
          .array(z.object({ file: fileName, name: z.string().max(SNAPSHOT_NAME), at: z.iso.datetime() }))
          .max(2000)
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

/** Names for files of an archive, none twice. */
class FileNames {
  private readonly taken = new Set<string>();
  private readonly last = new Map<string, number>();

  free(folder: string, name: string): string {
    const stem = `${folder}/${fileStemOf(name)}`;
    let n = this.last.get(stem) ?? 0;
    let file: string;
    do file = `${stem}${++n === 1 ? '' : `-${n}`}.json`;
    while (this.taken.has(file));
    this.last.set(stem, n);
    this.taken.add(file);
    return file;
  }
}

/** What one archive may hold, so that it can be read again: below `READING_BUDGET.bundle`, with room for the list and the page to read. */
const VOLUME = { files: 1900, bytes: 14 << 20, values: 2_500_000 } as const;

const valuesIn = (data: unknown): number => {
  let count = 0;
  const open = [data];
  for (let value = open.pop(); value !== undefined; value = open.pop()) {
    count++;
    if (typeof value === 'object' && value !== null) for (const inner of Object.values(value)) open.push(inner ?? null);
  }
  return count;
};

/** A file on its way into an archive, and what it will cost whoever reads it. */
type Piece = { name: string; bytes: Uint8Array; values: number };
const piece = (name: string, text: string, data: unknown): Piece => ({
  name,
  bytes: utf8Bytes(text),
  values: valuesIn(data),
});

/** One profile in an archive: its file, and those of its snapshots. */
type Item = { of: Bundled; file: Piece; snapshots: { of: Snapshot; file: Piece }[] };

function itemOf(bundled: Bundled): Item {
  const { profile, stored = profile, snapshots = [] } = bundled;
  return {
    of: bundled,
    file: piece(
      profile.name,
      isVariant(stored) ? `${JSON.stringify(stored, null, 2)}\n` : writeProfile(stored),
      stored,
    ),
    snapshots: snapshots.map((one) => ({
      of: one,
      file: piece(`${profile.name} ${one.name}`, writeProfile(one.profile), one.profile),
    })),
  };
}

/** One archive while it is filled. */
class Volume {
  readonly items = new Map<string, Item>();
  private readonly boards = new Map<string, Piece>();
  private files = 0;
  private bytes = 0;
  private values = 0;

  constructor(private readonly ownBoards: readonly Board[]) {}

  private boardFor({ board }: Profile): Board | undefined {
    return boardById(board) ?? this.ownBoards.find(({ id }) => id === board);
  }

  private fits(pieces: readonly Piece[]): boolean {
    const bytes = pieces.reduce((sum, one) => sum + one.bytes.length, this.bytes);
    const values = pieces.reduce((sum, one) => sum + one.values, this.values);
    return this.files + pieces.length <= VOLUME.files && bytes <= VOLUME.bytes && values <= VOLUME.values;
  }

  private pay(pieces: readonly Piece[]): void {
    this.files += pieces.length;
    for (const { bytes, values } of pieces) {
      this.bytes += bytes.length;
      this.values += values;
    }
  }

  /** Puts profiles in that belong together, without their snapshots; false when there is no room for them. An empty archive takes them all the same. */
  put(items: readonly Item[]): boolean {
    const fresh = items.filter(({ of }) => !this.items.has(of.profile.id));
    const boards = fresh.flatMap(({ of: { profile } }) => {
      const own = boardById(profile.board) || this.boards.has(profile.board) ? undefined : this.boardFor(profile);
      return own ? [[own.id, piece(own.id, writeBoard(own), own)] as const] : [];
    });
    const pieces = [...fresh.map(({ file }) => file), ...new Map(boards).values()];
    if (this.items.size > 0 && !this.fits(pieces)) return false;
    this.pay(pieces);
    for (const [id, board] of boards) this.boards.set(id, board);
    for (const item of fresh) this.items.set(item.of.profile.id, { ...item, snapshots: [] });
    return true;
  }

  /** Puts snapshots beside their profile, as many as there is room for; gives those that are left. */
  putSnapshots(id: string, snapshots: Item['snapshots']): Item['snapshots'] {
    const there = this.items.get(id)?.snapshots;
    for (const [n, one] of snapshots.entries()) {
      const isFirst = n === 0 && this.items.size === 1;
      if (!isFirst && !this.fits([one.file])) return snapshots.slice(n);
      this.pay([one.file]);
      there?.push(one);
    }
    return [];
  }

  /** The archive. @throws Unreadable when it could not be read again as what went into it */
  close(): Uint8Array {
    const files: Record<string, Uint8Array> = {};
    const names = new FileNames();
    const put = (folder: string, { name, bytes }: Piece): string => {
      const file = names.free(folder, name);
      files[file] = bytes;
      return file;
    };
    const items = [...this.items.values()];
    const profiles = items.map(({ of: { tags = [] }, file, snapshots }) => ({
      file: put('profiles', file),
      ...(tags.length > 0 && { tags }),
      ...(snapshots.length > 0 && {
        snapshots: snapshots.map((one) => ({
          file: put('snapshots', one.file),
          name: shortened(one.of.name, SNAPSHOT_NAME),
          at: new Date(Math.min(Math.max(0, one.of.atMs), LAST_MS)).toISOString(),
        })),
      }),
    }));
    const boards = [...this.boards.values()].map((board) => ({ file: put('boards', board) }));
    const manifest = { format: BUNDLE, version: 1, profiles, ...(boards.length > 0 && { boards }) };
    const legends = items.map(({ of: { profile } }) => ({ profile, board: this.boardFor(profile) }));
    const bytes = writeZip({
      [MANIFEST]: utf8Bytes(`${JSON.stringify(manifest, null, 2)}\n`),
      'legend.html': utf8Bytes(legendPage(legends)),
      ...files,
    });
    this.readBack(bytes, items);
    return bytes;
  }

  /** What is handed over has been read, and was found to be what went in. */
  private readBack(bytes: Uint8Array, items: readonly Item[]): void {
    const read = readBundle(bytes);
    items.forEach(({ of: { profile }, snapshots }, n) => {
      const found = read[n];
      const lost = (reason: string): Unreadable =>
        new Unreadable(quoted(profile.name), `could not be read again from the bundle: ${reason}. Nothing was saved`);
      if (!found || 'problem' in found) throw lost(found?.problem.message ?? 'it is missing');
      if (!sameData(found.profile, profile)) throw lost('it would be another');
      const kept = found.snapshots ?? [];
      if (kept.length !== snapshots.length || kept.some((one, at) => !sameData(one.profile, snapshots[at]?.of.profile)))
        throw lost('a snapshot would be another');
    });
  }
}

/**
 * Writes bundles: as many archives as it takes, so that each can be read again, whatever a shelf holds. Profiles that rest on others have those with them in
 * their archive; one with very many snapshots stands in several, each time with some of them.
 */
export class BundleWriter {
  private volume: Volume;
  private readonly ids = new Set<string>();

  /** @param ownBoards boards that do not ship with Underloom; those that profiles are for come along, once in each archive */
  constructor(private readonly ownBoards: readonly Board[] = []) {
    this.volume = new Volume(ownBoards);
  }

  /**
   * Puts a profile in. @returns archives that are full
   * @param bases what it rests on, the lowest first
   * @throws Unreadable when another profile has its id: whoever opens it could not tell them apart
   */
  *add(bundled: Bundled, bases: readonly Bundled[] = []): Generator<Uint8Array> {
    const { id } = bundled.profile;
    if (this.ids.has(id))
      throw new Unreadable('the bundle', `two profiles have the id ${quoted(id)}; give one of them another`);
    this.ids.add(id);
    const item = itemOf(bundled);
    const unit = [...bases.map((base) => itemOf({ ...base, snapshots: [] })), item];
    if (!this.volume.put(unit)) {
      yield* this.end();
      this.volume.put(unit);
    }
    for (let left = this.volume.putSnapshots(id, item.snapshots); left.length > 0;) {
      yield* this.end();
      this.volume.put(unit);
      left = this.volume.putSnapshots(id, left);
    }
  }

  /** The last archive. */
  *end(): Generator<Uint8Array> {
    if (this.volume.items.size > 0) yield this.volume.close();
    this.volume = new Volume(this.ownBoards);
  }
}

/** Those of some that a profile rests on, the lowest first. */
export function basesOf({ profile }: Bundled, among: ReadonlyMap<string, Bundled>): Bundled[] {
  const bases: Bundled[] = [];
  for (let on = profile.restsOn; on !== undefined; on = bases[0]?.profile.restsOn) {
    const base = among.get(on);
    if (!base || bases.includes(base)) break;
    bases.unshift(base);
  }
  return bases;
}

/**
 * Bundles of profiles: one archive, or several when that would be more than can be read again.
 * @throws Unreadable when two profiles have one id, or one could not be read again
 */
export function writeBundles(bundled: readonly Bundled[], ownBoards: readonly Board[] = []): Uint8Array[] {
  const writer = new BundleWriter(ownBoards);
  const ids = new Set<string>();
  for (const { profile } of bundled) {
    if (ids.has(profile.id))
      throw new Unreadable('the bundle', `two profiles have the id ${quoted(profile.id)}; give one of them another`);
    ids.add(profile.id);
  }
  const byId = new Map(bundled.map((one) => [one.profile.id, one]));
  const volumes = bundled.flatMap((one) => [...writer.add(one, basesOf(one, byId))]);
  return [...volumes, ...writer.end()];
}

/** A bundle of profiles that fit into one archive. @throws Unreadable as `writeBundles`, and when it takes several */
export function writeBundle(bundled: readonly Bundled[], ownBoards: readonly Board[] = []): Uint8Array {
  const [only, another] = writeBundles(bundled, ownBoards);
  if (!only || another) throw new Unreadable('the bundle', only ? 'is too large for one archive' : 'holds no profile');
  return only;
}

/** What is in a bundle: each profile by itself, or why it cannot be read. */
type BundleRead = (Read & { tags?: readonly string[]; snapshots?: readonly Snapshot[] })[];

/**
 * Reads a bundle. Files that it does not speak of are not looked at.
 * @throws Unreadable when the archive, or what it says of itself, is not as it should be
 */
export function readBundle(bytes: Uint8Array): BundleRead {
  const entries = readZip(bytes);
  const budget = new Budget(READING_BUDGET.bundle.nodes, 'the whole archive');
  const named = new Set<string>();
  const find = (name: string): ZipEntry => {
    // Each is unpacked once: what is named again would be paid for again.
    if (named.has(name)) throw new Unreadable(MANIFEST, `names the file ${quoted(name)} twice`);
    named.add(name);
    const entry = entries.find((one) => one.name === name);
    if (!entry) throw new Unreadable(MANIFEST, `speaks of the file ${quoted(name)}, which is not in the bundle`);
    return entry;
  };
  const json = (name: string): unknown => {
    const entry = find(name);
    try {
      return parseJson(textOfFile(entry.read(), READING_BUDGET.json.bytes), budget);
    } catch (error) {
      throw error instanceof Unreadable
        ? new Unreadable(name, `${error.place === 'the whole archive' ? '' : `${error.place} `}${error.reason}`)
        : error;
    }
  };
  if (!entries.some(({ name }) => name === MANIFEST))
    throw new Unreadable('the whole archive', `holds no ${MANIFEST}; it is no bundle of Underloom`);
  const list = json(MANIFEST);
  refuseNewer(list, 1, [MANIFEST]);
  const manifest = manifestSchema.safeParse(list);
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
