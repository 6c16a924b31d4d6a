/** `check`: the problems of a profile, a line each; when there is none, what one should look at all the same. */
import { adviceOn } from '../core/advice';
import { printPath } from '../core/profile';
import { checkFile } from './input';
import { shown } from '../core/reading';
import { FOUND, type Steps } from './io';

export function* checkCommand(file: string, options: { board?: string }): Steps {
  const { sound, problems } = checkFile(file, options.board);
  const lines = sound
    ? [
        `${file}: no problems`,
        ...adviceOn(sound).map(({ path, message }) => `${printPath(path)}: advice: ${shown(message)}`),
      ]
    : problems;
  yield lines.map((line) => `${line}\n`).join('');
  return problems.length > 0 ? FOUND : 0;
}
