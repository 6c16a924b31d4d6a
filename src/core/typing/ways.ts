/** Which presses make each character of a text, and each shortcut, on a profile: the shortest chains, worked out once for each. */
import type { KeyId } from '../board';
import { codeOfWord, type Code } from '../codes';
import type { Sound } from '../check';
import { codesOfStroke, hostLayout, strokesOf } from '../hosts';
import { Reach, type Way } from './reach';

const MODIFIER_WORDS: Readonly<Record<string, Code>> = {
  Ctrl: 'ControlLeft',
  Alt: 'AltLeft',
  Meta: 'MetaLeft',
  Shift: 'ShiftLeft',
  AltGr: 'AltRight',
};

/** The same codes with the other Shift. */
const otherShift = (codes: readonly Code[]): Code[] => codes.map((code) => code.replace(/^Shift.*/, 'ShiftRight'));

export class Ways {
  readonly reach: Reach;
  private readonly host: ReturnType<typeof hostLayout>;
  private readonly hands: ReadonlyMap<KeyId, string>;
  private readonly known = new Map<string, readonly Way[] | undefined>();

  constructor({ profile, board }: Pick<Sound, 'profile' | 'board'>) {
    this.reach = new Reach({ profile, board });
    this.host = hostLayout(profile.hostLayout);
    this.hands = new Map(board.keys.map(({ id, hand }) => [id, hand]));
  }

  /** The chains that make a token, one a stroke (a dead key is one of its own); undefined when no keys of the profile do. */
  to(token: string): readonly Way[] | undefined {
    if (!this.known.has(token)) this.known.set(token, this.find(token));
    return this.known.get(token);
  }

  private find(token: string): readonly Way[] | undefined {
    const ways = this.codesOf(token)?.map((codes) => {
      const found = [...(this.reach.waysTo(codes) ?? []), ...(this.reach.waysTo(otherShift(codes)) ?? [])];
      const [first] = found.toSorted((a, b) => a.way.cost - b.way.cost);
      // Of those that cost about the same, the one whose held keys are on the other hand.
      const near = found.filter(({ way }) => first && way.cost <= first.way.cost + 0.3);
      return (near.find(({ way }) => this.isCrossed(way)) ?? first)?.way;
    });
    return ways && ways.length > 0 && ways.every((way) => way !== undefined) ? (ways as Way[]) : undefined;
  }

  /** What goes down at the host for a token, stroke by stroke. */
  codesOf(token: string): Code[][] | undefined {
    const [, inside] = /^\[(.+)\]$/.exec(token) ?? [];
    if (inside !== undefined) {
      const words = inside.split('+');
      const code = codeOfWord(words.at(-1) ?? '');
      return code === undefined ? undefined : [[...words.slice(0, -1).map((word) => MODIFIER_WORDS[word] ?? ''), code]];
    }
    const character = token === '⏎' ? '\n' : token === '⇥' ? '\t' : token;
    return strokesOf(this.host, character)?.map(codesOfStroke);
  }

  private isCrossed({ steps }: Way): boolean {
    const last = this.hands.get(steps.at(-1)?.keys[0] ?? '');
    return steps.every(({ isHeld, keys }) => !isHeld || this.hands.get(keys[0] ?? '') !== last);
  }
}
