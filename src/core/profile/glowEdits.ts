/**
 * What lamps show, changed line by line as a person points at things: a layer, some keys, a sign, a figure. Of several lines that speak of a key the last one
 * counts, so a new line stands behind those that say less: all keys, then layers, then keys, then keys of a layer.
 */
import type { KeyId } from '../board';
import { sameData } from '../reading';
import { LIMITS } from './limits';
import type { GlowLine, LayerId } from './schema';

type KeysLine = Extract<GlowLine, { glow: 'keys' }>;
export type Shows = KeysLine['shows'];
export type SignLine = Extract<GlowLine, { key: KeyId }>;
type FigureLine = Exclude<GlowLine, KeysLine | SignLine>;

const rankOf = (line: GlowLine): number =>
  line.glow === 'keys' ? (line.keys ? 2 : 0) + (line.layer === undefined ? 0 : 1) : 'key' in line ? 4 : 5;

/** The lines with one more, behind the last that says no more than it. */
function put(lines: readonly GlowLine[], line: GlowLine): GlowLine[] {
  const behind = lines.findLastIndex((one) => rankOf(one) <= rankOf(line));
  return lines.toSpliced(behind + 1, 0, line);
}

const isOfLayer = (line: GlowLine, layer: LayerId | undefined): line is KeysLine =>
  line.glow === 'keys' && !line.keys && line.layer === layer;

/** What is said of a layer, or of all keys; undefined when nothing is. */
export const shownOn = (lines: readonly GlowLine[], layer?: LayerId): KeysLine | undefined =>
  lines.findLast((line): line is KeysLine => isOfLayer(line, layer));

/** The lines in which a layer, or all keys, show something; null: nothing is said of it any more. */
export function withShownOn(
  lines: readonly GlowLine[],
  layer: LayerId | undefined,
  to: { shows: Shows; only?: boolean } | null,
): GlowLine[] {
  const line: KeysLine | null = to && {
    glow: 'keys',
    shows: to.shows,
    ...(layer !== undefined && { layer }),
    ...(to.only && { only: true as const }),
  };
  const at = lines.findLastIndex((one) => isOfLayer(one, layer));
  if (at < 0) return line ? put(lines, line) : [...lines];
  return line ? lines.with(at, line) : lines.toSpliced(at, 1);
}

/** What is said of a key itself on a layer; undefined when nothing is. */
export const shownBy = (lines: readonly GlowLine[], layer: LayerId | undefined, key: KeyId): Shows | undefined =>
  lines.findLast((line): line is KeysLine => line.glow === 'keys' && line.layer === layer && !!line.keys?.includes(key))
    ?.shows;

/** The lines in which keys show something of their own on a layer; null: they show what the layer does. */
export function withShownBy(
  lines: readonly GlowLine[],
  layer: LayerId | undefined,
  keys: readonly KeyId[],
  shows: Shows | null,
): GlowLine[] {
  const others = lines.flatMap((line): GlowLine[] => {
    if (line.glow !== 'keys' || line.layer !== layer || !line.keys) return [line];
    const left = line.keys.filter((key) => !keys.includes(key));
    return left.length === line.keys.length ? [line] : left.length > 0 ? [{ ...line, keys: left }] : [];
  });
  if (shows === null) return others;
  const at = others.findIndex(
    (line) => line.glow === 'keys' && line.layer === layer && line.shows === shows && line.keys && !line.only,
  );
  const there = others[at];
  const all = there?.glow === 'keys' ? [...(there.keys ?? []), ...keys] : [...keys];
  const made = (some: readonly KeyId[]): KeysLine => ({
    glow: 'keys',
    shows,
    ...(layer !== undefined && { layer }),
    keys: [...some],
  });
  const [first = [], ...more] = Array.from({ length: Math.ceil(all.length / LIMITS.glowKeys) }, (_, n) =>
    all.slice(n * LIMITS.glowKeys, (n + 1) * LIMITS.glowKeys),
  );
  const begun = at < 0 ? put(others, made(first)) : others.with(at, made(first));
  return more.reduce((so, some) => put(so, made(some)), begun);
}

/** The lines with another sign. */
export const withSign = (lines: readonly GlowLine[], sign: SignLine): GlowLine[] =>
  lines.some((line) => sameData(line, sign)) ? [...lines] : put(lines, sign);

/** The lines with a figure, in the place of one of its kind. */
export const withFigure = (lines: readonly GlowLine[], line: FigureLine): GlowLine[] =>
  put(
    lines.filter((one) => one.glow !== line.glow),
    line,
  );
