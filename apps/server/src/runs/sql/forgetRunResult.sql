-- forgetRunResult: a run that goes on has no verdict.  $1 workshop_id, $2 run_id
delete from run_result where workshop_id = $1::uuid and run_id = $2::uuid;
