/** From code to HID usage and back. A usage that has no W3C name is written `hid:PP:UUUU` (hex page, hex usage). */
import { CODE_TABLE, type CodeGroup } from './table';
import { BUTTON_PAGE, idOf, isModifierUsage, pageOf, usageOf, type Usage } from './usage';

/** A W3C UI Events code (`KeyA`, `ArrowUp`) or `hid:PP:UUUU`. */
export type Code = string;

const usageByCode = new Map<Code, Usage>();
const codeByUsage = new Map<Usage, Code>();
const groupByCode = new Map<Code, CodeGroup>();
for (const [group, rows] of Object.entries(CODE_TABLE) as [CodeGroup, (typeof CODE_TABLE)[CodeGroup]][]) {
  for (const [code, page, id] of rows) {
    usageByCode.set(code, usageOf(page, id));
    codeByUsage.set(usageOf(page, id), code);
    groupByCode.set(code, group);
  }
}

const HID_CODE = /^hid:([0-9A-Fa-f]{2}):([0-9A-Fa-f]{4})$/;

/** Every code with a W3C name, in the order of the table. */
export const NAMED_CODES: readonly Code[] = [...usageByCode.keys()];

/** The HID usage of a code, or `undefined` when the text is no code a keyboard can send. */
export function usageOfCode(code: Code): Usage | undefined {
  const named = usageByCode.get(code);
  if (named !== undefined) return named;
  const hid = HID_CODE.exec(code);
  if (!hid?.[1] || !hid[2]) return undefined;
  const usage = usageOf(parseInt(hid[1], 16), parseInt(hid[2], 16));
  return pageOf(usage) === 0 || idOf(usage) === 0 ? undefined : usage;
}

/** The W3C code of a usage, or `hid:PP:UUUU` when it has none. */
export function codeOfUsage(usage: Usage): Code {
  const named = codeByUsage.get(usage);
  if (named !== undefined) return named;
  const hex = (value: number, digits: number) => value.toString(16).toUpperCase().padStart(digits, '0');
  return `hid:${hex(pageOf(usage), 2)}:${hex(idOf(usage), 4)}`;
}

export const isCode = (text: string): boolean => usageOfCode(text) !== undefined;

/** Whether the code is one of the eight modifiers (Control, Shift, Alt, Meta, left and right). */
export const isModifier = (code: Code): boolean => isModifierUsage(usageOfCode(code) ?? 0);

/** The group a code belongs to; codes without a W3C name count as `system`. */
export const groupOfCode = (code: Code): CodeGroup => groupByCode.get(code) ?? 'system';

/** The code of a mouse button, counted from 1: the button page has one usage a button. */
export const codeOfButton = (button: number): Code => codeOfUsage(usageOf(BUTTON_PAGE, button));

/** Which mouse button, 1 to 8, a code is; undefined when it is none that lines have words for. */
export function buttonOfCode(code: Code): number | undefined {
  const usage = usageOfCode(code) ?? 0;
  return pageOf(usage) === BUTTON_PAGE && idOf(usage) <= 8 ? idOf(usage) : undefined;
}

/** Whether a code is a letter's on a US keyboard, `KeyA` to `KeyZ`. */
export const isLetter = (code: Code): boolean => /^Key[A-Z]$/.test(code);
