-- ensureWorkshop: the workshop and its first technician, made once.  $1 workshop_id uuid, $2 name, $3 technician_id uuid, $4 technician name
with w as (
  insert into workshop (id, name) values ($1::uuid, $2::text) on conflict do nothing
)
insert into technician (workshop_id, id, name) values ($1::uuid, $3::uuid, $4::text) on conflict do nothing;
