-- forgetProven: the runs of a visit are no longer known as those of a healthy machine.  $1 workshop_id, $2 visit_id uuid
delete from proven_run where workshop_id = $1::uuid and visit_id = $2::uuid;
