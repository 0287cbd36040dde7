-- setAsideRun: a run does not count any more; its visit is learned from anew.  $1 workshop_id, $2 run_id, $3 technician_id uuid
with put as (
  insert into set_aside_run (workshop_id, run_id, technician_id) values ($1::uuid, $2::uuid, $3::uuid) on conflict do nothing returning run_id
)
select want_truth(r.workshop_id, r.visit_id) from put join run r on r.workshop_id = $1::uuid and r.id = put.run_id;
