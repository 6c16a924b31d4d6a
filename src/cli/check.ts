/** `check`: every problem of a profile, a line each; when there is none, what one should look at all the same. */
import { adviceOn } from '../core/analysis';
import { boardById } from '../core/board';
import { printPath } from '../core/profile';
import { checkFile, loadBoard } from './input';

export function checkCommand(file: string, options: { board?: string }): void {
  const given = options.board === undefined ? undefined : loadBoard(options.board);
  const { profile, problems } = checkFile(file, given);
  const board = given ?? (profile && boardById(profile.board));
  const advice = profile && board && problems.length === 0 ? adviceOn(profile, board) : [];
  const lines = [
    ...problems,
    ...(problems.length === 0 ? [`${file}: no problems`] : []),
    ...advice.map(({ path, message }) => `${printPath(path)}: advice: ${message}`),
  ];
  process.stdout.write(lines.map((line) => `${line}\n`).join(''));
  if (problems.length > 0) process.exitCode = 1;
}
