import { emptyRaster, type Raster } from '../../pixels/raster';
import type { Body } from './body';
import { add, cross, unit, type Vector } from './vector';

/** Looked up once: these loops are hot. */
const { max, min, abs, tan, sqrt, PI, round, floor } = Math;

/** The light: from where, and how much of it comes from all around. */
const [lampX, lampY, lampZ] = unit([-0.55, 0.8, 0.75]);
const ambient = 0.34;
/** A white surface that faces the lamp has about the light of white paper. */
const direct = (1 - ambient) * 1.12;

/** A surface is reached when it is this near, mm. */
const near = 0.12;
const mostSteps = 96;
const shadowSteps = 22;
/** How narrow the lamp is: the larger, the harder its shadows. */
const hardness = 9;
/** Beside one surface or the other a normal is read from so far away, mm. */
const slope = 0.4;

/** A design for a body: premultiplied linear light, and its px to a mm. */
export interface Design {
  light: Raster;
  perMm: number;
}

/** What is seen at a place of the picture. */
const enum Kind {
  Nothing,
  Around,
  Bare,
  Printed,
}

/** What one ray finds: kept in place, as there are many. */
interface Found {
  kind: Kind;
  /** On the design, mm. */
  u: number;
  v: number;
  /** How much light falls there, and how much of the lamp is mirrored. */
  light: number;
  shine: number;
}

const found = (): Found => ({ kind: Kind.Nothing, u: 0, v: 0, light: 1, shine: 0 });

/**
 * A body with a design on it, as a camera sees it: rays go on by the distance to the nearest surface (sphere tracing:
 * Hart 1996), lit by one lamp with its shadow and by light from all around. Rays go through every second px each way;
 * between rays that meet the same surface is mixed, along edges every px is looked at four times.
 * @param width of the picture, px @returns opaque linear RGBA
 */
export function drawBody(body: Body, design: Design, width: number): Raster {
  const height = round(width / body.aspect);
  const out = emptyRaster(width, height, 4);
  const ray = rayOf(body, width, height);
  const [columns, rows] = [Math.ceil(width / 2) + 1, Math.ceil(height / 2) + 1];
  const coarse: Found[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const one = found();
      ray(2 * column, 2 * row, one);
      coarse.push(one);
    }
  const exact = found();
  const colour = new Float32Array(3);
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at += 4) {
      const [px, py] = [x + 0.5, y + 0.5];
      const [column, row] = [floor(px / 2), floor(py / 2)];
      const a = coarse[row * columns + column];
      const b = coarse[row * columns + column + 1];
      const c = coarse[(row + 1) * columns + column];
      const d = coarse[(row + 1) * columns + column + 1];
      if (a.kind === b.kind && a.kind === c.kind && a.kind === d.kind && abs(a.u - d.u) < 12 && abs(b.u - c.u) < 12) {
        mix(exact, a, b, c, d, px / 2 - column, py / 2 - row);
        paint(body, design, exact, colour);
        for (let k = 0; k < 3; k++) out.data[at + k] = colour[k];
      } else
        for (const [dx, dy] of four) {
          ray(x + dx, y + dy, exact);
          paint(body, design, exact, colour);
          for (let k = 0; k < 3; k++) out.data[at + k] += colour[k] / 4;
        }
      out.data[at + 3] = 1;
    }
  return out;
}

const four = [
  [0.375, 0.125],
  [0.875, 0.375],
  [0.125, 0.625],
  [0.625, 0.875],
] as const;

function mix(to: Found, a: Found, b: Found, c: Found, d: Found, fx: number, fy: number): void {
  const [wa, wb, wc, wd] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
  to.kind = a.kind;
  to.u = a.u * wa + b.u * wb + c.u * wc + d.u * wd;
  to.v = a.v * wa + b.v * wb + c.v * wc + d.v * wd;
  to.light = a.light * wa + b.light * wb + c.light * wc + d.light * wd;
  to.shine = a.shine * wa + b.shine * wb + c.shine * wc + d.shine * wd;
}

/** Sends a ray through a place of the picture, px. */
function rayOf(body: Body, width: number, height: number): (x: number, y: number, to: Found) => void {
  const { from, to: towards, angle } = body.camera;
  const ahead = unit(add(towards, from, -1));
  const right = unit(cross(ahead, [0, 1, 0]));
  const up = cross(right, ahead);
  const reach = tan((angle * PI) / 360) / (max(width, height) / 2);
  return (x, y, to) => {
    const [sideways, upwards] = [(x - width / 2) * reach, (height / 2 - y) * reach];
    trace(body, from, unit(add(add(ahead, right, sideways), up, upwards)), to);
  };
}

function trace(body: Body, from: Vector, direction: Vector, to: Found): void {
  const [ox, oy, oz] = from;
  const [dx, dy, dz] = direction;
  const around = farTo(body, from, direction);
  const [enter, leave] = throughBound(body, from, direction);
  to.shine = 0;
  for (let far = enter, step = 0; step < mostSteps && far < min(leave, around); step++) {
    const [x, y, z] = [ox + dx * far, oy + dy * far, oz + dz * far];
    const free = body.distance(x, y, z);
    if (free < near) return shadeBody(body, x, y, z, direction, to);
    far += free;
  }
  if (around === Infinity) {
    to.kind = Kind.Nothing;
    to.light = 1;
    return;
  }
  const [x, y, z] = [ox + dx * around, oy + dy * around, oz + dz * around];
  const isWall = body.wall !== null && z < body.wall + 1e-3;
  to.kind = Kind.Around;
  light(body, x, y, z, 0, isWall ? 0 : 1, isWall ? 1 : 0, to);
}

/** How far it is to the wall or to the floor; Infinity where a ray meets neither. */
function farTo({ wall, ground }: Body, [, oy, oz]: Vector, [, dy, dz]: Vector): number {
  const toWall = wall !== null && dz < 0 ? (wall - oz) / dz : Infinity;
  const toGround = ground !== null && dy < 0 ? (ground - oy) / dy : Infinity;
  return min(toWall, toGround);
}

/** Where a ray enters and leaves the ball around a body. */
function throughBound({ bound: { at, radius } }: Body, [ox, oy, oz]: Vector, [dx, dy, dz]: Vector): [number, number] {
  const [x, y, z] = [ox - at[0], oy - at[1], oz - at[2]];
  const b = x * dx + y * dy + z * dz;
  const inside = b * b - (x * x + y * y + z * z - radius * radius);
  if (inside <= 0) return [Infinity, 0];
  const half = sqrt(inside);
  return [max(0, -b - half), -b + half];
}

function shadeBody(body: Body, x: number, y: number, z: number, direction: Vector, to: Found): void {
  const { distance, gloss } = body;
  let nx = distance(x + slope, y, z) - distance(x - slope, y, z);
  let ny = distance(x, y + slope, z) - distance(x, y - slope, z);
  let nz = distance(x, y, z + slope) - distance(x, y, z - slope);
  const long = sqrt(nx * nx + ny * ny + nz * nz) || 1;
  nx /= long;
  ny /= long;
  nz /= long;
  light(body, x, y, z, nx, ny, nz, to);
  const on = body.onDesign(x, y, z, nx, ny, nz);
  to.kind = on ? Kind.Printed : Kind.Bare;
  to.u = on ? on[0] : 0;
  to.v = on ? on[1] : 0;
  if (gloss === 0) return;
  const [dx, dy, dz] = direction;
  const along = dx * nx + dy * ny + dz * nz;
  const mirrored = (dx - 2 * along * nx) * lampX + (dy - 2 * along * ny) * lampY + (dz - 2 * along * nz) * lampZ;
  to.shine = gloss * (max(0, mirrored) ** 60 * 0.7 + 0.05 * (1 - abs(along)) ** 3);
}

/** How much light falls on a place: of the lamp, what nothing on the way keeps off; and from all around. */
function light(body: Body, x: number, y: number, z: number, nx: number, ny: number, nz: number, to: Found): void {
  const facing = nx * lampX + ny * lampY + nz * lampZ;
  const lit = facing > 0 ? facing * lampSeen(body, x + nx, y + ny, z + nz) : 0;
  to.light = ambient * openness(body, x, y, z, nx, ny, nz) + direct * lit;
}

/** What comes near the way to the lamp dims it, the sooner the softer. */
function lampSeen(body: Body, x: number, y: number, z: number): number {
  const [enter, leave] = throughBound(body, [x, y, z], [lampX, lampY, lampZ]);
  let seen = 1;
  for (let far = max(3, enter), step = 0; step < shadowSteps && far < leave; step++) {
    const free = body.distance(x + lampX * far, y + lampY * far, z + lampZ * far);
    seen = min(seen, (hardness * free) / far);
    if (seen <= 0) return 0;
    far += max(2.5, free);
  }
  return seen;
}

/** What stands close keeps off some of the light from all around. */
function openness(body: Body, x: number, y: number, z: number, nx: number, ny: number, nz: number): number {
  const { wall, ground, distance } = body;
  let kept = 0;
  for (let far = 7; far < 60; far *= 2.5) {
    const [px, py, pz] = [x + nx * far, y + ny * far, z + nz * far];
    const free = min(
      distance(px, py, pz),
      wall === null ? Infinity : pz - wall,
      ground === null ? Infinity : py - ground,
    );
    kept += max(0, far - free) / far;
  }
  return max(0.25, 1 - 0.28 * kept);
}

/** The colour of what was found. */
function paint(body: Body, design: Design, one: Found, to: Float32Array): void {
  const own = one.kind === Kind.Bare || one.kind === Kind.Printed ? body.colour : body.around;
  if (one.kind === Kind.Printed) printedAt(design, one.u, one.v, own, to);
  else to.set(own);
  for (let k = 0; k < 3; k++) to[k] = to[k] * one.light + one.shine;
}

/** The design at a place, mm, over the bare body. */
function printedAt({ light: drawn, perMm }: Design, u: number, v: number, bare: Vector, to: Float32Array): void {
  const { data, width, height } = drawn;
  const x = min(width - 1.001, max(0, u * perMm - 0.5));
  const y = min(height - 1.001, max(0, v * perMm - 0.5));
  const [left, top] = [floor(x), floor(y)];
  const [fx, fy] = [x - left, y - top];
  const at = (top * width + left) * 4;
  const down = at + width * 4;
  const [wa, wb, wc, wd] = [(1 - fx) * (1 - fy), fx * (1 - fy), (1 - fx) * fy, fx * fy];
  const sample = (k: number): number =>
    data[at + k] * wa + data[at + 4 + k] * wb + data[down + k] * wc + data[down + 4 + k] * wd;
  const clear = 1 - sample(3);
  for (let k = 0; k < 3; k++) to[k] = sample(k) + bare[k] * clear;
}
