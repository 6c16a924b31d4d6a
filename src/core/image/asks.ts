/**
 * What macros ask the host for, in an image: a section of its own, which is there when some macro does. A reader that does not know it refuses the image by
 * name, since without it they would do less.
 */
import { ASKED_FOR, askedSchema, type AskedOf, type Macro } from '../profile';
import { badImage, ByteWriter, type ByteReader } from './bytes';

const FIRST = 1;
const LAST = 2;

export const asksOf = ({ asksFirst, asksLast }: Macro): boolean => asksFirst !== undefined || asksLast !== undefined;

/** A count, and for each the number of the macro, a byte (1 first, 2 last), and for each of these what (a byte) and its name. */
export function writeAsks(macros: readonly Macro[]): Uint8Array {
  const asking = macros.flatMap((macro, number) => (asksOf(macro) ? [{ macro, number }] : []));
  const out = new ByteWriter().count(asking.length);
  for (const { macro, number } of asking) {
    const { asksFirst, asksLast } = macro;
    out.count(number).u8((asksFirst ? FIRST : 0) | (asksLast ? LAST : 0));
    for (const asked of [asksFirst, asksLast]) if (asked) out.u8(ASKED_FOR.indexOf(asked.what)).text(asked.name);
  }
  return out.toBytes();
}

/** What each macro asks for, by its number. @throws Unreadable */
export function readAsks(reader: ByteReader, macros: number): Map<number, Pick<Macro, 'asksFirst' | 'asksLast'>> {
  const found = new Map<number, Pick<Macro, 'asksFirst' | 'asksLast'>>();
  const asked = (): AskedOf => {
    const at = reader.offset;
    const read = askedSchema.safeParse({ what: ASKED_FOR[reader.u8()], name: reader.text(200) });
    if (!read.success) throw badImage(at, 'something that no host can be asked for');
    return read.data;
  };
  for (let left = reader.count(); left > 0; left--) {
    const at = reader.offset;
    const number = reader.count();
    if (number >= macros || found.has(number)) throw badImage(at, `macro number ${number}, where there are ${macros}`);
    const which = reader.u8();
    found.set(number, {
      ...((which & FIRST) !== 0 && { asksFirst: asked() }),
      ...((which & LAST) !== 0 && { asksLast: asked() }),
    });
  }
  return found;
}
