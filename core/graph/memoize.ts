/**
 * A function of one object that is worked out once for each object. The document is never changed in place, so the same
 * object always gives the same answer.
 */
export function memoize<Key extends object, Value>(make: (key: Key) => Value): (key: Key) => Value {
  const known = new WeakMap<Key, { value: Value }>();
  return (key) => {
    let found = known.get(key);
    if (!found) known.set(key, (found = { value: make(key) }));
    return found.value;
  };
}

/** Keeps what was last made of each object, for one detail: while that stays the same, it is not made again. */
export function memoizeLast<Key extends object, Value>(): (key: Key, detail: string, make: () => Value) => Value {
  const known = new WeakMap<Key, { detail: string; value: Value }>();
  return (key, detail, make) => {
    const last = known.get(key);
    if (last?.detail === detail) return last.value;
    const value = make();
    known.set(key, { detail, value });
    return value;
  };
}
