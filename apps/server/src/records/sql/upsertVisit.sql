-- upsertVisit: a visit as last planned.  $1 workshop_id, $2 id, $3 machine_id, $4 site_id, $5 technician_id, $6 due ms, $7 complaint
insert into visit (workshop_id, id, machine_id, site_id, technician_id, due_at, complaint)
values ($1::uuid, $2::uuid, $3::uuid, $4::uuid, $5::uuid, to_timestamp($6::float8 / 1000), $7::text)
on conflict (workshop_id, id) do update
  set machine_id = excluded.machine_id, site_id = excluded.site_id, due_at = excluded.due_at, complaint = excluded.complaint;
