-- upsertTechnician: a person of a workshop with a way in.  $1 workshop_id, $2 id, $3 name, $4 email, $5 password_hash, $6 role
insert into technician (workshop_id, id, name, email, password_hash, role) values ($1::uuid, $2::uuid, $3::text, $4::text, $5::text, $6::text)
on conflict (workshop_id, id) do update
  set name = excluded.name, email = excluded.email, password_hash = excluded.password_hash, role = excluded.role, active = true;
