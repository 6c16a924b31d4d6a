/**
 * Tells a keyboard what to do while a program is in front, by the person's rules. What is in front must have been so for a moment: of a thousand windows in a
 * second the last one counts, and what comes back to what it was changes nothing.
 */
import { asksForTitle, ruleFor, type InFront, type Rule } from '../core/hostSide';
import type { Profile } from '../core/profile';

const SETTLES_AFTER_MS = 150;

/** Where windows are. */
export type Windows<F extends InFront> = { front(): Promise<F | null>; titleOf(front: F): Promise<string> };
/** What the keyboard is told. */
export type Tells = {
  front(wanted: { what: 'slot' | 'layer'; number: number } | null): Promise<void>;
  /** The profile in the slot in use; undefined when there is none. */
  profile(): Promise<Profile | undefined>;
};

export type Seen = { front: InFront | null; rule: string | null; because: string };

export class Follower<F extends InFront> {
  private rules: readonly Rule[] = [];
  private timer: NodeJS.Timeout | null = null;
  private told = '';
  /** What the keyboard was told last is a slot. */
  private choseSlot = false;
  private seen: Seen = { front: null, rule: null, because: '' };
  private isLooking = false;
  private looksAgain = false;

  constructor(
    private readonly windows: Windows<F>,
    private readonly keyboard: Tells,
    private readonly changed: (seen: Seen) => void,
  ) {}

  /** Other rules; what is in front is looked at anew. */
  follow(rules: readonly Rule[]): void {
    this.rules = rules;
    this.told = '';
    this.mayHaveChanged();
  }

  /** Another window may be in front, or another profile in use. */
  mayHaveChanged(): void {
    if (this.timer) clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.look(), SETTLES_AFTER_MS);
  }

  /** The keyboard has forgotten what it was told. */
  again(): void {
    this.told = '';
    this.mayHaveChanged();
  }

  stop(): void {
    if (this.timer) clearTimeout(this.timer);
  }

  private async look(): Promise<void> {
    if (this.isLooking) {
      this.looksAgain = true;
      return;
    }
    this.isLooking = true;
    try {
      const front = await this.windows.front();
      const title = front && asksForTitle(this.rules, front) ? await this.windows.titleOf(front) : '';
      const rule = ruleFor(this.rules, front, title);
      const because = await this.tell(rule);
      const seen = {
        front: front && { program: front.program.slice(0, 200), instance: front.instance.slice(0, 200) },
        rule: rule?.name ?? null,
        because,
      };
      if (JSON.stringify(seen) !== JSON.stringify(this.seen)) {
        this.seen = seen;
        this.changed(seen);
      }
    } catch {
      // The display or the keyboard is gone; whoever watches those says so.
    } finally {
      this.isLooking = false;
      if (this.looksAgain) {
        this.looksAgain = false;
        this.mayHaveChanged();
      }
    }
  }

  /** Tells the keyboard what a rule wants, when that is something else than before. @returns why it could not be done; empty when it could */
  private async tell(rule: Rule | undefined): Promise<string> {
    const wants = rule?.wants ?? { do: 'nothing' as const };
    let wanted: Parameters<Tells['front']>[0] = null;
    let because = '';
    if (wants.do === 'slot') wanted = { what: 'slot', number: wants.slot - 1 };
    if (wants.do === 'layer') {
      // The layer is one of the profile that was in use before any rule chose a slot.
      if (this.choseSlot) {
        await this.keyboard.front(null);
        this.choseSlot = false;
        this.told = '';
      }
      const number = await this.layerCalled(wants.layer);
      if (typeof number === 'string') because = number;
      else wanted = { what: 'layer', number };
    }
    const said = JSON.stringify(wanted);
    if (said === this.told) return because;
    try {
      await this.keyboard.front(wanted);
      this.told = said;
      this.choseSlot = wanted?.what === 'slot';
    } catch (error) {
      because = `The keyboard refused: ${error instanceof Error ? error.message : String(error)}.`;
      this.told = '';
    }
    return because;
  }

  /** The number of a layer of the profile in use; why there is none, as a sentence. */
  private async layerCalled(called: string): Promise<number | string> {
    let profile: Profile | undefined;
    try {
      profile = await this.keyboard.profile();
    } catch (error) {
      return `The profile in use could not be read: ${error instanceof Error ? error.message : String(error)}.`.slice(
        0,
        300,
      );
    }
    if (!profile) return 'Nothing is stored in the slot in use.';
    const name = called.toLowerCase();
    const number = profile.layers.findIndex(
      ({ id, name: own }) => id.toLowerCase() === name || own.toLowerCase() === name,
    );
    return number > 0 ? number : `The profile in use has no layer ${called} above its base.`;
  }
}
