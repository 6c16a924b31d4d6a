/** Asks the browser to keep its store whatever becomes of the disk (Storage Standard, section 5): a browser that has not promised may clear it. */
import { create } from 'zustand';

/** `unknown`: not asked yet, or a browser that cannot say. */
export const usePersistence = create<{ state: 'unknown' | 'promised' | 'refused' }>()(() => ({ state: 'unknown' }));

let isAsked = false;

/** Asks once, after the first edit: before that there is nothing of the person's own to keep. */
export function askToPersist(): void {
  if (isAsked || typeof navigator === 'undefined') return;
  isAsked = true;
  const { storage } = navigator as { storage?: StorageManager };
  storage
    ?.persist?.()
    .then((isPromised) => usePersistence.setState({ state: isPromised ? 'promised' : 'refused' }))
    .catch(() => undefined);
}

/** What the browser has promised before, without asking it for more. */
export function lookAtPersistence(): void {
  const { storage } = navigator as { storage?: StorageManager };
  storage
    ?.persisted?.()
    .then((isPromised) => isPromised && usePersistence.setState({ state: 'promised' }))
    .catch(() => undefined);
}
