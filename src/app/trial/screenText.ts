/** What stands on the host's screen in a trial: what was typed stays as it was, whatever other settings would have made of it. */
import type { ShownPiece } from '../../core/hosts';

const textOf = (pieces: readonly ShownPiece[]): string => pieces.map(({ text }) => text).join('');

export class ScreenText {
  /** What stood there before other settings ran the same fingers, how many pieces these made, and what they read, if not the same. */
  private typed: { pieces: readonly ShownPiece[]; replayed: number; now: string } | null = null;
  /** What shall stand there when the same fingers have been run again. */
  private before: readonly ShownPiece[] | null = null;

  /** The same fingers are about to be run again. */
  keepFor(pieces: readonly ShownPiece[]): void {
    this.before = pieces;
  }

  /** They have been run, and these are the pieces that came of it. */
  keep(now: readonly ShownPiece[]): void {
    const { before } = this;
    this.before = null;
    if (!before) return;
    const read = textOf(now);
    this.typed = { pieces: [...before], replayed: now.length, now: read === textOf(before) ? '' : read || 'nothing' };
  }

  /** What is shown, when the host has these pieces. */
  shown(pieces: readonly ShownPiece[]): readonly ShownPiece[] {
    if (!this.typed) return pieces;
    // Who deletes further than what came since deletes what was typed before.
    const deleted = Math.max(0, this.typed.replayed - pieces.length);
    return [...this.typed.pieces.slice(0, this.typed.pieces.length - deleted), ...pieces.slice(this.typed.replayed)];
  }

  /** What the same fingers would read now; empty when that is what they read. */
  get wouldRead(): string {
    return this.typed?.now ?? '';
  }

  clear(): void {
    this.typed = null;
  }
}
