/** The words of what concerns the keyboard itself, or the computer that it is plugged into: its slots, its lamps, its recordings, what it asks for. */
import { LIMITS, type Action, type ActionOf, type AskedFor, type DeviceFunction } from '../profile';
import { foreign, listed } from '../reading';
import type { ActionReader, Meaning, Rows } from './actionRow';
import { printText } from './names';

const keyboard = (line: string, meaning: string): Meaning => ({ group: 'The keyboard itself', line, meaning });

/** What the keyboard does with itself: its line, its sentence, its keycap, and what a list says of it. */
const DEVICE_WORDS: Readonly<Record<DeviceFunction, { line: string; says: string; legend: string; offer: string }>> = {
  record: {
    line: 'record',
    says: 'starts or stops recording a macro on the keyboard, and gives it up when held for 1 s',
    legend: '● rec',
    offer: 'record a macro on the keyboard',
  },
  lampsUp: { line: 'lamps up', says: 'makes the lamps brighter', legend: 'lamps +', offer: 'brighter lamps' },
  lampsDown: { line: 'lamps down', says: 'makes the lamps darker', legend: 'lamps −', offer: 'darker lamps' },
  lampsToggle: {
    line: 'lamps toggle',
    says: 'turns the lamps on or off',
    legend: 'lamps',
    offer: 'lamps on, or off when they are on',
  },
  lampsMove: {
    line: 'lamps move',
    says: 'lets the lamps move in the next way',
    legend: 'lamps ~',
    offer: 'the next movement of the lamps',
  },
  bootloader: {
    line: 'bootloader',
    says: 'stops the keyboard for new firmware when held for 1 s',
    legend: 'bootloader',
    offer: 'stop for new firmware, when held for a second',
  },
};

function readSlot({ scanner, number }: ActionReader): Action {
  for (const how of ['next', 'previous'] as const) if (scanner.takeWord(how)) return { do: 'slot', how };
  const piece = scanner.peek();
  if (!/^\d/.test(piece.text)) return scanner.fail(piece, ['next', 'previous', 'the number of a slot']);
  const slots = [number(LIMITS.slot)];
  while (/^\d/.test(scanner.peek().text)) {
    const next = scanner.peek();
    const slot = number(LIMITS.slot);
    if (slots.includes(slot)) scanner.fail(next, [], `Slot ${slot} is there twice.`);
    slots.push(slot);
  }
  const [slot = 1] = slots;
  return slots.length === 1 ? { do: 'slot', how: 'go', slot } : { do: 'slot', how: 'among', slots };
}

const slotWord = (action: ActionOf<'slot'>): string | number =>
  action.how === 'go' ? action.slot : action.how === 'among' ? action.slots.join(' ') : action.how;

/** A name in quotes: what the host is asked for. */
function readAsk({ scanner }: ActionReader, what: AskedFor): Action {
  const piece = scanner.peek();
  const name = scanner.takeText();
  if (name === undefined) return scanner.fail(piece, ['a name in quotes, such as "Mixer"']);
  if (name.trim() === '' || name !== name.trim() || name.length > LIMITS.askLength || !/^[ -~]*$/.test(name))
    scanner.fail(
      piece,
      [],
      `A name is 1 to ${LIMITS.askLength} plain letters, figures and signs, with no space before or behind.`,
    );
  return { do: 'ask', what, name };
}

function readLamps({ scanner }: ActionReader): Action {
  const whats = { up: 'lampsUp', down: 'lampsDown', toggle: 'lampsToggle', move: 'lampsMove' } as const;
  for (const [word, what] of Object.entries(whats)) if (scanner.takeWord(word)) return { do: 'device', what };
  return scanner.fail(scanner.peek(), Object.keys(whats));
}

export const KEYBOARD_ROWS: Rows<'slot' | 'ask' | 'device'> = {
  slot: {
    begins: { slot: { meaning: 'another profile of this keyboard: next, previous, or its number', read: readSlot } },
    print: (action) => `slot ${slotWord(action)}`,
    says: (action) =>
      action.how === 'among'
        ? `goes through the slots ${listed(action.slots.map(String))}, one a press`
        : `changes to ${action.how === 'go' ? `slot ${action.slot}` : `the ${action.how} slot`}`,
    legend: (action) =>
      `slot ${action.how === 'go' || action.how === 'among' ? slotWord(action) : { next: '▸', previous: '◂' }[action.how]}`,
    offers: [
      keyboard('slot next', 'the profile in the next slot'),
      keyboard('slot previous', 'the profile in the slot before'),
      keyboard('slot 1', 'the profile in slot 1'),
      keyboard('slot 1 2', 'the profiles in slots 1 and 2, in turn'),
    ],
  },
  ask: {
    begins: {
      start: {
        meaning: 'a program on the computer, by its name on your list there',
        read: (reader) => readAsk(reader, 'program'),
      },
      sound: {
        meaning: 'a sound on the computer, by its name on your list there',
        read: (reader) => readAsk(reader, 'sound'),
      },
    },
    print: ({ what, name }) => `${what === 'program' ? 'start' : 'sound'} ${printText(name)}`,
    says: ({ what, name }) =>
      what === 'program'
        ? `asks the computer to start “${foreign(name)}”, if that is on its list`
        : `asks the computer for the sound “${foreign(name)}”, if that is on its list`,
    legend: ({ what, name }) => `${what === 'program' ? '▹' : '♪'} ${name}`,
    offers: [
      keyboard('start "Mixer"', 'a program of the computer, which has to be on its list'),
      keyboard('sound "Bell"', 'a sound of the computer, which has to be on its list'),
    ],
  },
  device: {
    begins: {
      record: {
        meaning: 'record a macro on the keyboard; held for a second, give it up',
        read: () => ({ do: 'device', what: 'record' }),
      },
      lamps: { meaning: 'the lamps: up, down, toggle or move', read: readLamps },
      bootloader: {
        meaning: 'restart for new firmware, when held for a second',
        read: () => ({ do: 'device', what: 'bootloader' }),
      },
    },
    print: ({ what }) => DEVICE_WORDS[what].line,
    says: ({ what }) => DEVICE_WORDS[what].says,
    legend: ({ what }) => DEVICE_WORDS[what].legend,
    offers: Object.values(DEVICE_WORDS).map(({ line, offer }) => keyboard(line, offer)),
  },
};
