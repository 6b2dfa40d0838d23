-- Files by their content; the bytes lie in the data folder under the same hash.
create table assets (
  sha256 text primary key,
  kind text not null check (kind in ('plate', 'matte', 'face')),
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

create table pieces (
  id text primary key,
  name text not null,
  body text not null,
  version integer not null,
  -- how many entries of its history are in force; those beyond can be redone
  history_at integer not null default 0,
  created_at integer not null,
  updated_at integer not null,
  deleted_at integer
) strict;

create table history (
  piece_id text not null references pieces (id) on delete cascade,
  place integer not null,
  label text not null,
  patches text not null,
  inverse text not null,
  made_at integer not null,
  primary key (piece_id, place)
) strict;
