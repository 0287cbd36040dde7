-- upsertMachine: a machine as last described; without a record the one that stands is kept.  $1 workshop_id, $2 id, $3 label, $4 spec jsonb, $5 record jsonb or null
insert into machine (workshop_id, id, label, spec, record) values ($1::uuid, $2::uuid, $3::text, $4::jsonb, coalesce($5::jsonb, '{}'))
on conflict (workshop_id, id) do update
  set label = excluded.label, spec = excluded.spec, record = coalesce($5::jsonb, machine.record), updated_at = now();
