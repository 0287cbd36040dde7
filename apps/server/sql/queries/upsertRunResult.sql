-- upsertRunResult: the verdict from what is stored now.  $1 workshop_id, $2 run_id, $3 analysis jsonb
insert into run_result (workshop_id, run_id, analysis) values ($1::uuid, $2::uuid, $3::jsonb)
on conflict (workshop_id, run_id) do update set analysis = excluded.analysis, computed_at = now();
