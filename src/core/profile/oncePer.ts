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
