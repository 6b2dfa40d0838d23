-- Orders of a shop that a run takes in: each is one row.
create table shop_orders (
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
-- What must be seen of a picture: how far from its left and its top, fractions, as JSON; null: the program looks for it.
alter table run_pictures add column keep text;
