-- listRuns: runs of some visits with plan, start, stop and verdict, oldest first, at most 2000.  $1 workshop_id uuid, $2 visit ids uuid[], $3 version of the analysis int
select r.id, r.visit_id as "visitId", r.kind,
  round(extract(epoch from r.started_at) * 1000)::float8 as "startedAtMs",
  round(extract(epoch from r.stopped_at) * 1000)::float8 as "stoppedAtMs",
  r.plan, i.label as "instrumentLabel",
  case when r.stopped_at is not null and res.version = $3::int then res.analysis end as analysis,
  r.stopped_at is not null and (w.run_id is not null or res.version is distinct from $3::int) as pending,
  r.stopped_at is not null and (w.run_id is null or w.urgency > 0) and res.version is distinct from $3::int as outdated
from run r
left join instrument i on i.workshop_id = r.workshop_id and i.id = r.instrument_id
left join run_result res on res.workshop_id = r.workshop_id and res.run_id = r.id
left join analysis_wanted w on w.workshop_id = r.workshop_id and w.run_id = r.id
where r.workshop_id = $1::uuid and r.visit_id = any ($2::uuid[])
order by r.created_at limit 2000;
