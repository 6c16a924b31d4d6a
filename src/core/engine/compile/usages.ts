/** The usages of a program, numbered as they are met, so that what runs counts in small arrays. */
import { BUTTON_PAGE, codeOfUsage, idOf, pageOf, usageOfCode, type Code } from '../../codes';

export class UsageNumbers {
  /** The codes by their numbers. */
  readonly codes: Code[] = [];
  private readonly numbers = new Map<Code, number>();

  /** The number of a code; a key that is written as its HID usage is the same key. */
  readonly ofCode = (code: Code): number => {
    const usage = usageOfCode(code) ?? 0;
    return pageOf(usage) === BUTTON_PAGE ? this.ofButton(idOf(usage)) : this.of(codeOfUsage(usage));
  };

  ofCodes(codes: readonly Code[]): number[] {
    return codes.map(this.ofCode);
  }

  /** The number of a mouse button, counted from 1. */
  ofButton(button: number): number {
    return this.of(`button:${button}`);
  }

  private of(code: Code): number {
    const known = this.numbers.get(code);
    if (known !== undefined) return known;
    const number = this.codes.push(code) - 1;
    this.numbers.set(code, number);
    return number;
  }
}
