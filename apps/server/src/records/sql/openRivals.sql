-- openRivals: what waits to be chosen of one record.  $1 workshop_id, $2 row_id
select id, path, value from record_rival where workshop_id = $1::uuid and row_id = $2::uuid and settled_at is null;
