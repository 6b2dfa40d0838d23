// Euclidean distance to the edge of a shape, from its coverage. Each px that the edge crosses becomes a seed: a short
// straight piece
// of edge, placed within the px by its coverage and the slope of the coverage around it (Gustavson and Strand 2011).
// The lower envelope
// of parabolas (Felzenszwalb and Huttenlocher 2012), columns first and then rows, finds a seed that is nearest or
// nearly so (nearly,
// because seeds do not stand on whole px); from there the search goes along the edge for as long as that brings it
// nearer.

/**
 * Bytes of a seed, as floats: x, y of a place on the edge, the direction towards the inside (unit length), half the
 * piece's length; then three neighbours.
 */
const seedBytes: usize = 32;

/** Closer than this to empty or full, a px is that: sums of areas are not exact. */
const grain: f32 = 1.0 / 1024.0;

// @ts-ignore: decorator
@inline
function cover(at: usize): f32 {
  const area = load<f32>(at);
  return area < grain ? 0 : area > 1 - grain ? 1 : area;
}

/**
 * Half the length of a piece of edge, for one that runs straight across its px: short of the px' borders, because its
 * slope is an estimate.
 */
const pieceHalf: f32 = 0.3;

/** How far the edge lies from the px' centre, towards the inside, for a straight edge with this slope. */
function offsetOf(slopeX: f32, slopeY: f32, area: f32): f32 {
  let gx = abs(slopeX);
  let gy = abs(slopeY);
  if (gx == 0 || gy == 0) return <f32>0.5 - area;
  if (gx < gy) {
    const larger = gy;
    gy = gx;
    gx = larger;
  }
  const corner = <f32>0.5 * gy / gx;
  if (area < corner) return <f32>0.5 * (gx + gy) - sqrt<f32>(2 * gx * gy * area);
  if (area <= 1 - corner) return (<f32>0.5 - area) * gx;
  return sqrt<f32>(2 * gx * gy * (1 - area)) - <f32>0.5 * (gx + gy);
}

// @ts-ignore: decorator
@inline
function crossed(at: usize, area: f32, row: usize): bool {
  if (area > 0 && area < 1) return true;
  if (area <= 0) return false;
  // Full, beside empty: the edge runs between the two.
  return cover(at - 4) <= 0 || cover(at + 4) <= 0 || cover(at - row) <= 0 || cover(at + row) <= 0;
}

/** How many px the edge crosses; arguments as `findSeeds`. */
export function countSeeds(from: usize, stride: i32, width: i32, height: i32): i32 {
  const row = <usize>stride << 2;
  let count: i32 = 0;
  for (let y: i32 = 0; y < height; y++) {
    let at = from + <usize>y * row;
    for (let x: i32 = 0; x < width; x++, at += 4) count += i32(crossed(at, cover(at), row));
  }
  return count;
}

/**
 * Finds the seeds.
 * @param from coverage with one px more on every side (the edge px again); the first px of the shape itself
 * @param stride floats of a coverage row
 * @param ids for each px its seed's number, or -1
 * @returns how many there are
 */
export function findSeeds(from: usize, stride: i32, width: i32, height: i32, ids: usize, seeds: usize): i32 {
  const row = <usize>stride << 2;
  const diagonal: f32 = 0.70710678;
  let count: i32 = 0;
  for (let y: i32 = 0; y < height; y++) {
    let at = from + <usize>y * row;
    for (let x: i32 = 0; x < width; x++, at += 4, ids += 4) {
      const area = cover(at);
      if (!crossed(at, area, row)) {
        store<i32>(ids, -1);
        continue;
      }
      const a = cover(at - row - 4);
      const c = cover(at - row + 4);
      const g = cover(at + row - 4);
      const i = cover(at + row + 4);
      let gx = diagonal * (c + i - a - g) + cover(at + 4) - cover(at - 4);
      let gy = diagonal * (g + i - a - c) + cover(at + row) - cover(at - row);
      const length = sqrt<f32>(gx * gx + gy * gy);
      if (length > 0) {
        gx /= length;
        gy /= length;
      }
      const offset = offsetOf(gx, gy, area);
      const seed = seeds + <usize>count * seedBytes;
      store<f32>(seed, <f32>x + gx * offset);
      store<f32>(seed, <f32>y + gy * offset, 4);
      store<f32>(seed, gx, 8);
      store<f32>(seed, gy, 12);
      store<f32>(seed, length > 0 ? pieceHalf / max(abs(gx), abs(gy)) : 0, 16);
      store<i32>(ids, count++);
    }
  }
  return count;
}

/** Tells every seed its neighbours among the eight px around it, three at most, those straight beside it first. */
export function linkSeeds(ids: usize, width: i32, height: i32, seeds: usize): void {
  let at = ids;
  for (let y: i32 = 0; y < height; y++) {
    for (let x: i32 = 0; x < width; x++, at += 4) {
      const id = load<i32>(at);
      if (id < 0) continue;
      const seed = seeds + <usize>id * seedBytes + 20;
      store<i32>(seed, -1);
      store<i32>(seed, -1, 4);
      store<i32>(seed, -1, 8);
      let count: usize = 0;
      for (let k: i32 = 0; k < 8 && count < 3; k++) {
        const dx = k == 0 || k == 4 || k == 6 ? -1 : k == 1 || k == 5 || k == 7 ? 1 : 0;
        const dy = k == 2 || k == 4 || k == 5 ? -1 : k == 3 || k == 6 || k == 7 ? 1 : 0;
        if (x + dx < 0 || x + dx >= width || y + dy < 0 || y + dy >= height) continue;
        const other = load<i32>(ids + ((<usize>((y + dy) * width + x + dx)) << 2));
        if (other >= 0) store<i32>(seed + (count++ << 2), other);
      }
    }
  }
}

// @ts-ignore: decorator
@inline
function drop(seeds: usize, id: i32, y: i32): f32 {
  return abs(load<f32>(seeds + <usize>id * seedBytes, 4) - <f32>y);
}

/** For every px the nearest seed of its own column, or -1; in place. `last` has room for one number for each column. */
export function nearestInColumns(ids: usize, width: i32, height: i32, seeds: usize, last: usize): void {
  for (let x: i32 = 0; x < width; x++) store<i32>(last + (<usize>x << 2), -1);
  let at = ids;
  for (let y: i32 = 0; y < height; y++) {
    for (let x: i32 = 0; x < width; x++, at += 4) {
      const carried = last + (<usize>x << 2);
      const own = load<i32>(at);
      if (own >= 0) store<i32>(carried, own);
      else store<i32>(at, load<i32>(carried));
    }
  }
  for (let x: i32 = 0; x < width; x++) store<i32>(last + (<usize>x << 2), -1);
  for (let y: i32 = height - 1; y >= 0; y--) {
    at = ids + (<usize>y * width << 2);
    for (let x: i32 = 0; x < width; x++, at += 4) {
      const carried = last + (<usize>x << 2);
      const below = load<i32>(carried);
      const above = load<i32>(at);
      // A number that is not that of the px above is the px' own.
      const own = above >= 0 && (y == 0 || load<i32>(at - (<usize>width << 2)) != above);
      if (own) store<i32>(carried, above);
      else if (below >= 0 && (above < 0 || drop(seeds, below, y) < drop(seeds, above, y))) store<i32>(at, below);
    }
  }
}

/** How far, squared, a px is from a seed's piece of edge. */
// @ts-ignore: decorator
@inline
function reach(seeds: usize, id: i32, x: f32, y: f32): f32 {
  const seed = seeds + <usize>id * seedBytes;
  const dx = x - load<f32>(seed);
  const dy = y - load<f32>(seed, 4);
  const gx = load<f32>(seed, 8);
  const gy = load<f32>(seed, 12);
  const half = load<f32>(seed, 16);
  if (half == 0) return dx * dx + dy * dy;
  const aside = abs(dx * gy - dy * gx) - half;
  const along: f32 = aside > 0 ? aside : 0;
  const away = dx * gx + dy * gy;
  return away * away + along * along;
}

/**
 * The lower envelope of one row: numbers of the seeds that are nearest somewhere, and where each begins. @returns how
 * many
 */
function envelope(ids: usize, width: i32, y: i32, seeds: usize, hull: usize, starts: usize): i32 {
  // In the order of their places: only seeds of neighbouring columns can have changed theirs.
  let listed: i32 = 0;
  for (let x: i32 = 0; x < width; x++) {
    const id = load<i32>(ids + (<usize>x << 2));
    if (id < 0) continue;
    const end = hull + (<usize>listed << 2);
    if (listed > 0 && load<f32>(seeds + <usize>load<i32>(end - 4) * seedBytes) > load<f32>(seeds + <usize>id * seedBytes)) {
      store<i32>(end, load<i32>(end - 4));
      store<i32>(end - 4, id);
    } else store<i32>(end, id);
    listed++;
  }
  // Of each seed that is kept: its number, where it begins, its place p, and p squared plus its fall squared.
  let top: i32 = -1;
  let topPlace: f64 = 0;
  let topValue: f64 = 0;
  for (let k: i32 = 0; k < listed; k++) {
    const id = load<i32>(hull + (<usize>k << 2));
    const seed = seeds + <usize>id * seedBytes;
    const place = <f64>load<f32>(seed);
    const fall = <f64>load<f32>(seed, 4) - <f64>y;
    const value = place * place + fall * fall;
    let hidden = false;
    while (top >= 0) {
      const gap = place - topPlace;
      const rise = value - topValue;
      if (gap <= 1e-6) {
        // Two seeds on one vertical: only the nearer one counts.
        hidden = rise >= 0;
        if (hidden) break;
      } else if (rise > 2 * gap * load<f64>(starts + <usize>top * 24)) break;
      top--;
      if (top >= 0) {
        topPlace = load<f64>(starts + <usize>top * 24, 8);
        topValue = load<f64>(starts + <usize>top * 24, 16);
      }
    }
    if (hidden) continue;
    const start: f64 = top < 0 ? -1e30 : (value - topValue) / (2 * (place - topPlace));
    top++;
    store<i32>(hull + (<usize>top << 2), id);
    const kept = starts + <usize>top * 24;
    store<f64>(kept, start);
    store<f64>(kept, place, 8);
    store<f64>(kept, value, 16);
    topPlace = place;
    topValue = value;
  }
  return top + 1;
}

/**
 * One row of distances, positive inside.
 * @param from coverage of the row
 * @param ids the nearest seed of each px' own column; afterwards the nearest of all
 * @param hull, starts room for `width` numbers and as many places
 */
export function distanceRow(from: usize, ids: usize, width: i32, y: i32, seeds: usize, hull: usize, starts: usize, to: usize): void {
  const count = envelope(ids, width, y, seeds, hull, starts);
  let now: i32 = 0;
  let found: i32 = -1;
  for (let x: i32 = 0; x < width; x++, from += 4, to += 4, ids += 4) {
    const inside = load<f32>(from) >= 0.5;
    if (count == 0) {
      store<f32>(to, inside ? Infinity : -Infinity);
      continue;
    }
    while (now + 1 < count && load<f64>(starts + <usize>(now + 1) * 24) < <f64>x) now++;
    const px = <f32>x;
    const py = <f32>y;
    let best = load<i32>(hull + (<usize>now << 2));
    let least = reach(seeds, best, px, py);
    // What was nearest to the px on the left and the one above may be nearer still.
    if (found >= 0 && found != best) {
      const other = reach(seeds, found, px, py);
      if (other < least) {
        least = other;
        best = found;
      }
    }
    if (y > 0) {
      const above = load<i32>(ids - (<usize>width << 2));
      if (above != best) {
        const other = reach(seeds, above, px, py);
        if (other < least) {
          least = other;
          best = above;
        }
      }
    }
    for (let moved = true; moved; ) {
      moved = false;
      const neighbours = seeds + <usize>best * seedBytes + 20;
      for (let k: usize = 0; k < 3; k++) {
        const neighbour = load<i32>(neighbours + (k << 2));
        if (neighbour < 0) break;
        const other = reach(seeds, neighbour, px, py);
        if (other < least) {
          least = other;
          best = neighbour;
          moved = true;
        }
      }
    }
    found = best;
    store<i32>(ids, best);
    const distance = sqrt<f32>(least);
    store<f32>(to, inside ? distance : -distance);
  }
}
