/** One thing that is wrong with a document: where, and what would be right. */
import { shortened } from '../reading';

export type Path = readonly (string | number)[];

/** One problem: where, and a sentence that says what is wrong and what would be right. */
export type Problem = { path: Path; message: string };

/** A JSON path as people write it: `layers[1].keys.KeyA.does`. Foreign names in it are cut short. */
export function printPath(path: Path): string {
  if (path.length === 0) return 'the whole file';
  return path
    .map((part, n) =>
      typeof part === 'number'
        ? `[${part}]`
        : /^[A-Za-z_]\w{0,59}$/.test(part)
          ? `${n ? '.' : ''}${part}`
          : `[${JSON.stringify(shortened(part))}]`,
    )
    .join('');
}

export const printProblem = (problem: Problem): string => `${printPath(problem.path)}: ${problem.message}`;

/** Why an edit was refused, as a sentence for the field in which it was typed. */
export const refusalOf = ({ message }: Problem): string => (/^[a-z]/.test(message) ? `It ${message}.` : message);
