-- putCalendarLink: the address of somebody's calendar; a new secret ends the old one.  $1 workshop_id, $2 technician_id, $3 token_hash
insert into calendar_link (workshop_id, technician_id, token_hash) values ($1::uuid, $2::uuid, $3::bytea)
on conflict (workshop_id, technician_id) do update set token_hash = excluded.token_hash, made_at = now();
