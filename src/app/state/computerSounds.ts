/** Sounds that keys ask for, played by this page when somebody wants it so: while it is open, whatever bench is looked at. */
import { create } from 'zustand';
import type { SoundMessage } from '../../core/hostSide';
import { openHostTalk, type HostTalk } from './hostTalk';

/** So many at once. */
const MOST_SOUNDS = 8;

type ComputerSounds = {
  /** The keyboard whose sounds are played here; null when none are. */
  boardId: string | null;
  /** Begins, or ends with null. Only something that a person does on the page may begin. */
  playFor(boardId: string | null): Promise<void>;
};

let talk: HostTalk | null = null;
let context: AudioContext | null = null;
let playing = 0;
/** Counts what was wished: of several in a moment the last counts. */
let wishes = 0;

/** @returns why it does not play, as the rest of a sentence; empty when it does */
async function play({ wav }: SoundMessage): Promise<string> {
  if (!context) return 'the page plays no sounds any more';
  if (playing >= MOST_SOUNDS) return `${MOST_SOUNDS} sounds are playing already`;
  // A browser may have put it to sleep meanwhile.
  await context.resume();
  if (context.state !== 'running') return 'the browser lets this page play no sound';
  let sound: AudioBuffer;
  try {
    const bytes = Uint8Array.from(atob(wav), (character) => character.charCodeAt(0));
    sound = await context.decodeAudioData(bytes.buffer);
  } catch {
    return 'the browser cannot play that file';
  }
  const source = context.createBufferSource();
  source.buffer = sound;
  source.connect(context.destination);
  playing++;
  source.onended = () => playing--;
  source.start();
  return '';
}

export const useComputerSounds = create<ComputerSounds>()((set) => ({
  boardId: null,

  async playFor(boardId) {
    const wish = ++wishes;
    talk?.close();
    talk = null;
    const before = context;
    context = boardId === null ? null : new AudioContext();
    const own = context;
    playing = 0;
    set({ boardId });
    await before?.close();
    await own?.resume();
    if (boardId === null || wish !== wishes) return;
    talk = openHostTalk(boardId, {
      opened: () => talk?.say({ say: 'ready', hears: false, plays: true }),
      told: (message) => {
        if (!('say' in message) || message.say !== 'sound') return;
        const { id } = message;
        play(message)
          .catch(() => 'the browser could not play it')
          .then((because) => talk?.say({ say: 'played', id, because }))
          .catch(() => undefined);
      },
    });
  },
}));
