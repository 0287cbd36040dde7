-- upsertMachine: a machine as last described.  $1 workshop_id uuid, $2 id uuid, $3 label, $4 spec jsonb
insert into machine (workshop_id, id, label, spec) values ($1::uuid, $2::uuid, $3::text, $4::jsonb)
on conflict (workshop_id, id) do update set label = excluded.label, spec = excluded.spec, updated_at = now();
