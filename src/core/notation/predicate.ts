/** What an action does, as the predicate of a sentence about a key. */
import { isModifier, titleOfCode } from '../codes';
import type { Action } from '../profile';
import { foreign } from '../reading';
import type { NotationContext } from './parse';

export type SentenceContext = NotationContext;

const layerName = (id: string, { layers }: SentenceContext): string =>
  foreign(layers.find((layer) => layer.id === id)?.name ?? `a layer “${foreign(id)}” that is gone`);

const macroName = (id: string, { macros }: SentenceContext): string =>
  foreign(macros?.find((macro) => macro.id === id)?.name ?? `a macro “${foreign(id)}” that is gone`);

export const chordTitle = (codes: readonly string[]): string => codes.map(titleOfCode).join('+');

/** Whether the key is only touched (`tap`: over at once), or the action lasts until the key goes up or for a while that is said elsewhere. */
type Lasting = 'tap' | 'until up' | 'meanwhile';

/** What an action does, as the predicate of a sentence about the key: "sends Escape". */
export function predicate(action: Action, lasting: Lasting, context: SentenceContext): string {
  const until = lasting === 'until up' ? ' until you let go' : '';
  switch (action.do) {
    case 'keys': {
      const modifiersOnly = action.codes.every(isModifier);
      return lasting !== 'tap' || modifiersOnly
        ? `holds ${chordTitle(action.codes)}${until}`
        : `sends ${chordTitle(action.codes)}`;
    }
    case 'layer': {
      const name = layerName(action.layer, context);
      switch (action.how) {
        case 'while':
          return lasting === 'tap' ? `shows ${name} for no time at all` : `shows ${name}${until}`;
        case 'flip':
          return `turns ${name} on, or off when it is on`;
        case 'go':
          return `goes to ${name} and stays there`;
        case 'once':
          return `shows ${name} for the next key`;
      }
      break;
    }
    case 'holdFor':
      return `holds ${chordTitle(action.codes)} for ${action.ms / 1000} s`;
    case 'latch':
      return `latches ${chordTitle(action.codes)}, or lets go of it`;
    case 'latchNext':
      return 'latches what the next key sends';
    case 'once':
      return `adds ${chordTitle(action.codes)} to the next key`;
    case 'capitals':
      return 'writes capitals until the word ends';
    case 'button':
      return `holds mouse button ${action.button}${until}`;
    case 'wheel':
      return 'turns the mouse wheel';
    case 'text':
      return `types “${foreign(action.text)}”${action.gapMs > 0 ? `, a character every ${action.gapMs} ms` : ''}`;
    case 'macro':
      return `plays ${macroName(action.macro, context)}`;
    case 'slot':
      return action.how === 'go' ? `changes to slot ${action.slot}` : `changes to the ${action.how} slot`;
    case 'device':
      return {
        record: 'starts recording on the keyboard',
        lampsUp: 'makes the lamps brighter',
        lampsDown: 'makes the lamps darker',
        lampsToggle: 'turns the lamps on or off',
        bootloader: 'restarts the keyboard for new firmware',
      }[action.what];
    case 'many':
      return action.actions.map((part) => predicate(part, lasting, context)).join(', and ');
  }
  return '';
}
