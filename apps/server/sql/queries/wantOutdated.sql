-- wantOutdated: verdicts of another version of the analysis, some at a time, behind all that somebody waits for.  $1 version of now int, $2 most int
insert into analysis_wanted (workshop_id, run_id, urgency)
select workshop_id, run_id, 1 from run_result where version < $1::int or version > $1::int limit $2::int
on conflict do nothing;
