/**
 * The strokes file: what fingers did, as CSV (RFC 4180) with the columns `t_us,key,depth_um`, times not decreasing. A
 * board without measured travel writes the full depth for down and 0 for up. What the host says of its lamps stands between:
 * `lamp:CapsLock` with 1 when it is lit and 0 when it is dark.
 */
import { csvFormatRows, csvParseRows } from 'd3-dsv';
import { quoted, READING_BUDGET, Unreadable, z } from '../reading';
import type { Board } from '../board';
import { HOST_LAMPS, isHostLamp } from '../codes';
import { isOfLamp, sampleOfLamp, type Sample } from '../engine';

const HEADER = ['t_us', 'key', 'depth_um'];

const wholeNumber = z
  .string()
  .trim()
  .regex(/^\d{1,15}$/)
  .transform(Number);

/**
 * Reads a strokes file for a board.
 * @throws Unreadable with the line (from 1), what is wrong there and what would be right
 */
export function readStrokes(text: string, board: Board): Sample[] {
  const { bytes, rows: mostRows } = READING_BUDGET.csv;
  if (text.length > bytes) throw new Unreadable('the whole file', `is larger than ${bytes >> 20} MB`);
  const rows = csvParseRows(text.replace(/^\uFEFF/, ''));
  if (rows.length > mostRows) throw new Unreadable('the whole file', `has more than ${mostRows} lines`);
  const [header, ...body] = rows;
  if (!header || header.map((name) => name.trim()).join() !== HEADER.join()) {
    throw new Unreadable(
      'line 1',
      `the columns must be ${HEADER.join(',')}, found ${quoted((header ?? []).join(','))}`,
    );
  }
  const keys = new Set(board.keys.map((key) => key.id));
  const samples: Sample[] = [];
  let earlierUs = 0;
  body.forEach((row, index) => {
    const line = `line ${index + 2}`;
    if (row.length === 1 && row[0]?.trim() === '') return;
    if (row.length !== HEADER.length)
      throw new Unreadable(line, `has ${row.length} columns instead of ${HEADER.length}`);
    const [time = '', key = '', depth = ''] = row.map((cell) => cell.trim());
    const tUs = wholeNumber.safeParse(time);
    if (!tUs.success)
      throw new Unreadable(line, `t_us must be a whole number of microseconds from 0, found ${quoted(time)}`);
    if (tUs.data < earlierUs) throw new Unreadable(line, `the time goes back, from ${earlierUs} to ${tUs.data}`);
    if (isOfLamp({ key })) {
      const name = key.slice(key.indexOf(':') + 1);
      if (!isHostLamp(name))
        throw new Unreadable(line, `there is no lamp ${quoted(name)}; the lamps are ${HOST_LAMPS.join(', ')}`);
      if (depth !== '0' && depth !== '1')
        throw new Unreadable(line, `a lamp is 1 when it is lit and 0 when it is dark, found ${quoted(depth)}`);
      earlierUs = tUs.data;
      samples.push(sampleOfLamp(tUs.data, name, depth === '1'));
      return;
    }
    if (!keys.has(key)) throw new Unreadable(line, `the ${board.name} has no key ${quoted(key)}`);
    const depthUm = wholeNumber.safeParse(depth);
    if (!depthUm.success)
      throw new Unreadable(line, `depth_um must be a whole number of micrometres from 0, found ${quoted(depth)}`);
    if (depthUm.data > board.travelUm)
      throw new Unreadable(
        line,
        `depth ${depthUm.data} is more than the travel of the ${board.name}, ${board.travelUm}`,
      );
    earlierUs = tUs.data;
    samples.push({ tUs: tUs.data, key, depthUm: depthUm.data });
  });
  return samples;
}

/** A strokes file from samples. */
export const writeStrokes = (samples: readonly Sample[]): string =>
  `${csvFormatRows([HEADER, ...samples.map(({ tUs, key, depthUm }) => [String(tUs), key, String(depthUm)])])}\n`;

/** The beginning of a strokes file: what the fingers did up to a time in µs. The file is one that can be read. */
export function strokesUntil(text: string, untilUs: number): string {
  let end = text.indexOf('\n') + 1;
  for (let next = end; next < text.length && Number.parseInt(text.slice(next, next + 16), 10) <= untilUs; end = next) {
    const behind = text.indexOf('\n', next) + 1;
    next = behind > 0 ? behind : text.length;
  }
  return text.slice(0, end);
}
