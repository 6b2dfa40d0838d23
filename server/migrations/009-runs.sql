-- Runs: a piece made again and again with other values in its slots.
create table runs (
  id text primary key,
  piece_id text not null references pieces (id) on delete cascade,
  name text not null,
  body text not null,
  -- What is being done, as JSON; null while nothing is. A server that was killed goes on with it.
  work text,
  created_at integer not null,
  updated_at integer not null
) strict;
create table run_rows (
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
create table run_pictures (
  run_id text not null references runs (id) on delete cascade,
  key text not null,
  name text not null,
  sha256 text not null,
  width integer not null,
  height integer not null,
  primary key (run_id, key)
) strict;
-- The piece of one row that is worked at by hand: it stands on no shelf.
alter table pieces add column of_run text references runs (id) on delete cascade;
