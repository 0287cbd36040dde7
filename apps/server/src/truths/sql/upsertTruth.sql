-- upsertTruth: what turned out to be true of a visit, from what is stored now.  $1 workshop_id, $2 visit_id, $3 version int, $4 truth jsonb or null
insert into visit_truth (workshop_id, visit_id, closed_at, version, truth)
select workshop_id, id, closed_at, $3::int, $4::jsonb from visit where workshop_id = $1::uuid and id = $2::uuid and closed_at is not null
on conflict (workshop_id, visit_id) do update
set closed_at = excluded.closed_at, version = excluded.version, truth = excluded.truth, made_at = now();
