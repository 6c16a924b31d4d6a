/** From unknown data to a profile, or to the problems of its shape, in words. */
import { quoted, sameData, say, type z } from '../reading';
import { withoutKeyEvents } from './keyEvents';
import type { Path, Problem } from './problem';
import { printProblem } from './problemWords';
import { bindingSchema, profileSchema, profileShapeSchema, type Binding, type Profile } from './schema';

const NOUNS: Readonly<Record<string, string>> = {
  array: 'a list',
  object: 'an object',
  record: 'an object',
  string: 'a text',
  number: 'a number',
  int: 'a whole number',
  boolean: 'true or false',
};

/** What an issue says, without its place. */
function sentenceOf(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case 'invalid_type':
      return `must be ${NOUNS[issue.expected] ?? issue.expected}`;
    case 'too_big':
    case 'too_small': {
      const isMost = issue.code === 'too_big';
      const bound = Number(isMost ? issue.maximum : issue.minimum);
      if (issue.message !== '' && !/^Too (big|small)/.test(issue.message)) return issue.message;
      if (issue.origin === 'array')
        return `has too ${isMost ? 'many' : 'few'} entries; ${bound} is the ${isMost ? 'most' : 'least'}`;
      if (issue.origin === 'string')
        return `is too ${isMost ? 'long' : 'short'}; ${bound} character${bound === 1 ? ' is' : 's are'} the ${isMost ? 'most' : 'least'}`;
      return `is too ${isMost ? 'large' : 'small'}; ${bound} is the ${isMost ? 'most' : 'least'}`;
    }
    case 'invalid_value':
      return `must be ${issue.values.map(quoted).join(' or ')}`;
    case 'invalid_union':
      return 'is missing or not one of the known kinds';
    default:
      return issue.message;
  }
}

const valueAt = (path: Path, said: string): Problem => ({ path, wrong: { is: 'value', said: say(said) } });

/** Zod's issues as problems. */
export function problemsOfZod(error: z.ZodError): Problem[] {
  return error.issues.flatMap((issue): Problem[] => {
    const path = issue.path.map((part) => (typeof part === 'symbol' ? String(part) : part));
    if (issue.code === 'unrecognized_keys')
      return issue.keys.map((key) => valueAt([...path, key], 'is not a field that is known here'));
    // What is wrong with a field's name is said by the check of the name.
    if (issue.code === 'invalid_key') return [valueAt(path, issue.issues[0]?.message ?? 'is not a name')];
    return [valueAt(path, sentenceOf(issue))];
  });
}

/** A document whose only fault is that things are there twice, so that everything else that is wrong with it can be said, too. */
export function readWithDoubles(data: unknown): Profile | undefined {
  const result = profileShapeSchema.safeParse(data);
  return result.success ? result.data : undefined;
}

/** A key whose setting is the board's has none of its own. */
function withoutBoardsOwn(profile: Profile): Profile {
  const { board, keys } = profile.travel;
  const own = Object.entries(keys).filter(([, actuation]) => !sameData(actuation, board));
  return own.length === Object.keys(keys).length
    ? profile
    : { ...profile, travel: { board, keys: Object.fromEntries(own) } };
}

/** A profile from unknown data, or the problems of its shape. Defaults are filled in, and what says nothing is left out. */
export function readProfile(data: unknown): { profile: Profile } | { problems: Problem[] } {
  const { data: bare, putBack } = withoutKeyEvents(data);
  const result = profileSchema.safeParse(bare);
  return result.success
    ? { profile: withoutBoardsOwn(putBack(result.data)) }
    : { problems: problemsOfZod(result.error) };
}

/** A binding from unknown data, or the first problem of its shape. */
export function bindingOfJson(data: unknown): { binding: Binding } | { message: string } {
  const result = bindingSchema.safeParse(data);
  if (result.success) return { binding: result.data };
  const [first] = problemsOfZod(result.error);
  return { message: first ? printProblem(first) : 'is not right' };
}
