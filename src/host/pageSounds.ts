/** Sounds that a page plays: the file goes to the server, which gives it to a page that has said it plays; what becomes of it comes back. */
import { readFileSync, statSync } from 'node:fs';
import { MOST_PAGE_SOUND_BYTES, type PlayedMessage, type SoundMessage } from '../core/hostSide';

/** How long a page takes at the most to begin. */
const BEGINS_WITHIN_MS = 3000;

export class PageSounds {
  /** Whether a page plays. */
  isThere = false;
  private last = 0;
  private readonly waiting = new Map<number, (because: string | undefined) => void>();

  constructor(private readonly tell: (message: SoundMessage) => void) {}

  /** @returns why it does not play, as the rest of a sentence; undefined when it does */
  async play(name: string, file: string): Promise<string | undefined> {
    if (!this.isThere) return 'no page is open that plays sounds';
    // One at a time: what waits in a line to a page that sleeps would be heard long after its key.
    if (this.waiting.size > 0) return 'the page has not begun with the last sound yet';
    let wav: string;
    try {
      if (statSync(file).size > MOST_PAGE_SOUND_BYTES)
        return `it is larger than the ${MOST_PAGE_SOUND_BYTES >> 20} MB that a page plays`;
      wav = readFileSync(file).toString('base64');
    } catch (error) {
      return `it cannot be read: ${error instanceof Error ? error.message : String(error)}`;
    }
    const id = ++this.last;
    return new Promise((resolve) => {
      const timer = setTimeout(
        () => end(`the page did not say within ${BEGINS_WITHIN_MS / 1000} s whether it plays`),
        BEGINS_WITHIN_MS,
      );
      const end = (because: string | undefined): void => {
        clearTimeout(timer);
        this.waiting.delete(id);
        resolve(because);
      };
      this.waiting.set(id, end);
      this.tell({ say: 'sound', id, name, wav });
    });
  }

  /** What a page says of a sound. */
  played({ id, because }: PlayedMessage): void {
    this.waiting.get(id)?.(because === '' ? undefined : because);
  }

  /** The server is gone, or this program stops. */
  gone(): void {
    this.isThere = false;
    for (const end of this.waiting.values()) end('the server is gone');
  }
}
