/** The starting boards: families with a few choices, each made by a function. */
import { CONTROLLERS, type ControllerName } from '../controllers';
import type { Board, BoardKey } from '../schema';
import {
  block,
  FORMS,
  functionRow,
  keyAt,
  navigation,
  numberPad,
  rowAt,
  WIDE,
  WITH_ARROWS,
  type Form,
} from './conventional';
import { gridKeys, splitKeys } from './split';

/** What can be chosen of a family: a range of whole numbers, the least first, and what it is when nothing is chosen. */
export type Choice = { least: number; most: number; usual: number };
type Choices = { rows?: Choice; columns?: Choice; thumbs?: Choice };
export type Chosen = { form?: Form; rows?: number; columns?: number; thumbs?: number };

export type Family = {
  id: string;
  name: string;
  /** The arrangements it comes in, the usual one first; none when there is but one. */
  forms: readonly Form[];
  choices: Choices;
  keys: (chosen: Required<Chosen>) => BoardKey[];
};

const HALVES: Choices = {
  rows: { least: 3, most: 5, usual: 3 },
  columns: { least: 5, most: 7, usual: 6 },
  thumbs: { least: 2, most: 6, usual: 3 },
};

/** The keys in a column at the right edge, from the top. */
const column = (x: number, y: number, codes: string): BoardKey[] =>
  codes.split(' ').map((code, n) => keyAt(code, x, y + n));

export const FAMILIES: readonly Family[] = [
  {
    id: 'full-size',
    name: 'Full size',
    forms: FORMS,
    choices: {},
    keys: ({ form }) => [
      ...functionRow(0),
      ...block(form, 1.25, 'Backquote', WIDE),
      ...navigation(15.25, 1.25),
      ...numberPad(18.5, 1.25),
    ],
  },
  {
    id: 'no-number-pad',
    name: 'Without number pad',
    forms: FORMS,
    choices: {},
    keys: ({ form }) => [...functionRow(0), ...block(form, 1.25, 'Backquote', WIDE), ...navigation(15.25, 1.25)],
  },
  {
    id: 'compact',
    name: 'Compact with navigation column',
    forms: FORMS,
    choices: {},
    keys: ({ form }) => [
      ...rowAt('Escape F1 F2 F3 F4 F5 F6 F7 F8 F9 F10 F11 F12 PrintScreen Pause Delete', 0, 0),
      ...block(form, 1, 'Backquote', WITH_ARROWS),
      ...column(15, 1, 'Home PageUp PageDown End'),
    ],
  },
  {
    id: 'sixty-five',
    name: 'Five rows with arrows',
    forms: FORMS,
    choices: {},
    keys: ({ form }) => [...block(form, 0, 'Escape', WITH_ARROWS), ...column(15, 0, 'Delete PageUp PageDown End')],
  },
  {
    id: 'sixty',
    name: 'Five rows',
    forms: FORMS,
    choices: {},
    keys: ({ form }) => block(form, 0, 'Escape', WIDE),
  },
  {
    id: 'split-staggered',
    name: 'Split, columns staggered',
    forms: [],
    choices: HALVES,
    keys: (chosen) => splitKeys(chosen, true),
  },
  {
    id: 'split-straight',
    name: 'Split, columns straight',
    forms: [],
    choices: HALVES,
    keys: (chosen) => splitKeys(chosen, false),
  },
  {
    id: 'grid',
    name: 'Straight grid',
    forms: [],
    choices: { rows: { least: 1, most: 12, usual: 4 }, columns: { least: 1, most: 20, usual: 12 } },
    keys: ({ rows, columns }) => gridKeys(rows, columns),
  },
  {
    id: 'small-pad',
    name: 'Small pad',
    forms: [],
    choices: { rows: { least: 1, most: 6, usual: 3 }, columns: { least: 1, most: 8, usual: 3 } },
    keys: ({ rows, columns }) => gridKeys(rows, columns),
  },
  { id: 'one-key', name: 'Single key', forms: [], choices: {}, keys: () => gridKeys(1, 1) },
  { id: 'number-pad', name: 'Number pad', forms: [], choices: {}, keys: () => numberPad(0, 0) },
];

/** How a form is written. */
export const FORM_NAMES: Readonly<Record<Form, string>> = { ansi: 'ANSI', iso: 'ISO', jis: 'JIS' };

/** What a choice stands at: what was chosen, or the usual. */
const settled = (choice: Choice | undefined, chosen: number | undefined): number => chosen ?? choice?.usual ?? 0;

/** What a starting board is called: its family, and what was chosen of it. */
function nameOf({ name, forms, choices }: Family, chosen: Required<Chosen>): string {
  const sizes = [
    ...(choices.rows ? [`${chosen.rows} × ${chosen.columns}`] : []),
    ...(choices.thumbs ? [`${chosen.thumbs} thumbs`] : []),
  ];
  return [name, ...(forms.length > 0 ? [FORM_NAMES[chosen.form]] : []), sizes.join(' + ')].filter(Boolean).join(', ');
}

/**
 * A starting board. What is chosen lies within the family's choices.
 * @param more an id and a name of its own, and a controller other than the usual one
 */
export function startingBoard(
  family: Family,
  chosen: Chosen = {},
  more: { id?: string; name?: string; controller?: ControllerName } = {},
): Board {
  const { choices, forms } = family;
  const whole: Required<Chosen> = {
    form: chosen.form ?? forms[0] ?? 'ansi',
    rows: settled(choices.rows, chosen.rows),
    columns: settled(choices.columns, chosen.columns),
    thumbs: settled(choices.thumbs, chosen.thumbs),
  };
  const id = [
    family.id,
    ...(forms.length > 0 ? [whole.form] : []),
    ...(choices.rows ? [`${whole.rows}x${whole.columns}`] : []),
    ...(choices.thumbs ? [`${whole.thumbs}`] : []),
  ].join('-');
  const { travelUm, analog, device } = CONTROLLERS[more.controller ?? 'usual'];
  return {
    format: 'underloom-board',
    version: 1,
    id: more.id ?? id,
    name: more.name ?? nameOf(family, whole),
    travelUm,
    analog,
    keys: family.keys(whole),
    device: { ...device },
  };
}

/** A family by its id. */
export const familyById = (id: string): Family | undefined => FAMILIES.find((family) => family.id === id);
