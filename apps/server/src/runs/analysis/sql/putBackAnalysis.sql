-- putBackAnalysis: a verdict that could not be made for a reason that is not the run's own is tried again soon.  $1 workshop_id, $2 run_id, $3 asked uuid
update analysis_wanted set tries = greatest(0, tries - 1), not_before = now() + interval '2 seconds'
where workshop_id = $1::uuid and run_id = $2::uuid and asked = $3::uuid;
