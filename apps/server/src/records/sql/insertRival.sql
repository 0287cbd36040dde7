-- insertRival: what somebody said of a field beside what stands; once, while it is open.
-- $1 workshop_id, $2 subject, $3 row_id, $4 path text[], $5 value jsonb or null, $6 technician_id
insert into record_rival (workshop_id, subject, row_id, path, value, technician_id)
select $1::uuid, $2::text, $3::uuid, $4::text[], $5::jsonb, $6::uuid
where not exists (
  select from record_rival
  where workshop_id = $1::uuid and row_id = $3::uuid and path = $4::text[] and value is not distinct from $5::jsonb and settled_at is null
);
