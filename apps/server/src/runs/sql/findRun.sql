-- findRun: a run with the names a screen shows.  $1 workshop_id uuid, $2 id uuid, $3 version of the analysis int
select r.id, r.visit_id as "visitId", r.kind, r.instrument_id as "instrumentId",
  m.label as "machineLabel", s.name as "siteName", i.label as "instrumentLabel",
  case when r.stopped_at is not null and res.version = $3::int then res.analysis end as analysis,
  r.stopped_at is not null and (w.run_id is not null or res.version is distinct from $3::int) as pending,
  r.stopped_at is not null and (w.run_id is null or w.urgency > 0) and res.version is distinct from $3::int as outdated
from run r
join visit v on v.workshop_id = r.workshop_id and v.id = r.visit_id
join machine m on m.workshop_id = v.workshop_id and m.id = v.machine_id
join site s on s.workshop_id = v.workshop_id and s.id = v.site_id
left join instrument i on i.workshop_id = r.workshop_id and i.id = r.instrument_id
left join run_result res on res.workshop_id = r.workshop_id and res.run_id = r.id
left join analysis_wanted w on w.workshop_id = r.workshop_id and w.run_id = r.id
where r.workshop_id = $1::uuid and r.id = $2::uuid;
