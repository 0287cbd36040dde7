-- wantAnalyses: verdicts to be made anew, and the word to those who make them.  $1 workshop_id uuid, $2 run ids uuid[]
with wanted as (
  insert into analysis_wanted (workshop_id, run_id) select $1::uuid, r from unnest($2::uuid[]) r order by r
  on conflict (workshop_id, run_id) do update set asked = gen_random_uuid(), urgency = 0, tries = 0, not_before = now()
  returning 1
)
select pg_notify('analysis_wanted', '') from (select count(*) from wanted) n;
