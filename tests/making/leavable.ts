/** As much of a page as is needed to leave it, for tests without a browser: what listens for its end, and the browser's other storage. */

type Leaving = (event: { persisted: boolean }) => void;
/** What is called when the page is left. */
export const leaving: Leaving[] = [];
/** What is in the browser's other storage. */
export const noted = new Map<string, string>();

Object.assign(globalThis, {
  document: { visibilityState: 'visible', addEventListener: () => undefined, documentElement: { dataset: {} } },
  addEventListener: (type: string, call: Leaving) => void (type === 'pagehide' && leaving.push(call)),
  removeEventListener: () => undefined,
  localStorage: {
    get length() {
      return noted.size;
    },
    key: (n: number) => [...noted.keys()][n] ?? null,
    getItem: (key: string) => noted.get(key) ?? null,
    setItem: (key: string, value: string) => void noted.set(key, value),
    removeItem: (key: string) => void noted.delete(key),
  },
});

/** The page is left: it writes down what is under way. */
export function leave(): void {
  for (const call of leaving.splice(0)) call({ persisted: false });
}
