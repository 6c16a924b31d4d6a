/** The small schemas that the others are made of: names, ids, figures within their limits, codes. */
import { isCode } from '../codes';
import { quoted, z } from '../reading';
import { LIMITS, type Range } from './limits';

/** Something that can be seen: not only spaces, marks and characters of no width. */
const VISIBLE = /[^\p{C}\p{Z}\p{M}\p{Default_Ignorable_Code_Point}]/u;
const NOT_TEXT = /[\0\p{Surrogate}]/u;
const isText = (text: string): boolean => !NOT_TEXT.test(text);
const NOT_TEXT_REASON = 'holds a NUL, or half of a character';

export const text = (most: number) => z.string().max(most).refine(isText, NOT_TEXT_REASON);
export const nameSchema = text(LIMITS.nameLength)
  .min(1)
  .refine((said) => VISIBLE.test(said), 'must have a character that can be seen')
  .refine((said) => !/\p{Cc}/u.test(said), 'must be on one line, without control characters');
export const idSchema = z
  .string()
  .regex(
    new RegExp(`^[A-Za-z0-9][A-Za-z0-9_.-]{0,${LIMITS.idLength - 1}}$`),
    `must be 1 to ${LIMITS.idLength} letters, digits, dots, dashes or underscores, and begin with a letter or digit`,
  );
/** A whole number within a range of `limits`. */
export const whole = ({ least, most }: Range) => z.int().min(least).max(most);
const micrometres = (kind: Range, reason: string) => z.int().min(kind.least, reason).max(kind.most);
export const depth = micrometres(
  LIMITS.depthUm,
  `must be ${LIMITS.depthUm.least} µm at the least: above that a key counts as at rest`,
);
export const movement = micrometres(
  LIMITS.movementUm,
  `must be ${LIMITS.movementUm.least} µm at the least: no finger is steadier`,
);

export const codeSchema = z
  .string()
  .max(40)
  .refine(isCode, { error: (issue) => `${quoted(issue.input)} is not a W3C code nor hid:PP:UUUU` });
export const chord = z.array(codeSchema).min(1).max(LIMITS.chordKeys);

export const gapMs = whole(LIMITS.gapMs).default(0);
export const perSecond = whole(LIMITS.perSecond).default(0);
export const notches = whole(LIMITS.wheelNotches).default(0);
