/**
 * A display of X: keys, buttons and the pointer as if they came from a device (XTEST, *X Test Extension Protocol* 2.2), its lamps, and what is in
 * front. Whatever was pressed here is known, and let go of before this program goes.
 */
import { createRequire } from 'node:module';
import type x11Module from 'x11';
import type { Answer, XClient, XDisplay, XEvent, XinputExtension, XkbExtension, XtestExtension } from 'x11';
import type { HeldName } from '../pressed';

/** Kinds of events that XTEST takes: those of the core protocol. */
const KIND = { keyDown: 2, keyUp: 3, buttonDown: 4, buttonUp: 5, motion: 6 } as const;
const RELATIVE = 1;
/** Where a server that numbers its keys as Linux does has its arrow up: keysym Up. */
const UP = { keycode: 111, keysym: 0xff52 } as const;
const ANY_MODIFIER = 0x8000;
const ASYNC = 1;
const KEY_PRESS = 2;
const BAD_ACCESS = 10;
const PROPERTY_NOTIFY = 28;
/** What X Input tells of keys and buttons, whoever has the focus (*X Input Device Extension* 2.3, raw events). */
const RAW = {
  XIRawKeyPress: ['k', true],
  XIRawKeyRelease: ['k', false],
  XIRawButtonPress: ['b', true],
  XIRawButtonRelease: ['b', false],
} as const;
const RAW_EVENTS = ['RawKeyPress', 'RawKeyRelease', 'RawButtonPress', 'RawButtonRelease'];
const REPEATS = 1 << 16;
const FOCUS_NONE = 0;
const FOCUS_POINTER_ROOT = 1;
const MOST_CLASS_WORDS = 64;

/** X's lamps as bits: Caps Lock, Num Lock, Scroll Lock. */
export const X_LAMPS = { CapsLock: 1, NumLock: 2, ScrollLock: 4 } as const;

/** The program of a window: WM_CLASS (ICCCM 2.0, 4.1.2.5), its instance and its class. */
export type Front = { window: number; instance: string; program: string };

/** The layout that a display makes characters by, as xkb-data calls it. */
export type DisplayLayout = { layout: string; variant: string };

/** Told of a key or a button that went down or up as the server has it, with the server's own time in ms. */
export type TakeRaw = (name: HeldName, isDown: boolean, timeMs: number) => void;

export class DisplayGone extends Error {}

const asked = <T>(ask: (take: Answer<T>) => void): Promise<T> =>
  new Promise((resolve, reject) => {
    ask((error, value) => (error ? reject(new DisplayGone(error.message)) : resolve(value)));
  });

const packageX11 = (): typeof x11Module => createRequire(import.meta.url)('x11') as typeof x11Module;

export class Display {
  /** Called once when the server is gone. */
  onGone: () => void = () => undefined;
  /** Called when the key that stops everything was pressed. */
  onStopKey: () => void = () => undefined;
  /** Called when another program has that key already. */
  onStopKeyTaken: () => void = () => undefined;
  /** Called when another window may be in front. */
  onFront: () => void = () => undefined;
  private isGone = false;
  /** Who hears what programs press. */
  private takeRaw: TakeRaw = () => undefined;
  /** The devices by which they do. */
  private readonly xtestDevices = new Set<number>();
  private xkb: XkbExtension | null = null;
  private readonly atoms = new Map<string, number>();
  private stopKey = 0;

  private constructor(
    private readonly display: XDisplay,
    private readonly xtest: XtestExtension,
  ) {
    const client = this.client;
    client.on('error', (error) => {
      // What the server refuses is one thing, a server that is gone another.
      if (error.error === undefined) this.gone();
      else if (error.error === BAD_ACCESS) this.onStopKeyTaken();
    });
    client.on('end', () => this.gone());
    client.on('event', (event) => {
      if (event.type === KEY_PRESS && event.keycode === this.stopKey) this.onStopKey();
      this.hearRaw(event);
      if (event.type === PROPERTY_NOTIFY && event.atom === this.atoms.get('_NET_ACTIVE_WINDOW')) this.onFront();
    });
  }

  /** @throws DisplayGone with the reason, as a sentence */
  static async open(name: string): Promise<Display> {
    let client: XClient | undefined;
    const display = await new Promise<XDisplay>((resolve, reject) => {
      const fail = (error: Error): void =>
        reject(new DisplayGone(`The display ${name} cannot be opened: ${error.message || 'it does not answer'}.`));
      try {
        client = packageX11().createClient({ display: name }, (error, value) => (error ? fail(error) : resolve(value)));
        client.on('error', fail);
      } catch (error) {
        fail(error instanceof Error ? error : new Error(String(error)));
      }
    });
    let xtest: XtestExtension;
    try {
      xtest = await asked<XtestExtension>((take) => display.client.require('xtest', take));
    } catch {
      throw new DisplayGone(`The display ${name} takes no keys from programs: it lacks the extension XTEST.`);
    }
    const opened = new Display(display, xtest);
    const [symbols] = await asked<number[][]>((take) => display.client.GetKeyboardMapping(UP.keycode, 1, take));
    if (symbols?.[0] !== UP.keysym)
      throw new DisplayGone(
        `The display ${name} numbers its keys in a way that is not known here (key ${UP.keycode} is not the arrow up).`,
      );
    for (const atom of ['_NET_ACTIVE_WINDOW', 'WM_CLASS', '_NET_WM_NAME', 'WM_NAME', '_XKB_RULES_NAMES'])
      opened.atoms.set(atom, await asked<number>((take) => display.client.InternAtom(0, atom, take)));
    const { PropertyChange } = packageX11().eventMask;
    opened.client.ChangeWindowAttributes(opened.root, { eventMask: PropertyChange });
    return opened;
  }

  key(keycode: number, isDown: boolean): void {
    this.fake(isDown ? KIND.keyDown : KIND.keyUp, keycode);
  }

  button(button: number, isDown: boolean): void {
    this.fake(isDown ? KIND.buttonDown : KIND.buttonUp, button);
  }

  /** Moves the pointer by so much, to the right and down. */
  move(dx: number, dy: number): void {
    this.fake(KIND.motion, RELATIVE, dx, dy);
  }

  /** Which lamps are lit, as bits of `X_LAMPS`. */
  async lamps(): Promise<number> {
    return (await asked<{ ledMask: number }>((take) => this.client.GetKeyboardControl(take))).ledMask & 7;
  }

  /** The numbers of the keys that are down. */
  async keysDown(): Promise<number[]> {
    const bits = await asked<Buffer | number[]>((take) => this.client.QueryKeymap(take));
    return Array.from(bits).flatMap((byte, n) =>
      Array.from({ length: 8 }, (_, bit) => bit).flatMap((bit) => (((byte >> bit) & 1) === 1 ? [n * 8 + bit] : [])),
    );
  }

  /** Where the pointer is, in dots from the left upper corner. */
  async pointer(): Promise<{ x: number; y: number }> {
    const { rootX: x, rootY: y } = await asked<{ rootX: number; rootY: number }>((take) =>
      this.client.QueryPointer(this.root, take),
    );
    return { x, y };
  }

  /** In which corner of the screen the pointer is: 0 in none, else 1 to 4. */
  async corner(): Promise<number> {
    const { x: rootX, y: rootY } = await this.pointer();
    const screen = this.display.screen[0];
    const atSide = (at: number, size: number): number => (at <= 0 ? 1 : at >= size - 1 ? 2 : 0);
    const [x, y] = [atSide(rootX, screen?.pixel_width ?? 0), atSide(rootY, screen?.pixel_height ?? 0)];
    return x > 0 && y > 0 ? x + 2 * (y - 1) : 0;
  }

  /** One key, on whatever keyboard it is pressed, is this program's from now on. */
  takeStopKey(keycode: number): void {
    this.stopKey = keycode;
    this.client.GrabKey(this.root, 1, ANY_MODIFIER, keycode, ASYNC, ASYNC);
  }

  /** The program whose window is in front; null when there is none, or it does not say what it is. */
  async front(): Promise<Front | null> {
    const window = (await this.activeWindow()) ?? 0;
    for (let at = window, n = 0; at > FOCUS_POINTER_ROOT && at !== this.root && n < 16; n++) {
      const [instance = '', program = ''] = (await this.words(at, 'WM_CLASS')).slice(0, 2);
      if (program !== '' || instance !== '') return { window: at, instance, program: program || instance };
      at = (await asked<{ parent: number }>((take) => this.client.QueryTree(at, take))).parent;
    }
    return null;
  }

  /** The title of a window. Read only when a rule asks for it. */
  async titleOf({ window }: Front): Promise<string> {
    const [title] = await this.words(window, '_NET_WM_NAME');
    return title ?? (await this.words(window, 'WM_NAME'))[0] ?? '';
  }

  /**
   * Tells of every key and button that goes down or up by XTEST, as the server has it; those of the person's own keyboards are not listened to.
   * @returns whether this display tells such things
   */
  async hearPressed(take: TakeRaw): Promise<boolean> {
    try {
      const xinput = await asked<XinputExtension>((answer) => this.client.require('xinput', answer));
      if (xinput.xi2 === null) return false;
      const devices = await asked<{ deviceId: number; name: string }[]>((answer) =>
        xinput.XIQueryDevice(xinput.AllDevices, answer),
      );
      for (const { deviceId, name } of devices) if (name.includes('XTEST')) this.xtestDevices.add(deviceId);
      this.takeRaw = take;
      xinput.XISelectEvents(this.root, { deviceId: xinput.AllMasterDevices, mask: RAW_EVENTS });
      return true;
    } catch {
      return false;
    }
  }

  /** By which layout characters are made; null when it does not say. Of several it is the one that counts now. */
  async layout(): Promise<DisplayLayout | null> {
    const [, , layouts = '', variants = ''] = await this.words(this.root, '_XKB_RULES_NAMES');
    if (layouts === '') return null;
    const group = layouts.includes(',') ? await this.group() : 0;
    return { layout: layouts.split(',')[group] ?? '', variant: variants.split(',')[group] ?? '' };
  }

  close(): void {
    if (this.isGone) return;
    this.isGone = true;
    this.client.terminate();
  }

  private get client(): XClient {
    return this.display.client;
  }

  private get root(): number {
    return this.display.screen[0]?.root ?? 0;
  }

  private fake(kind: number, detail: number, x = 0, y = 0): void {
    if (!this.isGone) this.xtest.FakeInput(kind, detail, 0, 0, x, y);
  }

  private gone(): void {
    if (this.isGone) return;
    this.isGone = true;
    this.onGone();
  }

  private hearRaw({ name, sourceId, detail, time, flags = 0 }: XEvent): void {
    if (!name || !Object.hasOwn(RAW, name) || !this.xtestDevices.has(sourceId ?? 0) || detail === undefined) return;
    const [kind, isDown] = RAW[name as keyof typeof RAW];
    if ((flags & REPEATS) === 0) this.takeRaw(`${kind}${detail}`, isDown, time ?? 0);
  }

  /** Which of several layouts counts. */
  private async group(): Promise<number> {
    this.xkb ??= await asked<XkbExtension>((take) => this.client.require('xkb', take));
    const { xkb } = this;
    return (await asked<{ group: number }>((take) => xkb.GetState(xkb.UseCoreKbd, take))).group;
  }

  /** As the window manager says; where there is none, the window that has the focus. */
  private async activeWindow(): Promise<number | undefined> {
    const value = await this.property(this.root, '_NET_ACTIVE_WINDOW');
    if (value.length >= 4) return value.readUInt32LE(0);
    const { focus } = await asked<{ focus: number }>((take) => this.client.GetInputFocus(take));
    return focus === FOCUS_NONE ? undefined : focus;
  }

  private async property(window: number, name: string): Promise<Buffer> {
    const { data } = await asked<{ data: Buffer }>((take) =>
      this.client.GetProperty(0, window, this.atoms.get(name) ?? 0, 0, 0, 256, take),
    );
    return data;
  }

  /** A property of texts that end with a zero each. */
  private async words(window: number, name: string): Promise<string[]> {
    const text = (await this.property(window, name)).toString('utf8');
    return text.split('\0').slice(0, MOST_CLASS_WORDS);
  }
}
