/** `board`: the starting boards, and one of them, or one that ships, as a board file. */
import {
  boardIdSchema,
  BOARDS,
  CONTROLLER_NAMES,
  FAMILIES,
  familyById,
  FORMS,
  startingBoard,
  type Choice,
  type ControllerName,
  type Family,
} from '../core/board';
import { writeBoard } from '../core/files';
import { BadInput, type Telling } from './io';

type BoardOptions = {
  list?: boolean;
  form?: string;
  rows?: string;
  columns?: string;
  thumbs?: string;
  controller?: string;
  id?: string;
  name?: string;
};

/** A line of JSON for a family: what can be chosen, and the range of each. */
function lineOf({ id, name, forms, choices }: Family): string {
  const ranges = Object.entries(choices).map(([what, { least, most, usual }]) => [what, { least, most, usual }]);
  return JSON.stringify({ id, name, ...(forms.length > 0 && { forms }), ...Object.fromEntries(ranges) });
}

/** A number that was chosen, within its range. */
function chosen(
  what: string,
  text: string | undefined,
  choice: Choice | undefined,
  family: Family,
): number | undefined {
  if (text === undefined) return undefined;
  if (!choice) throw new BadInput(`--${what}: ${family.id} has no choice of ${what}`);
  const value = /^\d{1,4}$/.test(text) ? Number(text) : NaN;
  if (!(value >= choice.least && value <= choice.most))
    throw new BadInput(`--${what}: must be a whole number from ${choice.least} to ${choice.most}, not ${text}`);
  return value;
}

const oneOf = <T extends string>(what: string, text: string | undefined, known: readonly T[]): T | undefined => {
  if (text === undefined) return undefined;
  const found = known.find((one) => one === text.toLowerCase());
  if (found === undefined) throw new BadInput(`--${what}: ${text} is none of ${known.join(', ')}`);
  return found;
};

export function* boardCommand(familyId: string | undefined, options: BoardOptions): Telling {
  if (options.list) {
    if (familyId !== undefined) throw new BadInput('--list stands alone');
    for (const family of FAMILIES) yield `${lineOf(family)}\n`;
    return;
  }
  const shipped = familyId === undefined ? undefined : BOARDS.find(({ id }) => id === familyId);
  if (shipped) {
    const [choice] = Object.keys(options);
    if (choice !== undefined)
      throw new BadInput(`--${choice}: ${shipped.id} is a board that ships; nothing of it is chosen`);
    yield writeBoard(shipped);
    return;
  }
  const known = [...FAMILIES, ...BOARDS].map(({ id }) => id).join(', ');
  if (familyId === undefined)
    throw new BadInput(`board needs the name of a starting board, or --list; there are ${known}`);
  const family = familyById(familyId);
  if (!family) throw new BadInput(`${familyId}: there is no such starting board; there are ${known}`);
  if (options.form !== undefined && family.forms.length === 0)
    throw new BadInput(`--form: ${family.id} has no choice of form`);
  if (options.id !== undefined) {
    const id = boardIdSchema.safeParse(options.id);
    if (!id.success) throw new BadInput(`--id: ${id.error.issues[0]?.message ?? 'is not right'}`);
  }
  if (options.name !== undefined && !/^.{1,60}$/u.test(options.name.trim()))
    throw new BadInput('--name: must have 1 to 60 characters');
  const form = oneOf('form', options.form, FORMS);
  const rows = chosen('rows', options.rows, family.choices.rows, family);
  const columns = chosen('columns', options.columns, family.choices.columns, family);
  const thumbs = chosen('thumbs', options.thumbs, family.choices.thumbs, family);
  const controller = oneOf<ControllerName>('controller', options.controller, CONTROLLER_NAMES);
  const board = startingBoard(
    family,
    {
      ...(form && { form }),
      ...(rows !== undefined && { rows }),
      ...(columns !== undefined && { columns }),
      ...(thumbs !== undefined && { thumbs }),
    },
    {
      ...(controller && { controller }),
      ...(options.id !== undefined && { id: options.id }),
      ...(options.name !== undefined && { name: options.name.trim() }),
    },
  );
  yield writeBoard(board);
}
