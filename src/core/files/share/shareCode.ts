/**
 * Share codes: a whole profile as one line of letters and digits, short enough for a message and safe in it. docs/formats/share-code.md has the
 * bytes. A sound profile on a board that ships with us is packed as in a keyboard, with its names beside; any other is its JSON, packed as text.
 */
import CRC32 from 'crc-32';
import { boardById, type Board } from '../../board';
import { check, isSound } from '../../check';
import { bareImage, decodeImage, imageOfBare } from '../../image';
import { sameData, type Profile } from '../../profile';
import { READING_BUDGET, Unreadable, utf8Bytes } from '../../reading';
import { parseProfile } from '../profiles';
import { bytesOfLetters, lettersOfBytes } from './letters';
import { isNamedWhole, NamedReader, writeNamed } from './named';
import { MARK } from './mark';
import { TextReader, TextWriter } from './textCoder';
import { KIND } from './words';

const AS_TEXT = 2;
/** Packed as in a keyboard: the kind that is written, and the version of images of each kind that is read. */
const PACKED = 3;
const IMAGE_VERSION_OF: ReadonlyMap<number, number> = new Map([
  [1, 2],
  [PACKED, 3],
]);
const CHECKSUM_BYTES = 4;

const PLACE = 'the share code';
const bad = (reason: string): Unreadable => new Unreadable(PLACE, reason);

/** The most bytes of text that so many coded ones may stand for: what is spelled out is paid for in letters, and no profile is more regular. */
const mostText = (coded: number): number =>
  Math.min(READING_BUDGET.share.bytes * 1.5, READING_BUDGET.share.free + READING_BUDGET.share.aByte * coded);

/** What a code carries: a profile, and its board when that does not ship with us. */
type Shared = { profile: Profile; ownBoard?: Board };

function framed(kind: number, body: Uint8Array): string {
  const bytes = Uint8Array.from([kind, ...body]);
  const sum = CRC32.buf(bytes) >>> 0;
  return (
    MARK + lettersOfBytes(Uint8Array.from([...bytes, sum >>> 24, (sum >>> 16) & 255, (sum >>> 8) & 255, sum & 255]))
  );
}

/** The profile as in a keyboard; undefined when that would not bring back every bit of it. */
function packed(profile: Profile): string | undefined {
  const board = boardById(profile.board);
  const checked = board && check(profile, board);
  if (!board || !checked || !isSound(checked) || !isNamedWhole(profile)) return undefined;
  const bare = bareImage(checked);
  const text = new TextWriter();
  text.field(KIND.id, board.id);
  writeNamed(text, profile, board);
  const named = text.toBytes();
  const code = framed(PACKED, Uint8Array.from([named.length & 255, named.length >> 8, ...named, ...bare]));
  try {
    return sameData(readShareCode(code).profile, profile) ? code : undefined;
  } catch {
    return undefined;
  }
}

/**
 * The code of a profile. What is read from it is the same profile.
 * @throws Unreadable when it is too large for a code
 */
export function writeShareCode(profile: Profile, ownBoard?: Board): string {
  const short = ownBoard ? undefined : packed(profile);
  if (short !== undefined) return short;
  const json = JSON.stringify({ ...profile, ...(ownBoard && { ownBoard }) });
  if (json.length > READING_BUDGET.share.bytes)
    throw new Unreadable('the profile', 'is too large for a share code; make a bundle of it instead');
  const text = new TextWriter();
  text.field(KIND.json, json);
  const bytes = text.toBytes();
  // Only what is read again is handed over.
  if (utf8Bytes(json).length > mostText(bytes.length))
    throw new Unreadable('the profile', 'repeats itself too often for a share code; make a bundle of it instead');
  const code = framed(AS_TEXT, bytes);
  try {
    if (sameData(readShareCode(code).profile, profile)) return code;
  } catch (error) {
    if (!(error instanceof Unreadable)) throw error;
    throw new Unreadable('the profile', `could not be read again from its code: ${error.message}`);
  }
  throw new Unreadable('the profile', 'would be another when it is read again from its code');
}

/**
 * The profile in a code. White space in it is not looked at; everything else counts.
 * @throws Unreadable with a sentence
 */
export function readShareCode(code: string): Shared {
  if (code.length > READING_BUDGET.share.letters) throw bad('is too long to be one');
  const letters = code.replace(/\s+/g, '').replace(/^[^#]*#(?=loom)/, '');
  const [, version, rest = ''] = /^loom(\d)(.*)$/s.exec(letters) ?? [];
  if (version === undefined) throw bad(`must begin with ${MARK}; copy all of it`);
  if (`loom${version}` !== MARK) throw bad(`is of version ${version}, which only a newer Underloom can read`);
  const damaged = 'does not check out: letters are missing, changed, or have changed places. Copy all of it again';
  const bytes = bytesOfLetters(rest);
  if (!bytes || bytes.length <= CHECKSUM_BYTES) throw bad(damaged);
  const body = bytes.subarray(0, -CHECKSUM_BYTES);
  const sum = bytes.subarray(-CHECKSUM_BYTES).reduce((value, byte) => value * 256 + byte, 0);
  if (CRC32.buf(body) >>> 0 !== sum) throw bad(damaged);
  const [kind = 0] = body;
  if (kind === AS_TEXT)
    return parseProfile(new TextReader(body.subarray(1), mostText(body.length - 1)).field(KIND.json));
  const imageVersion = IMAGE_VERSION_OF.get(kind);
  if (imageVersion === undefined) throw bad('is of a kind that only a newer Underloom can read');
  return { profile: profileOfPacked(body.subarray(1), imageVersion) };
}

function profileOfPacked(body: Uint8Array, imageVersion: number): Profile {
  const length = (body[0] ?? 0) + (body[1] ?? 0) * 256;
  if (length + 2 > body.length) throw bad('ends too early');
  const text = new TextReader(body.subarray(2, 2 + length), mostText(length));
  const id = text.field(KIND.id);
  const board = boardById(id);
  if (!board) throw bad('is for a board that is not known here');
  const { image } = imageOfBare(body.subarray(2 + length), board, imageVersion);
  return decodeImage(image, board, new NamedReader(text)).profile;
}
