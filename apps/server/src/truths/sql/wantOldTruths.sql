-- wantOldTruths: truths that an older version of the program made, some at a time.  $1 version of now int, $2 most int
insert into truth_wanted (workshop_id, visit_id)
select workshop_id, visit_id from visit_truth where version < $1::int limit $2::int
on conflict do nothing;
