/** Files that somebody chose: nothing is read of one that is too large, and one that cannot be read says so. */
import { textOfFile, Unreadable } from '../../core/reading';

/**
 * The text of a file.
 * @throws Unreadable when it is larger, is no text, or cannot be read at all
 */
export async function fileText(file: File, mostBytes: number): Promise<string> {
  if (file.size > mostBytes) throw new Unreadable('the whole file', `is larger than ${mostBytes >> 20} MB`);
  const bytes = await file.arrayBuffer().catch(() => {
    throw new Unreadable('the whole file', 'cannot be read; perhaps it was moved or changed since it was chosen');
  });
  return textOfFile(new Uint8Array(bytes));
}
