-- insertRecovery: a code for a new password; the one of its kind that stood before is over.
-- $1 workshop_id, $2 token_hash, $3 technician_id, $4 made_by, $5 printed, $6 hours it is good for, or null
with replaced as (
  update recovery set used_at = now()
  where workshop_id = $1::uuid and technician_id = $3::uuid and printed = $5::boolean and used_at is null
)
insert into recovery (workshop_id, token_hash, technician_id, made_by, printed, expires_at)
values ($1::uuid, $2::bytea, $3::uuid, $4::uuid, $5::boolean, now() + make_interval(hours => $6::int));
