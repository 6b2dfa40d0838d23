-- What was measured of plates, as JSON: by the content of the plate and the versions of the measures.
create table surveys (
  sha256 text primary key references assets (sha256) on delete cascade,
  version text not null,
  found text not null,
  taken_at integer not null
) strict;
