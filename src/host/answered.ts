/** What the keyboard asked for and what became of it: done, said in the terminal, and remembered for pages. */
import type { Asked, HostState } from '../core/hostSide';
import type { AskedFor } from '../core/profile';
import type { Asks } from './asks';

/** So many of what was asked for are told. */
const MOST_TOLD = 10;

export class Answered {
  private lately: readonly Asked[] = [];
  private lastListed = '';

  constructor(
    private readonly asks: Asks,
    private readonly say: (sentence: string) => void,
    private readonly changed: () => void,
  ) {}

  get told(): Pick<HostState, 'asked' | 'listed'> {
    const { listed } = this.asks;
    this.lastListed = JSON.stringify(listed);
    return { asked: [...this.lately], listed };
  }

  /** Looks whether the list is another than was told last; it is a file of the person's, who may change it at any time. */
  lookAtList(): void {
    if (JSON.stringify(this.asks.listed) !== this.lastListed) this.changed();
  }

  async take(what: AskedFor, name: string): Promise<void> {
    const asked = await this.asks.take(what, name);
    this.lately = [...this.lately.slice(1 - MOST_TOLD), asked];
    const was = `The ${what} ${JSON.stringify(name)}`;
    this.say(
      asked.did === 'done'
        ? `${was} was asked for.`
        : asked.did === 'notListed'
          ? `${was} was asked for, and is not on your list; nothing was done.`
          : `${was} was asked for, and it failed: ${asked.because ?? ''}.`,
    );
    this.changed();
  }
}
