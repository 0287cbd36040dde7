-- insertSession: someone came in; sessions that have ended are swept out.  $1 token_hash bytea, $2 workshop_id, $3 technician_id, $4 days, $5 device
with swept as (delete from session where expires_at < now())
insert into session (token_hash, workshop_id, technician_id, expires_at, device)
values ($1::bytea, $2::uuid, $3::uuid, now() + $4::int * interval '1 day', $5::text);
