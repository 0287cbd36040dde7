-- listRuns: runs of some visits with plan, start, stop and verdict, oldest first, at most 2000.  $1 workshop_id uuid, $2 visit ids uuid[]
select r.id, r.visit_id as "visitId", r.kind,
  round(extract(epoch from r.started_at) * 1000)::float8 as "startedAtMs",
  round(extract(epoch from r.stopped_at) * 1000)::float8 as "stoppedAtMs",
  r.plan, i.label as "instrumentLabel", res.analysis
from run r
left join instrument i on i.workshop_id = r.workshop_id and i.id = r.instrument_id
left join run_result res on res.workshop_id = r.workshop_id and res.run_id = r.id
where r.workshop_id = $1::uuid and r.visit_id = any ($2::uuid[])
order by r.created_at limit 2000;
