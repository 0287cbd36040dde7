-- doneTruth: the truth is there; if more was stored meanwhile it is wanted again at once.  $1 workshop_id, $2 visit_id, $3 asked when it was taken uuid
with done as (
  delete from truth_wanted where workshop_id = $1::uuid and visit_id = $2::uuid and asked = $3::uuid returning 1
)
update truth_wanted set tries = 0, not_before = now()
where workshop_id = $1::uuid and visit_id = $2::uuid and not exists (select from done);
