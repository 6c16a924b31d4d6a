/**
 * Foreign words in our own sentences. A file may hold names of megabytes, names that are written from right to left, and
 * signs that turn the direction of what follows; a sentence that quotes one stays short and readable all the same.
 */

/** The most characters that are quoted of anything. */
const MOST_QUOTED = 60;
/** The most problems that are listed; the rest is counted. */
export const MOST_LISTED = 20;

/** Letters written from right to left, and signs that change the direction of writing (Unicode Standard Annex #9). */
const TURNS =
  /[\u0590-\u08FF\u200E\u200F\u202A-\u202E\uFB1D-\uFDFF\uFE70-\uFEFC\u{10800}-\u{10FFF}\u{1E800}-\u{1EFFF}]/u;
const ISOLATES = /[\u2066-\u2069]/g;
const [ISOLATE, END_ISOLATE] = ['\u2068', '\u2069'];

/** A foreign word cut to what can be read in passing. A surrogate pair is not cut in half. */
export function shortened(text: string, most = MOST_QUOTED): string {
  if (text.length <= most) return text;
  const cut = text.slice(0, most - 1);
  return `${/[\uD800-\uDBFF]$/.test(cut) ? cut.slice(0, -1) : cut}…`;
}

/** A foreign word as it may stand in a sentence: short, on one line, its direction kept to itself. */
export function foreign(text: string): string {
  const tame = shortened(
    text
      .slice(0, 4 * MOST_QUOTED)
      .replace(ISOLATES, '')
      .replace(/\p{Cc}+/gu, ' '),
  );
  return TURNS.test(tame) ? `${ISOLATE}${tame}${END_ISOLATE}` : tame;
}

/** A foreign value as it stands in a file, in quotes and cut short: `"Key…"`, `12`, `null`, `an object`. */
export function quoted(value: unknown): string {
  if (typeof value === 'string') {
    const said = JSON.stringify(shortened(value.slice(0, 4 * MOST_QUOTED).replace(ISOLATES, '')));
    return TURNS.test(said) ? `${ISOLATE}${said}${END_ISOLATE}` : said;
  }
  if (Array.isArray(value)) return 'a list';
  if (typeof value === 'object' && value !== null) return 'an object';
  return shortened(String(value));
}

/** Names in a row, the first few of many: `base, nav and 3 more`. */
export function listed(names: readonly string[], most = 6): string {
  const shown = names.slice(0, most).map(foreign);
  return names.length > most ? `${shown.join(', ')} and ${names.length - most} more` : shown.join(', ');
}

/** The first problems of many, and a last line that counts the rest. */
export function firstOf(lines: readonly string[], most = MOST_LISTED): string[] {
  return lines.length > most ? [...lines.slice(0, most), `and ${lines.length - most} more`] : [...lines];
}
