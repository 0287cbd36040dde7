-- insertToken: a personal token, once under its id.  $1 workshop_id, $2 id, $3 technician_id, $4 label, $5 token_hash, $6 records, $7 days it is good for
insert into personal_token (workshop_id, id, technician_id, label, token_hash, records, expires_at)
values ($1::uuid, $2::uuid, $3::uuid, $4::text, $5::bytea, $6::boolean, now() + make_interval(days => $7::int))
on conflict do nothing;
