/** What windows hear of each other through, in one process: those of a test that is over hear no more. */
const Channel = globalThis.BroadcastChannel;
const channels: BroadcastChannel[] = [];
globalThis.BroadcastChannel = class extends Channel {
  constructor(name: string) {
    super(name);
    channels.push(this);
  }
};

/** How many there are now. */
export const channelsNow = (): number => channels.length;

/** Closes those that came after so many. */
export function closeChannels(after = 0): void {
  for (const channel of channels.splice(after)) {
    channel.close();
    // What a window that is over still says, nobody hears.
    channel.postMessage = () => undefined;
  }
}
