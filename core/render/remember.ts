/**
 * A function of one object that is worked out once for each object. The document is never changed in place, so the same
 * object always gives the same answer.
 */
export function remember<Key extends object, Value>(make: (key: Key) => Value): (key: Key) => Value {
  const known = new WeakMap<Key, { value: Value }>();
  return (key) => {
    let found = known.get(key);
    if (!found) known.set(key, (found = { value: make(key) }));
    return found.value;
  };
}
