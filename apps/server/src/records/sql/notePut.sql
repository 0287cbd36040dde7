-- notePut: takes a put of a record once; no row = it was taken before.  $1 workshop_id, $2 id
insert into record_put (workshop_id, id) values ($1::uuid, $2::uuid) on conflict do nothing;
