-- wantOutdated: verdicts of an older version of the analysis, some at a time, behind all that somebody waits for. Those of a newer one are left
-- alone: while a new program takes over from an old one, each would else undo the other's work for ever.  $1 version of now int, $2 most int
insert into analysis_wanted (workshop_id, run_id, urgency)
select workshop_id, run_id, 1 from run_result where version < $1::int limit $2::int
on conflict do nothing;
