-- Colours of solved edges ('front') are kept beside their mattes. The check of a column cannot be changed in place.
create table kept_faces as select sha256, facts from faces;
drop table faces;
alter table assets rename to old_assets;
create table assets (
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
insert into assets select sha256, kind, name, mime, bytes, width, height, channels, shipped, created_at from old_assets;
drop table old_assets;
create table faces (
  sha256 text primary key references assets (sha256) on delete cascade,
  facts text not null
) strict;
insert into faces select sha256, facts from kept_faces;
drop table kept_faces;
