-- upsertRunResult: the verdict from what is stored now.  $1 workshop_id, $2 run_id, $3 analysis jsonb, $4 version of the analysis int
insert into run_result (workshop_id, run_id, analysis, version) values ($1::uuid, $2::uuid, $3::jsonb, $4::int)
on conflict (workshop_id, run_id) do update set analysis = excluded.analysis, version = excluded.version, computed_at = now();
