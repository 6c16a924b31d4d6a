/**
 * A profile through another host's eyes: which bindings mean something else there, and the one edit that aims them anew, so that the
 * same characters come out. The plain keys of the base, which do what an ordinary keyboard does in their place, are counted apart:
 * whoever sits before that host expects its own letters there.
 */
import type { Board, KeyId } from '../board';
import { isModifier, titleOfCode, type Code } from '../codes';
import {
  codesOfStroke,
  deadOf,
  hostLayout,
  lackingIn,
  madeBy,
  shownOf,
  strokesOf,
  type HostLayoutData,
  type HostLayoutId,
  type Lacking,
} from '../hosts';
import { allActions, editTowards, replacedAt, type Action, type Edit, type Path, type Profile } from '../profile';

/** One action that means something else on the other host. */
export type MeaningChange = {
  path: Path;
  /** The name of the layer, and the key; of a joint press its keys. */
  layer: string;
  keys: readonly KeyId[];
  /** A key of the base that does what it does on an ordinary keyboard. */
  isPlain: boolean;
  /** What the host makes of it now, and the other would. */
  was: string;
  becomes: string;
  /** What would mean the same there; undefined when nothing does. */
  instead: Action | undefined;
};

/** What another host would do to a profile. */
type OtherHost = {
  changes: readonly MeaningChange[];
  /** Texts that cannot be typed there, by where they are, and what is lacking. */
  texts: readonly { path: Path; text: string; lacking: readonly Lacking[] }[];
  /** Macros whose keys make other characters there. */
  macros: readonly { id: string; name: string }[];
};

type Chord = { commands: readonly Code[]; shift: boolean; altGr: boolean; key: Code };

/** A chord as the host sees it: at most one key with the modifiers that lead to its level, and those that make it a command. */
function chordOf(codes: readonly Code[], layout: HostLayoutData): Chord | undefined {
  const keys = codes.filter((code) => !isModifier(code));
  const [key, second] = keys;
  if (key === undefined || second !== undefined) return undefined;
  const modifiers = codes.filter(isModifier);
  const levels = (code: Code): boolean => code.startsWith('Shift') || (code === 'AltRight' && layout.altGr);
  const commands = modifiers.filter((code) => !levels(code));
  return {
    commands,
    shift: modifiers.some((code) => code.startsWith('Shift')),
    altGr: layout.altGr && modifiers.includes('AltRight'),
    key,
  };
}

/** What a host makes of a chord: a character or dead key; with command modifiers, the key's own character. */
function madeOf(codes: readonly Code[], layout: HostLayoutData): { made: string; chord: Chord } | undefined {
  const chord = chordOf(codes, layout);
  if (!chord) return undefined;
  const isCommand = chord.commands.length > 0;
  const made = madeBy(layout, chord.key, isCommand ? { shift: false, altGr: false } : chord);
  return made === '' || /^\s$/.test(made) ? undefined : { made, chord };
}

const commandNames = (codes: readonly Code[]): string => codes.map((code) => `${titleOfCode(code)}+`).join('');

/** What would do on a host what an action does on another. */
function aimedAt(
  action: Action,
  from: HostLayoutData,
  to: HostLayoutData,
): { was: string; becomes: string; instead: Action | undefined } | undefined {
  if (action.do !== 'keys' && action.do !== 'holdFor' && action.do !== 'latch') return undefined;
  const here = madeOf(action.codes, from);
  if (!here) return undefined;
  const there = madeOf(action.codes, to);
  if (there?.made === here.made) return undefined;
  const { commands, shift } = here.chord;
  const isCommand = commands.length > 0;
  const shifted = isCommand && shift ? 'Shift+' : '';
  const said = (layout: HostLayoutData, made: string): string =>
    `${commandNames(commands)}${shifted}${shownOf(layout, made)}`;
  const was = isCommand
    ? said(from, here.made)
    : deadOf(here.made) === undefined
      ? here.made
      : shownOf(from, here.made);
  const becomes = there
    ? isCommand
      ? said(to, there.made)
      : deadOf(there.made) === undefined
        ? there.made
        : shownOf(to, there.made)
    : 'nothing';
  return { was, becomes, instead: insteadOf(action, here.made, here.chord, to) };
}

function insteadOf(
  action: Extract<Action, { do: 'keys' | 'holdFor' | 'latch' }>,
  made: string,
  { commands, shift }: Chord,
  to: HostLayoutData,
): Action | undefined {
  // A dead key is aimed at the same dead key.
  if (deadOf(made) !== undefined) {
    for (const [code, levels] of Object.entries(to.keys)) {
      const level = levels.indexOf(made);
      if (level < 0) continue;
      const modifiers = [...(level % 2 === 1 ? ['ShiftLeft'] : []), ...(level > 1 ? ['AltRight'] : [])];
      return { ...action, codes: [...modifiers, code] };
    }
    return undefined;
  }
  const strokes = strokesOf(to, made);
  const [stroke, second] = strokes ?? [];
  if (!stroke) return undefined;
  if (commands.length > 0) {
    if (second || stroke.modifiers.length > 0) return undefined;
    return { ...action, codes: [...commands, ...(shift ? ['ShiftLeft'] : []), stroke.code] };
  }
  if (!second) return { ...action, codes: codesOfStroke(stroke) };
  // Several strokes are a text; it cannot be held.
  return action.do === 'keys' ? { do: 'text', text: made, gapMs: 0 } : undefined;
}

const isAction = (path: Path, name: string): boolean => path[0] === name;

/** Everything of a profile that means something else on another host. Both layouts are here. */
export function throughHost(profile: Profile, board: Board, host: HostLayoutId): OtherHost {
  const [from, to] = [hostLayout(profile.hostLayout), hostLayout(host)];
  const changes: MeaningChange[] = [];
  const texts: OtherHost['texts'][number][] = [];
  const lookAtText = (text: string, path: Path): void => {
    const lacking = lackingIn(to, text);
    if (lacking.length > 0) texts.push({ path, text, lacking });
  };
  for (const { action, path } of allActions(profile)) {
    if (action.do === 'text') lookAtText(action.text, [...path, 'text']);
    const aimed = aimedAt(action, from, to);
    if (!aimed) continue;
    const inLayer = isAction(path, 'layers');
    const layer = inLayer ? profile.layers[Number(path[1])] : undefined;
    const key = String(path[3] ?? '');
    const joint = inLayer ? undefined : profile.joints[Number(path[1])];
    const ownCode = board.keys.find(({ id }) => id === key)?.code;
    const isPlain =
      inLayer &&
      path[1] === 0 &&
      action.do === 'keys' &&
      action.codes.length === 1 &&
      action.codes[0] === (ownCode ?? key) &&
      layer?.keys[key]?.does.kind === 'act';
    changes.push({ path, layer: layer?.name ?? '', keys: joint?.keys ?? [key], isPlain, ...aimed });
  }
  const macros = profile.macros.flatMap((macro, n) => {
    let isOther = false;
    for (const part of ['onPress', 'repeat', 'onRelease'] as const)
      macro[part]?.events.forEach((event, e) => {
        if ('text' in event) lookAtText(event.text, ['macros', n, part, 'events', e, 'text']);
        if (!('code' in event) || isModifier(event.code)) return;
        const level = { shift: false, altGr: false };
        isOther ||= madeBy(from, event.code, level) !== madeBy(to, event.code, level);
      });
    return isOther ? [{ id: macro.id, name: macro.name }] : [];
  });
  return { changes, texts, macros };
}

/**
 * The one edit that takes a profile to another host and aims what means something else there anew.
 * @param withPlain the plain keys of the base, too
 * @returns the edit, how many actions are aimed anew, and how many nothing could be done about
 */
export function reaimed(
  profile: Profile,
  board: Board,
  host: HostLayoutId,
  withPlain: boolean,
): { edit: Edit | undefined; aimed: number; left: number } {
  let next = profile;
  let [aimed, left] = [0, 0];
  for (const { path, isPlain, instead } of throughHost(profile, board, host).changes) {
    if (isPlain && !withPlain) continue;
    if (instead) {
      next = replacedAt(next, path, instead) as Profile;
      aimed++;
    } else left++;
  }
  return { edit: editTowards(profile, { ...next, hostLayout: host }), aimed, left };
}
