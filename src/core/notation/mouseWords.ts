/** The words of what a mouse does: its buttons, its wheel, and movement while a key is held. */
import { codeOfButton } from '../codes';
import { LIMITS, type Action, type ActionOf, type Movement } from '../profile';
import { readChord, untilUp, type ActionReader, type Rows } from './actionRow';

/** Which way the wheel turns, in notches to the right and up. */
const WHEEL: Readonly<Record<string, readonly [dx: number, dy: number]>> = {
  up: [0, 1],
  down: [0, -1],
  left: [-1, 0],
  right: [1, 0],
};

/** A turn in one direction; one that goes two ways at once, or nowhere, has no words. */
function printWheel({ dx, dy }: ActionOf<'wheel'>): string | undefined {
  const notches = Math.abs(dx + dy);
  const way = Object.entries(WHEEL).find(([, [x, y]]) => x * notches === dx && y * notches === dy);
  if (!way || notches === 0 || (dx !== 0 && dy !== 0)) return undefined;
  return `wheel ${way[0]}${notches > 1 ? ` ${notches}` : ''}`;
}

function readWheel({ scanner, number }: ActionReader): Action {
  const piece = scanner.take();
  const [dx, dy] = WHEEL[piece.text.toLowerCase()] ?? scanner.fail(piece, Object.keys(WHEEL));
  const notches = /^\d/.test(scanner.peek().text) ? number({ least: 1, most: LIMITS.wheelNotches.most }) : 1;
  return { do: 'wheel', dx: dx * notches, dy: dy * notches };
}

/** A mouse button alone; held for a time, or with keys, it is one of a chord's keys. */
function readButton(reader: ActionReader): Action {
  const button = reader.number(LIMITS.button);
  const next = reader.scanner.peek().text.toLowerCase();
  return next === '+' || next === 'for'
    ? readChord(reader, reader.chordFrom([codeOfButton(button)]))
    : { do: 'button', button };
}

type Way = 'left' | 'right' | 'up' | 'down';

/** The ways that a movement goes; the wheel's y counts upwards, the pointer's downwards. */
function waysOf(what: Movement['what'], x: number, y: number): Way[] {
  const up = what === 'wheel' ? y : -y;
  return [
    ...(x < 0 ? ['left' as const] : x > 0 ? ['right' as const] : []),
    ...(up > 0 ? ['up' as const] : up < 0 ? ['down' as const] : []),
  ];
}

/** What a movement is when its line does not say. */
const USUAL_MOVEMENT = { pointer: { speed: 600, rampMs: 200 }, wheel: { speed: 10, rampMs: 0 } } as const;

/** A movement to the right (1), left (-1) or neither, up (1), down (-1) or neither, as usual. */
export const usualMovement = (what: Movement['what'], x: number, up: number): Action => ({
  do: 'move',
  what,
  x: x * USUAL_MOVEMENT[what].speed,
  y: (what === 'wheel' ? up : -up) * USUAL_MOVEMENT[what].speed || 0,
  rampMs: USUAL_MOVEMENT[what].rampMs,
});

/** One way, or two at the same speed; what goes two ways at different speeds has no words. */
function printMovement({ what, x, y, rampMs, depth }: Movement): string | undefined {
  const speed = Math.max(Math.abs(x), Math.abs(y));
  if (x !== 0 && y !== 0 && Math.abs(x) !== Math.abs(y)) return undefined;
  const usual = USUAL_MOVEMENT[what];
  return [
    `${what === 'pointer' ? 'move' : 'turn'} ${waysOf(what, x, y).join(' ')}`,
    ...(speed === usual.speed ? [] : [`at ${speed}`]),
    ...(rampMs === (depth ? 0 : usual.rampMs) ? [] : [`after ${rampMs} ms`]),
    ...(depth ? [`from ${depth.fromUm / 1000} to ${depth.toUm / 1000} mm`] : []),
  ].join(' ');
}

const readMovement =
  (what: Movement['what']) =>
  ({ scanner, number, depth }: ActionReader): Action => {
    const usual = USUAL_MOVEMENT[what];
    const start = scanner.peek();
    const ways = new Set<Way>();
    const all: readonly Way[] = ['left', 'right', 'up', 'down'];
    for (let way = all.find((one) => scanner.takeWord(one)); way; way = all.find((one) => scanner.takeWord(one)))
      ways.add(way);
    if (ways.size === 0) scanner.fail(start, [...all]);
    if ((ways.has('left') && ways.has('right')) || (ways.has('up') && ways.has('down')))
      scanner.fail(start, [], 'It cannot go there and back at once.');
    const speed = scanner.takeWord('at') ? number({ least: 1, most: LIMITS.perSecond.most }) : usual.speed;
    const ramp = scanner.takeWord('after') ? number(LIMITS.rampMs) : undefined;
    if (ramp !== undefined) scanner.takeWord('ms');
    const from = scanner.peek();
    const depths = scanner.takeWord('from')
      ? { fromUm: depth(), toUm: (scanner.takeWord('to') || scanner.fail(scanner.peek(), ['to']), depth()) }
      : undefined;
    if (depths && depths.fromUm >= depths.toUm) scanner.fail(from, [], 'It gets faster from a depth to a deeper one.');
    const up = ways.has('up') ? 1 : ways.has('down') ? -1 : 0;
    return {
      do: 'move',
      what,
      x: ways.has('left') ? -speed : ways.has('right') ? speed : 0,
      y: speed * (what === 'wheel' ? up : -up) || 0,
      rampMs: ramp ?? (depths ? 0 : usual.rampMs),
      ...(depths && { depth: depths }),
    };
  };

export const MOUSE_ROWS: Rows<'button' | 'wheel' | 'move'> = {
  button: {
    begins: {
      button: {
        meaning: 'a mouse button, 1 to 8',
        read: readButton,
      },
    },
    print: ({ button }) => `button ${button}`,
    says: ({ button }, lasting) => `holds mouse button ${button}${untilUp(lasting)}`,
    legend: ({ button }) => `button ${button}`,
    offers: [1, 2, 3].map((n) => ({ group: 'Mouse', line: `button ${n}`, meaning: `mouse button ${n}` })),
  },
  wheel: {
    begins: { wheel: { meaning: 'the mouse wheel: up, down, left or right', read: readWheel } },
    print: printWheel,
    says: () => 'turns the mouse wheel',
    legend: ({ dx, dy }) => `wheel ${dx < 0 ? '←' : dx > 0 ? '→' : ''}${dy < 0 ? '↓' : dy > 0 ? '↑' : ''}`,
    offers: Object.keys(WHEEL).map((way) => ({
      group: 'Mouse',
      line: `wheel ${way}`,
      meaning: `turn the wheel ${way}`,
    })),
  },
  move: {
    begins: {
      move: {
        meaning: 'the pointer, as long as the key is down: left, right, up, down',
        read: readMovement('pointer'),
      },
      turn: { meaning: 'the wheel, as long as the key is down: up, down, left, right', read: readMovement('wheel') },
    },
    print: printMovement,
    says: ({ what, x, y, rampMs, depth }, lasting) => {
      const speed = `${Math.max(Math.abs(x), Math.abs(y))} ${what === 'pointer' ? 'counts' : 'notches'} a second`;
      const how = [
        ...(rampMs > 0 ? [`reached after ${rampMs} ms`] : []),
        ...(depth ? [`as fast as it is deep, from ${depth.fromUm / 1000} to ${depth.toUm / 1000} mm`] : []),
      ];
      const verb = what === 'pointer' ? 'moves the pointer' : 'turns the wheel';
      return `${verb} ${waysOf(what, x, y).join(' and ')}${untilUp(lasting)}, ${[speed, ...how].join(', ')}`;
    },
    legend: ({ what, x, y }) =>
      `${what === 'pointer' ? '◤' : '↻'}${waysOf(what, x, y)
        .map((way) => ({ left: '←', right: '→', up: '↑', down: '↓' })[way])
        .join('')}`,
    offers: [
      ...(['left', 'right', 'up', 'down'] as const).map((way) => ({
        group: 'Mouse',
        line: `move ${way}`,
        meaning: `move the pointer ${way} while held`,
      })),
      ...(['up', 'down'] as const).map((way) => ({
        group: 'Mouse',
        line: `turn ${way}`,
        meaning: `turn the wheel ${way} while held`,
      })),
    ],
  },
};
