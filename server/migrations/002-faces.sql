-- What is known of the faces in the store, as JSON; read and measured once from their bytes.
create table faces (
  sha256 text primary key references assets (sha256) on delete cascade,
  facts text not null
) strict;
