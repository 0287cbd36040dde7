-- putOwnOrder: sets the order of checks of a workshop.  $1 workshop_id, $2 technician_id, $3 entries
insert into own_order (workshop_id, technician_id, entries) values ($1::uuid, $2::uuid, $3::text[])
on conflict (workshop_id) do update set technician_id = excluded.technician_id, entries = excluded.entries, set_at = now();
