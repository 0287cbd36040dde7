-- countRunAgain: a run counts again; its visit is learned from anew.  $1 workshop_id, $2 run_id uuid
with put as (
  delete from set_aside_run where workshop_id = $1::uuid and run_id = $2::uuid returning run_id
)
select want_truth(r.workshop_id, r.visit_id) from put join run r on r.workshop_id = $1::uuid and r.id = put.run_id;
