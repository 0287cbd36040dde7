-- upsertSite: a site as last described.  $1 workshop_id uuid, $2 id uuid, $3 name, $4 spec jsonb
insert into site (workshop_id, id, name, spec) values ($1::uuid, $2::uuid, $3::text, $4::jsonb)
on conflict (workshop_id, id) do update set name = excluded.name, spec = excluded.spec, updated_at = now();
