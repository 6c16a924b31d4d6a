/**
 * Chords that do something to the whole computer, whatever program is in front, as the desktops of the day have them by default. Those that lead to a place where a
 * command can be typed are the ones that a text may misuse.
 */
import { isModifier, type Code } from '../codes';

type System = { opens: string; takesCommands: boolean };

/** Chords by their keys without left and right, in the order of modifiers: Ctrl, Shift, Alt, Meta. */
const CHORDS: Readonly<Record<string, System>> = {
  'Meta+KeyR': { opens: 'opens the system’s run box', takesCommands: true },
  Meta: { opens: 'opens the system’s menu, which starts programs', takesCommands: true },
  'Control+Escape': { opens: 'opens the system’s menu, which starts programs', takesCommands: true },
  'Meta+KeyS': { opens: 'opens the system’s search, which starts programs', takesCommands: true },
  'Meta+KeyQ': { opens: 'opens the system’s search, or ends a program', takesCommands: true },
  'Meta+KeyX': { opens: 'opens the system’s menu of tools', takesCommands: true },
  'Meta+Space': { opens: 'opens the system’s search, which starts programs', takesCommands: true },
  'Alt+Space': { opens: 'opens a search that starts programs, or the menu of the window', takesCommands: true },
  'Alt+F2': { opens: 'opens the system’s run box', takesCommands: true },
  'Alt+F1': { opens: 'opens the system’s menu, which starts programs', takesCommands: true },
  'Control+Alt+KeyT': { opens: 'opens a terminal', takesCommands: true },
  'Meta+KeyT': { opens: 'opens a terminal, or moves along the task bar', takesCommands: true },
  'Meta+Enter': { opens: 'opens a terminal', takesCommands: true },
  'Control+Backquote': { opens: 'opens a program’s terminal', takesCommands: true },
  'Control+Shift+KeyP': { opens: 'opens a program’s list of commands', takesCommands: true },
  'Control+Shift+KeyJ': { opens: 'opens a browser’s console', takesCommands: true },
  'Control+Shift+KeyI': { opens: 'opens a browser’s tools', takesCommands: true },
  'Control+Shift+KeyK': { opens: 'opens a browser’s console', takesCommands: true },
  'Alt+Meta+KeyJ': { opens: 'opens a browser’s console', takesCommands: true },
  'Alt+Meta+KeyI': { opens: 'opens a browser’s tools', takesCommands: true },
  F12: { opens: 'opens a browser’s tools', takesCommands: true },
  'Control+Shift+Escape': { opens: 'opens the list of running programs', takesCommands: false },
  'Control+Alt+Delete': { opens: 'opens the system’s own screen', takesCommands: false },
  'Alt+Meta+Escape': { opens: 'opens the box that ends programs', takesCommands: false },
  'Control+Alt+Backspace': { opens: 'may end the session', takesCommands: false },
  'Meta+KeyL': { opens: 'locks the screen', takesCommands: false },
  'Control+Meta+KeyQ': { opens: 'locks the screen', takesCommands: false },
  'Shift+Meta+KeyQ': { opens: 'logs out', takesCommands: false },
  'Alt+F4': { opens: 'closes the window', takesCommands: false },
  LaunchApp1: { opens: 'starts a program', takesCommands: true },
  LaunchApp2: { opens: 'starts a program', takesCommands: true },
  Power: { opens: 'turns the computer off', takesCommands: false },
  Sleep: { opens: 'puts the computer to sleep', takesCommands: false },
  'hid:01:0081': { opens: 'turns the computer off', takesCommands: false },
  'hid:01:0082': { opens: 'puts the computer to sleep', takesCommands: false },
};

const ORDER = ['Control', 'Shift', 'Alt', 'Meta'];

const nameOf = (codes: readonly Code[]): string => {
  const modifiers = new Set(codes.filter(isModifier).map((code) => code.replace(/Left$|Right$/, '')));
  const others = codes.filter((code) => !isModifier(code));
  return [...ORDER.filter((one) => modifiers.has(one)), ...others].join('+').replace('NumpadEnter', 'Enter');
};

/** What a chord does to the computer; undefined when it is a program's own. */
export const systemChord = (codes: readonly Code[]): System | undefined => {
  const name = nameOf(codes);
  return Object.hasOwn(CHORDS, name) ? CHORDS[name] : undefined;
};
