/** The texts that are open in this window. A text that is not open is read from the store when it is. */
import { Collection, type Entry } from './kept/collection';
import { useShelf } from './shelf';
import { NO_TEXT, textKind, type TextAct, type TextDocument } from './textStore';

type Open = {
  changed(entry: Entry<TextDocument>): void;
  /** A text that only followed the profile gave way to another window's. */
  gaveWay(): void;
  /** Whether the profile is what a text says, as far as it reads. */
  isTaken(text: string): boolean;
};
const open = new Map<string, Open>();

const profileNow = (id: string) => useShelf.getState().entries.find(({ profile }) => profile.id === id)?.profile;

const kind = textKind((id, text) => {
  const profile = profileNow(id);
  return profile && { profile, isTaken: open.get(id)?.isTaken(text) ?? true };
});

const texts = new Collection(kind, {
  show: (entries) => {
    for (const entry of entries) open.get(entry.id)?.changed(entry);
  },
  refused: (id) => open.get(id)?.gaveWay(),
});

/**
 * Opens the text of a profile: what a page that is gone had typed last is taken over, then what is kept is read.
 * @throws Error when the store cannot be read
 */
export async function openText(id: string, told: Open): Promise<TextDocument | undefined> {
  open.set(id, told);
  const found = await kind.load(id);
  const text = texts.take(id, found ?? NO_TEXT);
  await text.look();
  await texts.takeOver();
  const { document } = text.shown;
  return document.text === '' ? undefined : document;
}

/** The store cannot be read: what is written is kept when it can be written to. */
export const openUnread = (id: string): void => void texts.take(id, NO_TEXT);

/** Keeps a text. @param isTyped by a person; else it only follows the profile */
export function keepText(act: { profile: string } & TextAct): void {
  const { profile, ...rest } = act;
  texts.get(profile)?.act(rest);
}

/** Nobody looks at the text any more; what is not kept is on its way. */
export async function closeText(id: string, told: Open): Promise<void> {
  if (open.get(id) === told) open.delete(id);
  const { state } = await texts.whenKept(id);
  if ((state === 'kept' || !profileNow(id)) && !open.has(id)) texts.drop(id);
}
