/** Folders for tests, which are gone when their process ends. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

export function temporaryFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'underloom-'));
  process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
  return folder;
}
