/** What is wrong with a document, in words: for a file, a terminal and the screen. */
import { namedCharacter } from '../hosts';
import { listed, quoted, shown } from '../reading';
import { printPath, type Problem, type Roomed, type Wrong } from './problem';

/** A depth as people say it: at least one figure behind the point, and all that are needed. */
const mm = (um: number): string => `${(um / 1000).toFixed(3).replace(/0{1,2}$/, '')} mm`;
const ms = (us: number): string => `${us / 1000} ms`;

const NOUNS: Readonly<Record<Roomed, string>> = {
  layers: 'layers',
  macros: 'macros',
  joints: 'joint presses',
  events: 'events',
  steps: 'steps',
  spans: 'parts',
};

/** What is wrong, as the end of a sentence about the place where it is, or a sentence of its own. */
export function sayWrong(wrong: Wrong): string {
  switch (wrong.is) {
    case 'value':
    case 'refused':
      return shown(wrong.said);
    case 'missing':
      return `there is no ${wrong.what} ${quoted(wrong.id)}${wrong.what === 'layer' ? `; the layers are ${listed(wrong.layers)}` : ''}`;
    case 'noKey':
      return `the ${wrong.board} has no key ${quoted(wrong.key)}`;
    case 'noSlot':
      return `there is no slot ${wrong.slot}; the ${wrong.board} has ${wrong.slots}`;
    case 'noBoard':
      return `there is no board ${quoted(wrong.id)} here; give its board file`;
    case 'otherBoard':
      return `is ${quoted(wrong.named)}, but the board given is ${quoted(wrong.given)}`;
    case 'sharedContact':
      return `${wrong.key} shares a switch with ${wrong.contact}; assign that one, and both do it`;
    case 'noTravel':
      return `the ${wrong.board} does not measure travel, so it has no stroke plans`;
    case 'tooDeep':
      return `${mm(wrong.um)} is more than the ${mm(wrong.travelUm)} that a key of the ${wrong.board} travels`;
    case 'releasedDeeper':
      return `${mm(wrong.releaseUm)} is deeper than the actuation point at ${mm(wrong.pointUm)}`;
    case 'sameCrossing':
      return 'is the same crossing as "from"; leave it out for a mark';
    case 'behindTheEnd':
      return `${ms(wrong.atUs)} lies behind the end of the score, ${ms(wrong.lengthUs)}; make the score longer`;
    case 'shortPass':
      return `a pass and the gap behind it last ${ms(wrong.us)}; ${ms(wrong.leastUs)} is the least`;
    case 'noCharacter':
      return `no keys of a host with the layout ${wrong.host} make ${namedCharacter(wrong.character)}, number ${wrong.at + 1} of the text; leave it out, or take a host layout that has it`;
    case 'hostNotRead':
      return `the host layout ${quoted(wrong.id)} has not been read`;
    case 'tooMany':
      return wrong.what === 'events'
        ? `${wrong.count} events; a macro of the ${wrong.board} has room for ${wrong.room}`
        : `${wrong.count} ${NOUNS[wrong.what]}; the ${wrong.board} has room for ${wrong.room}`;
    case 'keyTwice':
      return 'names a key twice';
    case 'sameKeys':
      return `joint press number ${wrong.joint} has the same keys`;
  }
}

/** A problem with its place in the file: `layers[0].keys.KeyA.does: must be an object`. */
export const printProblem = ({ path, wrong }: Problem): string => `${printPath(path)}: ${sayWrong(wrong)}`;

/** Why an edit was refused, as a sentence for the field in which it was typed. */
export const refusalOf = ({ wrong }: Problem): string =>
  wrong.is === 'refused' ? shown(wrong.said) : `It ${sayWrong(wrong)}.`;
