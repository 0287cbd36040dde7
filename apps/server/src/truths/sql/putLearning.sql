-- putLearning: switches either on or off; null leaves it as it is.  $1 workshop_id, $2 technician_id uuid, $3 uses boolean, $4 bands boolean
insert into learning (workshop_id, technician_id, uses, bands) values ($1::uuid, $2::uuid, coalesce($3::boolean, true), coalesce($4::boolean, true))
on conflict (workshop_id) do update
set technician_id = excluded.technician_id, uses = coalesce($3::boolean, learning.uses), bands = coalesce($4::boolean, learning.bands), set_at = now();
