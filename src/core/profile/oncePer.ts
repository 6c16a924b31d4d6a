/** What is worked out about a thing that is never changed in place: once, however often it is asked. */
export function oncePer<T extends object, R>(work: (thing: T) => R): (thing: T) => R {
  const known = new WeakMap<T, { result: R }>();
  return (thing) => {
    const before = known.get(thing);
    if (before) return before.result;
    const result = work(thing);
    known.set(thing, { result });
    return result;
  };
}

/** What takes a while to make and is not always needed: made when it is asked for first, and kept. */
export function once<T>(make: () => T): () => T {
  let made: { thing: T } | undefined;
  return () => (made ??= { thing: make() }).thing;
}
