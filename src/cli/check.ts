/** `check`: every problem of a profile, a line each. */
import { checkFile, loadBoard } from './input';

export function checkCommand(file: string, options: { board?: string }): void {
  const problems = checkFile(file, options.board === undefined ? undefined : loadBoard(options.board));
  process.stdout.write(problems.length === 0 ? `${file}: no problems\n` : problems.map((line) => `${line}\n`).join(''));
  if (problems.length > 0) process.exitCode = 1;
}
