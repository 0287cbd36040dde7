-- putLearning: switches it on or off.  $1 workshop_id, $2 technician_id uuid, $3 uses boolean
insert into learning (workshop_id, technician_id, uses) values ($1::uuid, $2::uuid, $3::boolean)
on conflict (workshop_id) do update set technician_id = excluded.technician_id, uses = excluded.uses, set_at = now();
