-- Ink, panel and outlines kept under a name, as JSON.
create table recipes (
  id text primary key,
  name text not null,
  body text not null,
  created_at integer not null
) strict;
