/**
 * A pretend host with one text field. It takes usage edges and keeps what the field shows; keys that make no character
 * appear as a named mark (`[F13]`, `[Ctrl+B]`), so that one sees that something arrived.
 */
import type { Code } from './codes';
import { isModifier } from './codes';
import { HOST_LAYOUTS, isLetter, type HostLayout } from './hostLayout';
import { wordOfCode } from './names';

/** One thing the field shows: a character (`mark: false`) or the name of a key that makes none (`mark: true`). */
export type ShownPiece = { text: string; mark: boolean };

export class HostText {
  private readonly down = new Set<Code>();
  private capsLock = false;
  readonly pieces: ShownPiece[] = [];

  constructor(
    private readonly layout: HostLayout = HOST_LAYOUTS.us,
    private readonly limit = 2000,
  ) {}

  /** Takes one usage edge. Only key-down makes text, as on a real host; auto-repeat is the host's own and is left out. */
  edge(down: boolean, code: Code): void {
    if (!down) {
      this.down.delete(code);
      return;
    }
    this.down.add(code);
    if (isModifier(code)) return;
    if (code === 'CapsLock') {
      this.capsLock = !this.capsLock;
      return;
    }
    const chord = this.heldChord();
    if (code === 'Backspace' && chord === '') {
      this.pieces.pop();
      return;
    }
    const character = this.layout.characters[code];
    if (character && chord === '') {
      const shift = this.isDown('Shift') !== (this.capsLock && isLetter(code));
      this.show({ text: character[shift ? 1 : 0], mark: false });
    } else {
      const shift = this.isDown('Shift') ? 'Shift+' : '';
      this.show({ text: `[${chord}${shift}${wordOfCode(code)}]`, mark: true });
    }
  }

  /** What the field shows, in one line; line ends are written ⏎ and tabs ⇥. */
  line(): string {
    return this.pieces.map((piece) => piece.text.replace('\n', '⏎').replace('\t', '⇥')).join('');
  }

  clear(): void {
    this.pieces.length = 0;
  }

  /** The names of the modifiers that turn a key into a command, such as `Ctrl+Alt+`; Shift is not one. */
  private heldChord(): string {
    return ['Control', 'Alt', 'Meta']
      .filter((name) => this.isDown(name))
      .map((name) => (name === 'Control' ? 'Ctrl+' : `${name}+`))
      .join('');
  }

  private isDown(modifier: string): boolean {
    return this.down.has(`${modifier}Left`) || this.down.has(`${modifier}Right`);
  }

  private show(piece: ShownPiece): void {
    this.pieces.push(piece);
    if (this.pieces.length > this.limit) this.pieces.shift();
  }
}
