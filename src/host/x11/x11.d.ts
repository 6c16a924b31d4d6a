/** What is used of the package `x11`, an X client in JavaScript that has no types of its own. */
declare module 'x11' {
  export type Answer<T> = (error: Error | null | undefined, value: T) => void;
  export type XEvent = {
    name?: string;
    type: number;
    keycode?: number;
    atom?: number;
    wid?: number;
    window?: number;
    /** Of an event of X Input: the key or button, the server's time in ms, the device that it came from, and `1 << 16` where it is a repeat. */
    detail?: number;
    time?: number;
    sourceId?: number;
    flags?: number;
  };
  /** X Input Extension 2.2. */
  export type XinputExtension = {
    xi2: unknown;
    AllDevices: number;
    AllMasterDevices: number;
    XIQueryDevice(device: number, take: Answer<{ deviceId: number; name: string }[]>): void;
    XISelectEvents(window: number, masks: { deviceId: number; mask: string[] }): void;
  };
  /** X Keyboard Extension 1.0. */
  export type XkbExtension = {
    UseCoreKbd: number;
    GetState(device: number, take: Answer<{ group: number }>): void;
  };
  export type XtestExtension = {
    FakeInput(type: number, detail: number, timeMs: number, window: number, x: number, y: number): void;
  };
  export type PropertyValue = { type: number; data: Buffer; bytesAfter: number };
  export interface XClient {
    on(event: 'event', take: (event: XEvent) => void): void;
    /** An error of the protocol has its number; one of the connection has none. */
    on(event: 'error', take: (error: Error & { error?: number }) => void): void;
    on(event: 'end', take: () => void): void;
    require(name: 'xtest', take: Answer<XtestExtension>): void;
    require(name: 'xinput', take: Answer<XinputExtension>): void;
    require(name: 'xkb', take: Answer<XkbExtension>): void;
    GetKeyboardControl(take: Answer<{ ledMask: number }>): void;
    GetKeyboardMapping(first: number, count: number, take: Answer<number[][]>): void;
    QueryKeymap(take: Answer<Buffer | number[]>): void;
    QueryPointer(window: number, take: Answer<{ rootX: number; rootY: number }>): void;
    GetInputFocus(take: Answer<{ focus: number }>): void;
    QueryTree(window: number, take: Answer<{ parent: number; root: number }>): void;
    GetProperty(
      remove: number,
      window: number,
      property: number,
      type: number,
      offset: number,
      length: number,
      take: Answer<PropertyValue>,
    ): void;
    InternAtom(onlyIfThere: number, name: string, take: Answer<number>): void;
    ChangeWindowAttributes(window: number, values: { eventMask: number }, take?: Answer<unknown>): void;
    GrabKey(
      window: number,
      ownerEvents: number,
      modifiers: number,
      key: number,
      pointerMode: number,
      keyboardMode: number,
      take?: Answer<unknown>,
    ): void;
    terminate(): void;
  }
  export type XScreen = { root: number; pixel_width: number; pixel_height: number };
  export type XDisplay = { client: XClient; screen: XScreen[]; min_keycode: number; max_keycode: number };
  const x11: {
    createClient(options: { display?: string }, take: Answer<XDisplay>): XClient;
    eventMask: { PropertyChange: number };
  };
  export default x11;
}
