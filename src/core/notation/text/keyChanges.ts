/** What is said of a key of a layer, said otherwise: in its own line, in the cell of a row, or in a new line behind the layer's own. */
import type { Board } from '../../board';
import type { Assignment, Layer, Profile } from '../../profile';
import { cellsOf } from './keyLines';
import type { ReadText, Site } from './read';
import { commentAt } from './source';
import type { TextLines } from './textLines';
import { wordOfKey } from './words';
import { isPlain, printAssignment, printCell, printKeyLine } from './write';

const INDENT = '  ';

export class KeyChanges {
  private readonly raw: readonly string[];

  constructor(
    private readonly lines: TextLines,
    private readonly read: ReadText,
    private readonly index: number,
    private readonly to: Profile,
    private readonly board: Board | undefined,
  ) {
    this.raw = lines.raw;
  }

  /** Changes what is said of a key of a layer; a line that has to be put behind the layer's own, when none can be changed. */
  key(layer: Layer, key: string, now: Assignment | undefined): string[] {
    const { to, board } = this;
    const sites = this.read.sites.filter(
      (site) =>
        site.profile === this.index &&
        site.layer === layer.id &&
        site.key === key &&
        (site.is === 'key' || site.is === 'cell'),
    );
    const last = sites.at(-1);
    // A line that is being written is its person's; what it will say is known when it reads.
    if (last && this.read.problems.some(({ line }) => line === last.line)) return [];
    const cell = sites.findLast(({ is, alone }) => is === 'cell' && alone);
    const own = last?.is === 'key' && last.alone ? last : undefined;
    if (own) {
      const raw = this.raw[own.line - 1] ?? '';
      const colon = /:(?=\s|$)/.exec(raw)?.index ?? 0;
      const saysOnly = /^\s*(?:"(?:[^"\\]|\\.)*")?\s*(?:[({]|--|$)/.test(raw.slice(colon + 1, commentAt(raw)));
      const others = sites.filter((site) => site !== own);
      if (saysOnly && cell && others.length === 1 && now) {
        this.cell(cell, printCell(now, to));
        if (isPlain(now)) this.lines.takeOut(own.line);
        else this.lines.replace(own.line, `${raw.slice(0, colon + 1)} ${printAssignment(now, to, false)}`);
        return [];
      }
      const below = others.length === 0 ? undefined : others.at(-1);
      const cellSays = below && below === cell ? this.cellText(cell) : undefined;
      if (!now && (others.length === 0 || cellSays === '.')) this.lines.takeOut(own.line);
      else if (now && cellSays !== undefined && isPlain(now) && cellSays === printCell(now, to))
        this.lines.takeOut(own.line);
      else this.lines.replace(own.line, `${raw.slice(0, colon + 1)} ${now ? printAssignment(now, to) : '.'}`);
      return [];
    }
    const isBase = to.layers[0]?.id === layer.id;
    if (last && last === cell && (!now || (isPlain(now) && (!isBase || this.cellText(cell) === '.')))) {
      this.cell(cell, printCell(now, to));
      return [];
    }
    if (last && last === cell && now && !isBase && this.cellText(cell) === printCell({ does: now.does }, to))
      return [`${INDENT}${wordOfKey(key, board)}: ${printAssignment(now, to, false)}`];
    return [printKeyLine(key, now, to, board)];
  }

  private cellText({ line, from }: Site): string {
    return cellsOf(this.raw[line - 1]?.slice(from - 1) ?? '')[0]?.text ?? '';
  }

  /** Puts another text into a cell; cells behind it stay where they are as long as there is room. */
  private cell({ line, from, key }: Site, text: string): void {
    const row = this.lines.line(line);
    const raw = this.raw[line - 1] ?? '';
    const place = cellsOf(raw).findIndex(({ at }) => at === from - 1);
    const cell = cellsOf(row.slice(0, commentAt(row)))[place];
    if (!cell || key === undefined) return;
    const end = cell.at + cell.text.length;
    const room = /^ */.exec(row.slice(end))?.[0].length ?? 0;
    const isLast = row.slice(end).trim() === '';
    const spaces = isLast ? 0 : Math.max(1, cell.text.length + room - text.length);
    this.lines.put(line, `${row.slice(0, cell.at)}${text}${' '.repeat(spaces)}${row.slice(end + room)}`);
  }
}
