/** Files that a newer program wrote are read by none of the older rules: docs/formats/versions.md. */
import { quoted, Unreadable } from '../reading';

/**
 * @param known the version that is read here
 * @param place where in the file the data stands
 * @throws Unreadable when data says that it is of a later version
 */
export function refuseNewer(data: unknown, known: number, place: readonly string[] = []): void {
  const version =
    typeof data === 'object' && data !== null && Object.hasOwn(data, 'version')
      ? (data as { version: unknown }).version
      : undefined;
  if (typeof version === 'number' && Number.isInteger(version) && version > known)
    throw new Unreadable(
      [...place, 'version'].join('.'),
      `is from a newer program: the file has version ${quoted(version)}, and this one reads version ${known}`,
    );
}
