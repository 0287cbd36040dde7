-- addProven: a run of a machine that had been proven healthy.  $1 workshop_id, $2 run_id, $3 visit_id, $4 machine_id uuid, $5 family, $6 model, $7 kind text, $8 at ms float8, $9 facts jsonb
insert into proven_run (workshop_id, run_id, visit_id, machine_id, family, model, kind, at, facts)
values ($1::uuid, $2::uuid, $3::uuid, $4::uuid, $5::text, $6::text, $7::text, to_timestamp($8::float8 / 1000), $9::jsonb)
on conflict (workshop_id, run_id) do nothing;
