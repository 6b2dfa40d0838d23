-- Recipes are for letters, or for whole pieces.
alter table recipes add column kind text not null default 'letters';
