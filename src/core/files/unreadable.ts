/** Many problems of a file as one error: the first, and how many more there are. */
import { printPath, sayWrong, type Problem } from '../profile';
import { Unreadable } from '../reading';

/** The end of a sentence that says how many problems there are besides. */
export const more = (count: number): string => (count > 0 ? ` (and ${count} more problem${count > 1 ? 's' : ''})` : '');

/** The first of some problems as an error, which counts the others. */
export function unreadable(problems: readonly Problem[]): Unreadable {
  const [first] = problems;
  return new Unreadable(
    printPath(first?.path ?? []),
    `${first ? sayWrong(first.wrong) : 'is not right'}${more(problems.length - 1)}`,
  );
}
