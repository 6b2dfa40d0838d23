-- A store as the program left it whose newest migration was 011.
BEGIN TRANSACTION;
CREATE TABLE assets (
  sha256 text primary key,
  kind text not null check (kind in ('plate', 'matte', 'front', 'face')),
  name text not null,
  mime text not null,
  bytes integer not null,
  -- px; null for faces
  width integer,
  height integer,
  channels integer,
  -- 1 for what ships with the program
  shipped integer not null default 0,
  created_at integer not null
) strict;
INSERT INTO "assets" VALUES('1111111111111111111111111111111111111111111111111111111111111111','plate','jar','image/jpeg',1000,1800,1200,3,1,1700000000000);
INSERT INTO "assets" VALUES('2222222222222222222222222222222222222222222222222222222222222222','face','Bowlby One','font/ttf',500,NULL,NULL,NULL,1,1700000000000);
INSERT INTO "assets" VALUES('3333333333333333333333333333333333333333333333333333333333333333','front','edge','image/png',50,1800,1200,4,0,1700000000000);
CREATE TABLE faces (
  sha256 text primary key references assets (sha256) on delete cascade,
  facts text not null
) strict;
INSERT INTO "faces" VALUES('2222222222222222222222222222222222222222222222222222222222222222','{"family":"Bowlby One"}');
CREATE TABLE history (
  piece_id text not null references pieces (id) on delete cascade,
  place integer not null,
  label text not null,
  patches text not null,
  inverse text not null,
  made_at integer not null,
  primary key (piece_id, place)
) strict;
INSERT INTO "history" VALUES('piece-v4',0,'Name it','[]','[]',1700000000000);
INSERT INTO "history" VALUES('piece-v5',0,'Name it','[]','[]',1700000000000);
CREATE TABLE orders (
  piece_id text not null references pieces (id) on delete cascade,
  id text not null,
  version integer not null,
  saved_at integer not null,
  primary key (piece_id, id)
) strict;
INSERT INTO "orders" VALUES('piece-v5','order-1',3,1700000000005);
CREATE TABLE pieces (
  id text primary key,
  name text not null,
  body text not null,
  version integer not null,
  -- how many entries of its history are in force; those beyond can be redone
  history_at integer not null default 0,
  created_at integer not null,
  updated_at integer not null,
  deleted_at integer
, of_run text references runs (id) on delete cascade) strict;
INSERT INTO "pieces" VALUES('piece-v4','From version 4','{"format": "inky-veil/piece", "version": 4, "name": "From version 4", "sheet": {"width": 3900, "height": 5700, "ppi": 300, "paint": "#e3d3ad"}, "assets": {"bowlby-one": {"kind": "face", "name": "Bowlby One", "sha256": "1111111111111111111111111111111111111111111111111111111111111111"}, "dune": {"kind": "plate", "name": "dune", "sha256": "2222222222222222222222222222222222222222222222222222222222222222"}}, "plates": [], "letterings": [{"id": "lettering-1", "name": "Lockup", "words": {"text": "Kiln\n& Kite\nRaku\nAmbershaw\nfired aloft\nin one week", "upperCase": true, "face": "bowlby-one", "fallbacks": [], "axes": {}, "features": {}, "size": 800, "leading": 0.9, "leadings": [], "tracking": 0, "alignment": "centre", "lockup": {"kind": "one-width", "width": 3300, "gap": 0.025}, "letters": [], "shape": null}, "stance": {"x": 1950, "y": 2850, "rotation": 0, "scale": 1, "flipAcross": false, "flipDown": false, "pivot": null, "bend": null, "perspective": null, "echoes": []}, "ink": {"coats": [{"kind": "solid", "colour": "#8c3f2b", "opacity": 1, "mode": "normal", "reach": {"kind": "all"}}, {"kind": "picture", "asset": "dune", "span": "word", "fit": "cover", "scale": 1, "x": 0, "y": 0, "opacity": 1, "mode": "normal", "reach": {"kind": "all"}}]}}], "guides": [], "slopes": [], "veils": [], "weave": [], "depth": ["lettering-1"]}',3,1,1700000000000,1700000000004,NULL,NULL);
INSERT INTO "pieces" VALUES('piece-v5','From version 5','{"format": "inky-veil/piece", "version": 5, "name": "From version 5", "sheet": {"width": 1800, "height": 1200, "ppi": 200, "paint": "#ffffff", "coats": []}, "assets": {"dune": {"kind": "plate", "name": "dune", "sha256": "1111111111111111111111111111111111111111111111111111111111111111"}, "bowlby-one": {"kind": "face", "name": "Bowlby One", "sha256": "2222222222222222222222222222222222222222222222222222222222222222"}}, "plates": [{"id": "plate-1", "name": "dune", "asset": "dune", "scale": 1, "x": 0, "y": 0}], "letterings": [{"id": "lettering-1", "name": "Kite Week", "words": {"text": "KITE\nWEEK", "upperCase": false, "face": "bowlby-one", "fallbacks": [], "axes": {}, "features": {}, "size": 400, "leading": 0.9, "leadings": [], "tracking": 0, "alignment": "centre", "lockup": {"kind": "one-width", "width": 1330, "gap": 0.045}, "letters": [], "shape": null}, "stance": {"x": 900, "y": 590, "rotation": 0, "scale": 1, "flipAcross": false, "flipDown": false, "pivot": null, "bend": null, "perspective": null, "echoes": []}, "ink": {"coats": [], "mode": "normal", "panel": {"shape": {"kind": "box", "round": 0.05}, "margin": [0.16, 0.16], "offset": [0, 0], "rotation": 0, "coats": [{"kind": "gradient", "shape": "linear", "stops": [{"at": 0, "colour": "#1d3a43"}, {"at": 1, "colour": "#091316"}], "angle": 78, "centre": [0.5, 0.5], "spread": 1, "span": "word", "space": "oklab", "opacity": 1, "mode": "normal", "reach": {"kind": "all"}}, {"kind": "halftone", "motif": "dots", "colour": "#e9b872", "ground": null, "pitch": 0.032, "angle": 32, "contrast": 0.75, "opacity": 0.16, "mode": "normal", "reach": {"kind": "all"}}], "opacity": 1, "mode": "normal", "knockout": "below", "opening": [], "shadow": {"x": 7, "y": 9, "blur": 22, "colour": "#0e1517", "strength": 0.7}}, "together": null}, "outlines": {"round": 0, "grow": 0, "list": [{"id": "outline-1", "unit": "em", "width": 0.008, "side": "outside", "gap": 0.022, "x": 0, "y": 0, "join": "round", "dash": null, "coats": [{"kind": "solid", "colour": "#e9b872", "opacity": 1, "mode": "normal", "reach": {"kind": "all"}}], "opacity": 0.85, "mode": "normal", "front": false, "contour": "joined"}]}}], "guides": [], "slopes": [], "veils": [], "weave": [], "grades": [], "depth": ["lettering-1"]}',3,1,1700000000000,1700000000005,NULL,NULL);
CREATE TABLE recipes (
  id text primary key,
  name text not null,
  body text not null,
  created_at integer not null
, kind text not null default 'letters') strict;
INSERT INTO "recipes" VALUES('r1','Plain','{"name":"Plain","note":"","ink":{"coats":[{"kind":"solid","colour":"#aa3322","opacity":1}]},"outlines":{},"assets":{}}',1700000000000,'letters');
INSERT INTO "recipes" VALUES('r2','Evening','{"name": "Evening", "note": "", "side": 1800, "letters": 240}',1700000000009,'piece');
CREATE TABLE run_pictures (
  run_id text not null references runs (id) on delete cascade,
  key text not null,
  name text not null,
  sha256 text not null,
  width integer not null,
  height integer not null, keep text,
  primary key (run_id, key)
) strict;
INSERT INTO "run_pictures" VALUES('run-1','ada','ada.png','1111111111111111111111111111111111111111111111111111111111111111',90,60,'[0.25,0.5]');
CREATE TABLE run_rows (
  run_id text not null references runs (id) on delete cascade,
  id integer not null,
  cells text not null,
  approved integer not null default 0,
  -- A hash of all that the row was solved from, what was found then, and how bad it is.
  solved_for text,
  flags text,
  weight integer not null default 0,
  -- The same of the file that was made last, and the file's name.
  made_for text,
  file text,
  -- The piece as the row made it when somebody began to work at it by hand; null where nobody has.
  begun text,
  primary key (run_id, id)
) strict;
INSERT INTO "run_rows" VALUES('run-1',1,'{"Name":"Ada"}',1,'abc','[]',0,NULL,NULL,NULL);
CREATE TABLE runs (
  id text primary key,
  piece_id text not null references pieces (id) on delete cascade,
  name text not null,
  body text not null,
  -- What is being done, as JSON; null while nothing is. A server that was killed goes on with it.
  work text,
  created_at integer not null,
  updated_at integer not null
) strict;
INSERT INTO "runs" VALUES('run-1','piece-v4','Cards','{"slots": [{"kind": "words", "id": "words-1", "name": "Name", "isNeeded": false, "lettering": "lettering-1", "upperCase": false, "longest": null, "fit": "shrink"}], "columns": ["Name"], "matched": {"words-1": "Name"}, "output": {"format": "png", "quality": 92, "side": null, "pattern": "{number}"}}',NULL,1764400000000,1764400000000);
CREATE TABLE surveys (
  sha256 text primary key references assets (sha256) on delete cascade,
  version text not null,
  found text not null,
  taken_at integer not null
) strict;
INSERT INTO "surveys" VALUES('1111111111111111111111111111111111111111111111111111111111111111','grain-1','{"grain":{"sigma":1.5}}',1700000000006);
CREATE TABLE version_parts (
  hash text primary key,
  body text not null
) strict;
INSERT INTO "version_parts" VALUES('616174f9e6b79516b716789967783449f7842506f8ab637fb262399ae76380d1','{"format": "inky-veil/piece", "version": 5, "name": "From version 5", "sheet": {"width": 1800, "height": 1200, "ppi": 200, "paint": "#ffffff", "coats": []}, "assets": {"dune": {"kind": "plate", "name": "dune", "sha256": "1111111111111111111111111111111111111111111111111111111111111111"}, "bowlby-one": {"kind": "face", "name": "Bowlby One", "sha256": "2222222222222222222222222222222222222222222222222222222222222222"}}, "plates": [{"id": "plate-1", "name": "dune", "asset": "dune", "scale": 1, "x": 0, "y": 0}], "letterings": [{"id": "lettering-1", "name": "Kite Week", "words": {"text": "KITE\nWEEK", "upperCase": false, "face": "bowlby-one", "fallbacks": [], "axes": {}, "features": {}, "size": 400, "leading": 0.9, "leadings": [], "tracking": 0, "alignment": "centre", "lockup": {"kind": "one-width", "width": 1330, "gap": 0.045}, "letters": [], "shape": null}, "stance": {"x": 900, "y": 590, "rotation": 0, "scale": 1, "flipAcross": false, "flipDown": false, "pivot": null, "bend": null, "perspective": null, "echoes": []}, "ink": {"coats": [], "mode": "normal", "panel": {"shape": {"kind": "box", "round": 0.05}, "margin": [0.16, 0.16], "offset": [0, 0], "rotation": 0, "coats": [{"kind": "gradient", "shape": "linear", "stops": [{"at": 0, "colour": "#1d3a43"}, {"at": 1, "colour": "#091316"}], "angle": 78, "centre": [0.5, 0.5], "spread": 1, "span": "word", "space": "oklab", "opacity": 1, "mode": "normal", "reach": {"kind": "all"}}, {"kind": "halftone", "motif": "dots", "colour": "#e9b872", "ground": null, "pitch": 0.032, "angle": 32, "contrast": 0.75, "opacity": 0.16, "mode": "normal", "reach": {"kind": "all"}}], "opacity": 1, "mode": "normal", "knockout": "below", "opening": [], "shadow": {"x": 7, "y": 9, "blur": 22, "colour": "#0e1517", "strength": 0.7}}, "together": null}, "outlines": {"round": 0, "grow": 0, "list": [{"id": "outline-1", "unit": "em", "width": 0.008, "side": "outside", "gap": 0.022, "x": 0, "y": 0, "join": "round", "dash": null, "coats": [{"kind": "solid", "colour": "#e9b872", "opacity": 1, "mode": "normal", "reach": {"kind": "all"}}], "opacity": 0.85, "mode": "normal", "front": false, "contour": "joined"}]}}], "guides": [], "slopes": [], "veils": [], "weave": [], "grades": [], "depth": ["lettering-1"]}');
CREATE TABLE version_uses (
  version_id text not null references versions (id) on delete cascade,
  hash text not null references version_parts (hash),
  primary key (version_id, hash)
) strict;
INSERT INTO "version_uses" VALUES('version-1','616174f9e6b79516b716789967783449f7842506f8ab637fb262399ae76380d1');
CREATE TABLE versions (
  id text primary key,
  piece_id text not null references pieces (id) on delete cascade,
  name text not null,
  note text not null default '',
  body text not null,
  created_at integer not null
) strict;
INSERT INTO "versions" VALUES('version-1','piece-v5','First thought','','{"$part":"616174f9e6b79516b716789967783449f7842506f8ab637fb262399ae76380d1"}',1700000000010);
CREATE INDEX versions_of_piece on versions (piece_id, created_at);
CREATE INDEX version_uses_of_part on version_uses (hash);
CREATE TABLE shop_orders (
  run_id text not null references runs (id) on delete cascade,
  -- The shop's own number.
  id text not null,
  row_id integer not null,
  came_at integer not null,
  -- What the file that was handed to the print queue was made from, and what that said of it.
  handed_for text,
  refused text,
  primary key (run_id, id)
) strict;
INSERT INTO "shop_orders" VALUES('run-1','S-1',1,1700000000020,'made-1',NULL);
CREATE INDEX pieces_on_shelf on pieces (updated_at desc, id, name) where deleted_at is null and of_run is null;
COMMIT;
PRAGMA user_version = 11;
