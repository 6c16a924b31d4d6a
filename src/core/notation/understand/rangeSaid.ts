/** A range of keys, by its two ends: `F13 to F24`, `a-f`, `Numpad1 .. Numpad9`. */
import { codeOfButton } from '../../codes';
import { keySaid } from './keysSaid';

const LISTS: readonly (readonly string[])[] = [
  Array.from({ length: 24 }, (_, n) => `F${n + 1}`),
  [...'1234567890'].map((digit) => `Digit${digit}`),
  [...'0123456789'].map((digit) => `Digit${digit}`),
  [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'].map((letter) => `Key${letter}`),
  [...'1234567890'].map((digit) => `Numpad${digit}`),
  [...'0123456789'].map((digit) => `Numpad${digit}`),
  Array.from({ length: 8 }, (_, n) => codeOfButton(n + 1)),
];

const RANGE =
  /^(?:from |between )?(\S+(?: \S+)*?)(?: ?(?:\.\.+|…|–|—|-) ?| (?:to|through|thru|until|till|up to|and|bis) )(\S+(?: \S+)*)$/i;

/** The codes from one key to another, both counted in: `F13 to F24`, `a-f`, `Numpad1 .. Numpad9`; undefined when it is no range. */
export function rangeSaid(said: string): string[] | undefined {
  const [, one = '', other = ''] = RANGE.exec(said.trim()) ?? [];
  if (one === '' || /^between /i.test(said) !== / and /i.test(said)) return undefined;
  const first = keySaid(one);
  // `F13 to 24`: the second end is of the first one's kind.
  const last = keySaid(other);
  for (const list of LISTS) {
    const from = list.indexOf(first ?? '');
    const named = list.indexOf(last ?? '');
    const to =
      named >= 0 || !/^\d+$/.test(other) ? named : list.indexOf(`${/^\D+/.exec(first ?? '')?.[0] ?? ''}${other}`);
    if (from >= 0 && to > from) return list.slice(from, to + 1);
  }
  return undefined;
}
