/**
 * A profile as one text. Each thing stands on a line of its own that depends on nothing else, so that a change of one key changes one
 * line: on the base, the rows show the board as it is and every key that does something else has its line; on other layers,
 * rows are written where many keys have little to say, and what a row cannot hold stands in lines below it.
 */
import { rowsOf, type Board } from '../../board';
import { isCode, wordOfCode } from '../../codes';
import {
  DEFAULT_ACTUATION,
  sameData,
  type Assignment,
  type Joint,
  type Layer,
  type Macro,
  type Profile,
  type Role,
  type WrittenStep,
} from '../../profile';
import { printActuation } from '../travel';
import { printScoreLine } from '../scoreLine';
import { printBehind } from './behind';
import { printGlow } from './glowText';
import { printActions, printBinding } from './bindingText';
import { ownTiming, printHeadName, printLayerName, printTiming, quotedText, slugOf, wordOfKey } from './words';

/** How many keys with nothing but a word to say make a layer worth writing in rows. */
const ROWS_FROM = 8;
/** Characters a key unit is wide. */
const UNIT = 8;
const INDENT = '  ';

const idPart = (id: string, name: string): string => (id === slugOf(name) ? '' : `, id ${id}`);

/** A cell's word for what a key does in its place by itself. */
const capWord = (code: string): string => (code === 'Period' ? 'Period' : wordOfCode(code));

/** What a key of the board sends when it does what its cap says; nothing for a key that sends nothing by itself. */
const capBinding = (code: string): Assignment => ({ does: { kind: 'act', action: { do: 'keys', codes: [code] } } });

/** A binding as a cell of a row: one word, or more in brackets. */
export function printCell(assignment: Assignment | undefined, profile: Profile): string {
  if (!assignment) return '.';
  const text = printBinding(assignment.does, profile);
  return /\s|^[(|]/.test(text) ? `(${text})` : text;
}

/** Cells of one row of the board, each at its place as far as those before it let it. */
function printRow(cells: readonly { x: number; text: string; hand: string }[]): string {
  let line = `${INDENT}|`;
  let hand = cells[0]?.hand;
  let right = cells[0]?.x ?? 0;
  for (const { x, text, hand: its } of cells) {
    const changesHand = its !== hand && x - right > 0.4;
    hand = its;
    right = x + 1;
    const at = INDENT.length + 2 + Math.round(x * UNIT);
    line = `${line.padEnd(at - 1 - (changesHand ? 2 : 0))}${changesHand ? '| ' : ''}${line.endsWith(' ') || line.padEnd(at - 1).length > line.length ? '' : ' '}${text}`;
  }
  return line;
}

export const isPlain = ({ label, role, note, does }: Assignment): boolean =>
  label === undefined && role === undefined && note === undefined && !(does.kind === 'gesture' && does.timing);

/** What a key's line says behind its colon. */
export function printAssignment(assignment: Assignment, profile: Profile, withBinding = true): string {
  const label = assignment.label === undefined ? '' : `${quotedText(assignment.label)} `;
  const binding = withBinding ? printBinding(assignment.does, profile) : '';
  return `${label}${binding}${printBehind(assignment, profile.roles)}`
    .trim()
    .replace(/^("(?:[^"\\]|\\.)*") {2}/, '$1 ');
}

export const printKeyLine = (
  key: string,
  assignment: Assignment | undefined,
  profile: Profile,
  board: Board | undefined,
): string => `${INDENT}${wordOfKey(key, board)}: ${assignment ? printAssignment(assignment, profile) : '.'}`;

/** The keys of a layer that are on the board, in its rows, and then the others. */
function* keysInOrder(layer: Layer, board: Board | undefined): Iterable<string> {
  const onBoard = board ? rowsOf(board).flat() : [];
  const ids = new Set(onBoard.map(({ id }) => id));
  for (const { id } of onBoard) if (Object.hasOwn(layer.keys, id)) yield id;
  for (const id of Object.keys(layer.keys)) if (!ids.has(id)) yield id;
}

function baseLines(layer: Layer, profile: Profile, board: Board): string[] {
  const own = new Set<string>();
  const rows = rowsOf(board).map((row) =>
    printRow(
      row.map(({ id, x, hand, code }) => {
        const said = Object.hasOwn(layer.keys, id) ? layer.keys[id] : undefined;
        const sends = code !== undefined && isCode(code) ? code : undefined;
        const asCap = said !== undefined && sends !== undefined && sameData(said, capBinding(sends));
        if (said !== undefined && !asCap) own.add(id);
        // Fn sends nothing by itself: what it does stands in its line alone.
        const isFn = id === 'Fn' && !asCap;
        return { x, hand, text: said === undefined || sends === undefined || isFn ? '.' : capWord(sends) };
      }),
    ),
  );
  const others = [...keysInOrder(layer, board)].filter((id) => own.has(id) || !board.keys.some((key) => key.id === id));
  return [...rows, ...others.map((id) => printKeyLine(id, layer.keys[id], profile, board))];
}

function rowLines(layer: Layer, profile: Profile, board: Board): string[] {
  const rows = rowsOf(board)
    .map((row) =>
      row.map(({ id, x, hand }) => ({
        x,
        hand,
        text: printCell(Object.hasOwn(layer.keys, id) ? layer.keys[id] : undefined, profile),
      })),
    )
    .map(printRow);
  const lines = [...keysInOrder(layer, board)].flatMap((id) => {
    const said = layer.keys[id];
    if (!said) return [];
    if (!board.keys.some((key) => key.id === id)) return [printKeyLine(id, said, profile, board)];
    return isPlain(said) ? [] : [`${INDENT}${wordOfKey(id, board)}: ${printAssignment(said, profile, false)}`];
  });
  return [...rows, ...lines];
}

export const printLayerHead = ({ id, name, dye }: Layer): string =>
  `layer ${printHeadName(name)}, ${dye}${idPart(id, name)}`;

/** A layer: its heading, then its rows or its keys. */
export function layerLines(layer: Layer, profile: Profile, board: Board | undefined): string[] {
  const plain = Object.values(layer.keys).filter((one) => isPlain(one) && one.does.kind !== 'gesture').length;
  const isBase = profile.layers[0]?.id === layer.id;
  const lines =
    board && isBase
      ? baseLines(layer, profile, board)
      : board && plain >= ROWS_FROM
        ? rowLines(layer, profile, board)
        : [...keysInOrder(layer, board)].map((id) => printKeyLine(id, layer.keys[id], profile, board));
  return [printLayerHead(layer), ...lines];
}

const RUN = (run: Macro['run']): string =>
  run.kind === 'whileHeld'
    ? 'while held'
    : run.kind === 'untilPressedAgain'
      ? 'until pressed again'
      : `${run.times} times`;

/** A macro: its heading with what is not as usual, then its scores. */
/** What a macro asks the host for, at its beginning and its end: the word of the line, and what is asked. */
export const askLines = ({ asksFirst, asksLast }: Macro): ['first' | 'last', string][] =>
  (
    [
      ['first', asksFirst],
      ['last', asksLast],
    ] as const
  ).flatMap(([word, asked]): ['first' | 'last', string][] =>
    asked ? [[word, `${asked.what === 'program' ? 'start' : 'sound'} ${quotedText(asked.name)}`]] : [],
  );

export function macroLines(macro: Macro): string[] {
  const { id, name, run, gapMs, stop, leavesHeld, liftModifiers } = macro;
  const head = [
    `macro ${printHeadName(name)}`,
    ...(id === slugOf(name) ? [] : [`id ${id}`]),
    ...(run.kind === 'times' && run.times === 1 ? [] : [RUN(run)]),
    ...(gapMs === 0 ? [] : [`gap ${gapMs} ms`]),
    ...(stop === 'now' ? [] : ['finishes']),
    ...(leavesHeld ? ['leaves keys down'] : []),
    ...(liftModifiers ? ['lifts modifiers'] : []),
  ].join(', ');
  const part = (word: string, score: Macro['onPress']): string[] =>
    score === undefined ? [] : [`${INDENT}${word} ${printScoreLine(score)}`.trimEnd()];
  return [
    head,
    ...askLines(macro).map(([word, text]) => `${INDENT}${word} ${text}`),
    ...part('press', macro.onPress),
    ...part('repeat', macro.repeat),
    ...part('release', macro.onRelease),
  ];
}

export const roleLine = ({ id, name, color }: Role): string =>
  `role ${printHeadName(name)}, ${color}${idPart(id, name)}`;

/** The id of a joint press when none is written. */
export const jointId = (keys: readonly string[]): string => slugOf(keys.join('-')) || 'joint';

export function jointLine({ id, keys, withinMs, action }: Joint, profile: Profile, board: Board | undefined): string {
  const own = id === jointId(keys) ? '' : `, id ${id}`;
  return `joint ${keys.map((key) => wordOfKey(key, board)).join(' + ')}, within ${withinMs} ms${own}: ${printActions(action, profile)}`;
}

export const joinedLine = ({ when, also }: Profile['joinedLayers'][number], profile: Profile): string =>
  `joined ${when.map((id) => printLayerName(id, profile)).join(', ')}: ${printLayerName(also, profile)}`;

export const lampLine = ({ lamp, lit, shows }: Profile['lampLayers'][number], profile: Profile): string =>
  `lamp ${lamp} ${lit ? 'lit' : 'dark'}: ${printLayerName(shows, profile)}`;

/** A step of a walk: its words in quotes, and the layer and the keys that are shown with them. */
export function stepLine({ says, layer, keys }: WrittenStep, profile: Profile, board: Board | undefined): string {
  const where = layer === undefined ? '' : ` on ${printLayerName(layer, profile)}`;
  return `  ${quotedText(says)}${where}${keys.length === 0 ? '' : `: ${keys.map((key) => wordOfKey(key, board)).join(' ')}`}`;
}

/** The walk as it is written anew; nothing when there is none. */
export const walkLines = (profile: Profile, board: Board | undefined): string[] =>
  profile.walk ? ['walk', ...profile.walk.map((step) => stepLine(step, profile, board))] : [];

/** What lamps show, as it is written anew; nothing when nothing is said of it. */
export const glowLines = (profile: Profile, board: Board | undefined): string[] =>
  profile.glow ? ['glow', ...profile.glow.map((line) => `${INDENT}${printGlow(line, profile, board)}`)] : [];

/** What a profile says of itself. */
export function headLines(profile: Profile): string[] {
  const timing = printTiming(ownTiming(profile.timing));
  return [
    `profile ${printHeadName(profile.name)}${idPart(profile.id, profile.name)}`,
    `${INDENT}board ${/^[\w.-]+$/.test(profile.board) ? profile.board : quotedText(profile.board)}`,
    ...(profile.hostLayout === 'us' ? [] : [`${INDENT}host ${profile.hostLayout}`]),
    ...(profile.icon === 'spool'
      ? []
      : [`${INDENT}icon ${/^[\w.-]+$/.test(profile.icon) ? profile.icon : quotedText(profile.icon)}`]),
    ...(timing === '' ? [] : [`${INDENT}timing ${timing}`]),
  ];
}

const depthLine = (key: string, actuation: Profile['travel']['board'], board: Board | undefined): string =>
  `${INDENT}${wordOfKey(key, board)}: ${printActuation(actuation)}`;

function depthLines({ travel }: Profile, board: Board | undefined): string[] {
  const keys = Object.entries(travel.keys).map(([key, actuation]) => depthLine(key, actuation, board));
  const whole = sameData(travel.board, DEFAULT_ACTUATION) ? [] : [`${INDENT}board: ${printActuation(travel.board)}`];
  return whole.length + keys.length === 0 ? [] : ['depths', ...whole, ...keys];
}

/** A whole profile as a text, ending with a line end. */
export function writeText(profile: Profile, board: Board | undefined): string {
  const sections = [
    headLines(profile),
    profile.roles.map(roleLine),
    depthLines(profile, board),
    profile.macros.flatMap(macroLines),
    ...profile.layers.map((layer) => layerLines(layer, profile, board)),
    [
      ...profile.joints.map((joint) => jointLine(joint, profile, board)),
      ...profile.joinedLayers.map((joined) => joinedLine(joined, profile)),
      ...profile.lampLayers.map((shown) => lampLine(shown, profile)),
    ],
    walkLines(profile, board),
    glowLines(profile, board),
  ];
  return `${sections
    .filter((lines) => lines.length > 0)
    .map((lines) => lines.join('\n'))
    .join('\n\n')}\n`;
}
