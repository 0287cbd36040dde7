-- listRuns: runs of some visits with plan, start, stop and verdict, oldest first, at most 2000.  $1 workshop_id uuid, $2 visit ids uuid[]
with standing as (
  select m.* from mark m
  join run r on r.workshop_id = m.workshop_id and r.id = m.run_id
  where m.workshop_id = $1::uuid and r.visit_id = any ($2::uuid[])
    and not exists (
      select from mark w where w.workshop_id = m.workshop_id and w.run_id = m.run_id and w.withdraws_id = m.id
        and not exists (select from mark w2 where w2.workshop_id = w.workshop_id and w2.run_id = w.run_id and w2.withdraws_id = w.id)
    )
)
select r.id, r.visit_id as "visitId", r.kind,
  (select extract(epoch from max(at))::float8 * 1000 from standing where run_id = r.id and what = 'started') as "startedAtMs",
  (select extract(epoch from max(at))::float8 * 1000 from standing where run_id = r.id and what = 'stopped') as "stoppedAtMs",
  (select plan from standing where run_id = r.id and what = 'planned' order by seq desc limit 1) as plan,
  i.label as "instrumentLabel", res.analysis
from run r
left join instrument i on i.workshop_id = r.workshop_id and i.id = r.instrument_id
left join run_result res on res.workshop_id = r.workshop_id and res.run_id = r.id
where r.workshop_id = $1::uuid and r.visit_id = any ($2::uuid[])
order by r.created_at limit 2000;
