-- The Shelf in its order, without reading the pieces themselves.
create index pieces_on_shelf on pieces (updated_at desc, id, name) where deleted_at is null and of_run is null;
