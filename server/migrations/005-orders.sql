-- Orders of pages that were carried out, so that one that is sent again gets the same answer.
create table orders (
  piece_id text not null references pieces (id) on delete cascade,
  id text not null,
  version integer not null,
  saved_at integer not null,
  primary key (piece_id, id)
) strict;
