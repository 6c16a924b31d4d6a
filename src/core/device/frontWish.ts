/** What the host wants of the keyboard while a program is in front, and what of it has come about. */
import { sameData } from '../reading';

/** A slot or a layer, by its number. */
export type Front = { what: 'slot' | 'layer'; number: number };

export class FrontWish {
  private wanted: Front | null = null;
  private cameAbout: Front | null = null;

  /** @param wanted null: nothing any more, and it is as it was */
  want(wanted: Front | null): void {
    this.wanted = wanted;
  }

  /** What is to come about, when no finger is down; undefined when it has. */
  get due(): Front | null | undefined {
    return sameData(this.wanted, this.cameAbout) ? undefined : this.wanted;
  }

  hasCome(front: Front | null): void {
    this.wanted = this.cameAbout = front;
  }

  /** A slot, or a layer, that had come about is no more; nobody wants it until the host says so anew. */
  isOver(what: Front['what']): void {
    if (this.cameAbout?.what === what) this.cameAbout = this.wanted = null;
  }
}
