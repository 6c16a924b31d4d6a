/** Anything a person may bring: a profile, several, a bundle, a share code, what a keyboard's memory held. What it is is told by its bytes, never by its name. */
import { boardById, type Board } from '../board';
import { boardIdOfImage, decodeImage } from '../image';
import type { Profile } from '../profile';
import { textOfFile, Unreadable } from '../reading';
import { isZip, readBundle, type Snapshot } from './bundle';
import { isIntelHex, readIntelHex } from './intelHex';
import { isProfileText, parseProfiles } from './profiles';
import { findShareCode, readShareCode } from './share';

/** One profile that was brought, or why it cannot be read. `text` is what it was written as, when that was a text for people. */
export type Incoming =
  | {
      place: string;
      profile: Profile;
      ownBoard?: Board;
      tags?: readonly string[];
      snapshots?: readonly Snapshot[];
      text?: string;
    }
  | { place: string; reason: string };

const isImage = (bytes: Uint8Array): boolean => [0x55, 0x4e, 0x44, 0x4c].every((byte, n) => bytes[n] === byte);

function ofImage(bytes: Uint8Array, boards: readonly Board[]): Incoming[] {
  const id = boardIdOfImage(bytes);
  return [{ place: '', profile: decodeImage(bytes, boardById(id) ?? boards.find((board) => board.id === id)).profile }];
}

/**
 * The profiles in a text that was pasted or typed: a share code, perhaps in a message or a link; JSON; or a text for people.
 * @throws Unreadable when it holds none at all
 */
export function readIncomingText(text: string, boards: readonly Board[] = []): Incoming[] {
  const isData = /^\s*[[{]/.test(text);
  const code = isData || isProfileText(text) ? undefined : findShareCode(text);
  if (code !== undefined) return [{ place: '', ...readShareCode(code) }];
  const read = parseProfiles(text, boards);
  const [only, another] = read;
  return read.map((one): Incoming => {
    if ('problem' in one) return { place: one.place, reason: one.problem.message };
    return { ...one, ...(only && !another && isProfileText(text) && { text }) };
  });
}

/** The profiles in a file. @throws Unreadable when it holds none at all */
export function readIncoming(bytes: Uint8Array, boards: readonly Board[] = []): Incoming[] {
  if (isZip(bytes))
    return readBundle(bytes).map((one): Incoming =>
      'problem' in one ? { place: one.place, reason: one.problem.message } : one,
    );
  if (isImage(bytes)) return ofImage(bytes, boards);
  const text = textOfFile(bytes);
  if (isIntelHex(bytes) && /^:[0-9A-Fa-f]{10}/.test(text)) return ofImage(readIntelHex(text), boards);
  if (text.trim() === '') throw new Unreadable('the whole file', 'is empty');
  return readIncomingText(text, boards);
}
