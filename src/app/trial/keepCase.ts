/** A trial as a ZIP file with one folder: the case, to be unpacked among others. */
import { caseOf } from '../../core/files';
import { download, fileNameOf } from '../shared/download';
import type { TrialSession } from './session';

/** Hands the person what the trial's fingers did with its profile, and what comes of it, as a case. */
export async function keepCase(session: TrialSession): Promise<void> {
  const { strToU8, zipSync } = await import('fflate');
  const name = fileNameOf(`${session.profile.name} case`, '').replace(/\.$/, '');
  const files = Object.entries(caseOf(session.sound, session.strokes())).map(
    ([file, content]) => [file, strToU8(content)] as const,
  );
  download(`${name}.zip`, zipSync({ [name]: Object.fromEntries(files) }), 'application/zip');
}
