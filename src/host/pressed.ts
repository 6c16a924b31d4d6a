/** What this program holds down on a display, so that all of it can be let go of; whoever guards it is told before anything goes down. */
import { BUTTON_PAGE, buttonOfCode, idOf, pageOf, usageOf, usageOfCode, type Code, type Usage } from '../core/codes';
import { buttonOf, keycodeOf, WHEEL } from './x11/keycodes';

/** The keys, buttons and pointer of a computer. */
export type Hands = {
  key(keycode: number, isDown: boolean): void;
  button(button: number, isDown: boolean): void;
  move(dx: number, dy: number): void;
};

/** A key or a button that is held: `k38`, `b1`. */
export type HeldName = `k${number}` | `b${number}`;

/** The usage of what the keyboard sends; undefined when it has none. */
export function usageOfEdge(code: Code): Usage | undefined {
  const button = buttonOfCode(code);
  return button === undefined ? usageOfCode(code) : usageOf(BUTTON_PAGE, button);
}

/** What a usage is on a computer; undefined when it has no such key. */
export function heldName(usage: Usage): HeldName | undefined {
  if (pageOf(usage) === BUTTON_PAGE) return `b${buttonOf(idOf(usage))}`;
  const keycode = keycodeOf(usage);
  return keycode === undefined ? undefined : `k${keycode}`;
}

export class Pressed {
  private readonly held = new Set<HeldName>();

  constructor(
    private readonly hands: Hands,
    /** Told what goes down, before it does; and what is up again. */
    private readonly guard: (name: HeldName, isDown: boolean) => void = () => undefined,
  ) {}

  get size(): number {
    return this.held.size;
  }

  /** The wheel turns by notches: to the right and up. */
  wheel(dx: number, dy: number): void {
    const click = (button: number, count: number): void => {
      for (let n = 0; n < count; n++) {
        this.hands.button(button, true);
        this.hands.button(button, false);
      }
    };
    click(dy > 0 ? WHEEL.up : WHEEL.down, Math.abs(dy));
    click(dx > 0 ? WHEEL.right : WHEEL.left, Math.abs(dx));
  }

  move(dx: number, dy: number): void {
    this.hands.move(dx, dy);
  }

  letGo(): void {
    for (const name of this.held) this.turn(name, false);
  }

  /** Something goes down, or up; what is so already stays. */
  turn(name: HeldName, isDown: boolean): void {
    if (isDown === this.held.has(name)) return;
    if (isDown) {
      this.held.add(name);
      this.guard(name, true);
    }
    turn(this.hands, name, isDown);
    if (!isDown) {
      this.held.delete(name);
      this.guard(name, false);
    }
  }
}

/** Presses what a name stands for, or lets it go. */
export function turn(hands: Hands, name: HeldName, isDown: boolean): void {
  const number = Number(name.slice(1));
  if (name.startsWith('b')) hands.button(number, isDown);
  else hands.key(number, isDown);
}

export const isHeldName = (text: string): text is HeldName => /^[kb]\d{1,3}$/.test(text);
