/** A window that has the focus and notes each key event that it gets, with the X server's time. */
import { createRequire } from 'node:module';

type Noted = { isDown: boolean; keycode: number; timeMs: number };
type Client = {
  AllocID(): number;
  CreateWindow(
    id: number,
    parent: number,
    x: number,
    y: number,
    w: number,
    h: number,
    border: number,
    depth: number,
    kind: number,
    visual: number,
    values: object,
  ): void;
  MapWindow(id: number): void;
  SetInputFocus(window: number, revert: number): void;
  on(event: string, take: (event: { type: number; keycode: number; time: number }) => void): void;
  terminate(): void;
};
type X11 = {
  createClient(
    options: object,
    take: (error: Error | null, display: { client: Client; screen: { root: number }[] }) => void,
  ): void;
  eventMask: { KeyPress: number; KeyRelease: number; Exposure: number };
};

const KEY_PRESS = 2;
const KEY_RELEASE = 3;

export async function eventsOf(display: string): Promise<{ events: Noted[]; close(): void }> {
  const x11 = createRequire(import.meta.url)('x11') as X11;
  const opened = await new Promise<{ client: Client; screen: { root: number }[] }>((resolve, reject) => {
    x11.createClient({ display }, (error, value) => (error ? reject(error) : resolve(value)));
  });
  const { client, screen } = opened;
  const window = client.AllocID();
  const events: Noted[] = [];
  client.on('error', () => undefined);
  client.on('event', ({ type, keycode, time }) => {
    if (type === KEY_PRESS || type === KEY_RELEASE) events.push({ isDown: type === KEY_PRESS, keycode, timeMs: time });
  });
  const { KeyPress, KeyRelease, Exposure } = x11.eventMask;
  client.CreateWindow(window, screen[0]?.root ?? 0, 0, 0, 1280, 800, 0, 0, 0, 0, {
    eventMask: KeyPress | KeyRelease | Exposure,
  });
  client.MapWindow(window);
  await new Promise((resolve) => setTimeout(resolve, 300));
  client.SetInputFocus(window, 1);
  await new Promise((resolve) => setTimeout(resolve, 100));
  return { events, close: () => client.terminate() };
}
