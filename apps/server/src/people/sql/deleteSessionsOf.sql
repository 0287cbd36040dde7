-- deleteSessionsOf: a person is out on every device but one.  $1 workshop_id, $2 technician_id, $3 token_hash kept, or null
delete from session where workshop_id = $1::uuid and technician_id = $2::uuid and token_hash is distinct from $3::bytea;
