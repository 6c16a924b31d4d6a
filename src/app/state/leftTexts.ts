/** Texts that are being written, for when the page is left: what was typed and is not kept yet is taken over at the next start. */
import type { KeptText } from '../../core/notation';
import { z } from '../../core/reading';
import { forgetIfKept, leftBehind, onLeaving } from './leaving';
import { storeText } from './textStore';

/** A text that is not kept, of a profile; `known` is what was kept before, as far as the page knew. */
type LeftText = KeptText & { id: string; known?: string | undefined };
const leftTextSchema = z.object({ id: z.string(), text: z.string(), of: z.string(), known: z.string().optional() });

const underWay = new Map<string, () => LeftText>();
onLeaving('texts', () => [...underWay.values()].map((text) => text()));

/** Says that a text of a profile is not kept yet; what it is, is asked when the page is left. */
export const textUnderWay = (id: string, text: () => LeftText): void => void underWay.set(id, text);

/** Says that it is. */
export function textKept(id: string): void {
  underWay.delete(id);
  forgetIfKept();
}

/** Keeps what a page that is gone had typed last, unless another text has been kept since. */
export async function takeOverText(id: string): Promise<void> {
  for (const { item, done } of leftBehind('texts', leftTextSchema)) {
    if (item.id !== id) continue;
    await storeText(id, item, item.known);
    done();
  }
}
