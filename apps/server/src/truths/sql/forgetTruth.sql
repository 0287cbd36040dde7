-- forgetTruth: a visit that was opened again has none.  $1 workshop_id, $2 visit_id uuid
delete from visit_truth where workshop_id = $1::uuid and visit_id = $2::uuid;
