/** `line`: what a typed line means, as JSON; with `--file`, one line of output for each line of the file. */
import { HARROW_64 } from '../core/board';
import { sayReading, understand } from '../core/notation';
import { plainProfile, type Profile } from '../core/profile';
import { loadDraft, loadLines } from './input';
import { BadInput, type Telling } from './io';

/** One line of output: the likeliest reading and all of them, or why there is none. */
function answerTo(text: string, profile: Profile): object {
  const understood = understand(text, profile);
  if (understood.ok) {
    const readings = understood.readings.map(({ line, binding, slips }) => ({
      line,
      binding,
      says: sayReading(binding, profile.timing, profile),
      ...(slips && { slips }),
    }));
    const [first] = readings;
    return { line: first?.line, binding: first?.binding, readings };
  }
  const { error, nearest, missing } = understood;
  return { error, nearest, ...(missing && { missing }) };
}

export function* lineCommand(
  words: readonly string[],
  options: { profile?: string; file?: string; board?: string },
): Telling {
  if (words.length > 0 === (options.file !== undefined))
    throw new BadInput('line takes either a TEXT in quotes, or --file and a file of lines');
  const profile =
    options.profile === undefined
      ? plainProfile(HARROW_64, 'plain', 'Plain')
      : loadDraft(options.profile, options.board).profile;
  const lines = options.file === undefined ? [words.join(' ')] : loadLines(options.file);
  // The last line of a file ends with a line end, and nothing stands behind it.
  if (options.file !== undefined && lines.at(-1) === '') lines.pop();
  for (const text of lines) yield `${JSON.stringify(answerTo(text, profile))}\n`;
}
