// Laid between a tortured server and what it stands on; loaded before it (NODE_OPTIONS=--import). In the folder
// INKY_TORTURE: while a file `full` is there, writing fails at its share of times as on a full disk, in the store, too;
// `clock` holds by how many ms the clock is wrong; into `journal` is written what has not been synced: bytes of files,
// and their names. What native code writes (SQLite, image codecs) is not seen.
import fs from 'node:fs';
import { createRequire, syncBuiltinESMExports } from 'node:module';
import { join, resolve } from 'node:path';

const folder = process.env.INKY_TORTURE;
const real = { ...fs };
const lookMs = 20;
let fullShare = 0;
let offset = 0;

function read(name) {
  try {
    return Number(real.readFileSync(join(folder, name), 'utf8')) || 0;
  } catch {
    return 0;
  }
}

function look() {
  fullShare = read('full');
  offset = read('clock');
  for (const store of stores) limit(store);
}

// --- the journal of what would be lost

const journal = real.openSync(join(folder, 'journal'), 'a');
const own = new Map();
const note = (what, path) => real.writeSync(journal, `${what} ${path}\n`);
const written = (path) => note('bytes', resolve(String(path)));

function synced(file) {
  const path = own.get(file);
  if (path !== undefined) note(real.fstatSync(file).isDirectory() ? 'synced-names' : 'synced', path);
}

// --- a full disk

const isFull = () => fullShare > 0 && Math.random() < fullShare;
const noRoom = () => Object.assign(new Error('ENOSPC: no space left on device, write'), { code: 'ENOSPC', errno: -28 });
const isOwn = (file) => file === 1 || file === 2 || file === journal;

fs.openSync = (path, ...rest) => {
  const file = real.openSync(path, ...rest);
  own.set(file, resolve(String(path)));
  return file;
};
fs.open = (path, ...rest) => {
  const done = rest.pop();
  real.open(path, ...rest, (error, file) => {
    if (!error) own.set(file, resolve(String(path)));
    done(error, file);
  });
};
for (const name of ['writeSync', 'writevSync']) {
  fs[name] = (file, ...rest) => {
    if (!isOwn(file) && isFull()) throw noRoom();
    if (own.has(file)) written(own.get(file));
    return real[name](file, ...rest);
  };
}
for (const name of ['write', 'writev']) {
  fs[name] = (file, ...rest) => {
    if (!isOwn(file) && isFull()) return void process.nextTick(rest.at(-1), noRoom(), 0);
    if (own.has(file)) written(own.get(file));
    return real[name](file, ...rest);
  };
}
fs.writeFileSync = (path, data, options) => {
  if (isFull()) {
    // As a full disk does it: the file is there, and short.
    real.writeFileSync(path, data.slice(0, data.length >> 1), options);
    throw noRoom();
  }
  real.writeFileSync(path, data, options);
  const at = typeof path === 'number' ? own.get(path) : path;
  if (at !== undefined && !options?.flush) written(at);
};
fs.copyFileSync = (from, to, ...rest) => {
  if (isFull()) throw noRoom();
  real.copyFileSync(from, to, ...rest);
  written(to);
};
fs.mkdirSync = (path, ...rest) => {
  if (isFull() && !real.existsSync(path)) throw noRoom();
  return real.mkdirSync(path, ...rest);
};
fs.fsyncSync = (file) => {
  real.fsyncSync(file);
  synced(file);
};
fs.fsync = (file, done) =>
  real.fsync(file, (error) => {
    if (!error) synced(file);
    done(error);
  });
fs.renameSync = (from, to) => {
  real.renameSync(from, to);
  note('moved', `${resolve(String(from))}\t${resolve(String(to))}`);
};
syncBuiltinESMExports();

// --- the store on a full disk

const stores = new Set();
const Database = createRequire(join(process.cwd(), 'package.json'))('better-sqlite3');
const prepare = Database.prototype.prepare;
Database.prototype.prepare = function (...rest) {
  if (!stores.has(this)) {
    stores.add(this);
    limit(this);
  }
  return prepare.apply(this, rest);
};
const unlimited = 1073741823;

function limit(store) {
  if (!store.open) return void stores.delete(store);
  if (store.readonly || store.inTransaction) return;
  try {
    store.pragma(`max_page_count = ${fullShare > 0 ? 1 : unlimited}`);
  } catch {
    // It is busy; at the next look.
  }
}

// --- a wrong clock

const RealDate = Date;
globalThis.Date = class Date extends RealDate {
  constructor(...rest) {
    if (rest.length === 0) super(RealDate.now() + offset);
    else super(...rest);
  }
  static now() {
    return RealDate.now() + offset;
  }
};

look();
setInterval(look, lookMs).unref();
