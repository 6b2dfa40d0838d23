-- Named states of a piece. A body names parts by their hashes; parts that versions have in common are kept once.
create table versions (
  id text primary key,
  piece_id text not null references pieces (id) on delete cascade,
  name text not null,
  note text not null default '',
  body text not null,
  created_at integer not null
) strict;
create index versions_of_piece on versions (piece_id, created_at);
create table version_parts (
  hash text primary key,
  body text not null
) strict;
create table version_uses (
  version_id text not null references versions (id) on delete cascade,
  hash text not null references version_parts (hash),
  primary key (version_id, hash)
) strict;
create index version_uses_of_part on version_uses (hash);
