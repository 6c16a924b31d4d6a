/**
 * Lets go of what is held on a display when the program that holds it is gone, however it went: killed as well. It is a process of its own, told line by line
 * what goes down (`+k38`) and what is up again (`-k38`); when no line can come any more, it lets go of the rest and ends.
 */
import { createInterface } from 'node:readline';
import { Display } from './x11/display';
import { isHeldName, turn, type HeldName } from './pressed';

/** Until what was sent has arrived. */
const LINGER_MS = 100;

export async function guard(displayName: string): Promise<void> {
  const display = await Display.open(displayName);
  const held = new Set<HeldName>();
  display.onGone = () => process.exit(0);
  for await (const line of createInterface({ input: process.stdin })) {
    const name = line.slice(1);
    if (!isHeldName(name)) continue;
    if (line.startsWith('+')) held.add(name);
    else held.delete(name);
  }
  for (const name of held) turn(display, name, false);
  setTimeout(() => process.exit(0), LINGER_MS);
}
