/** Numbers that differ by less than this part are the same: what goes to another size and back is not quite exact. */
const negligible = 1e-7;

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null;

/** A value that came back from another size, with what is unchanged as it was before: the same again is the same object. */
export function merged<Value>(before: Value, back: Value): Value {
  if (typeof before === 'number' && typeof back === 'number')
    return Math.abs(before - back) <= negligible * Math.max(1, Math.abs(before)) ? before : back;
  if (!isObject(before) || !isObject(back) || Array.isArray(before) !== Array.isArray(back)) return back;
  if (Array.isArray(back)) {
    const list = (back as unknown[]).map((value, i) => merged((before as unknown[])[i], value));
    const isSame = list.length === before.length && list.every((value, i) => value === (before as unknown[])[i]);
    return isSame ? before : (list as Value);
  }
  const keys = Object.keys(back);
  const made = Object.fromEntries(keys.map((key) => [key, merged(before[key], back[key])]));
  const isSame = keys.length === Object.keys(before).length && keys.every((key) => made[key] === before[key]);
  return isSame ? before : (made as Value);
}
