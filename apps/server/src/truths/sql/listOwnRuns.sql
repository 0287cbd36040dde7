-- listOwnRuns: runs of machines proven healthy, newest first.  $1 workshop_id uuid, $2 family text, $3 model text or null = all, $4 most int
select p.run_id as "runId", p.visit_id as "visitId", p.machine_id as "machineId", p.family, p.model, p.facts ->> 'make' as make, p.facts ->> 'model' as typed,
  coalesce(m.spec ->> 'label', '') as "machineLabel", p.kind, (extract(epoch from p.at) * 1000)::float8 as "atMs", p.among, t.name as "setAsideBy"
from proven_run p
join machine m on m.workshop_id = p.workshop_id and m.id = p.machine_id
left join set_aside_run s on s.workshop_id = p.workshop_id and s.run_id = p.run_id
left join technician t on t.workshop_id = s.workshop_id and t.id = s.technician_id
where p.workshop_id = $1::uuid and p.family = $2::text and ($3::text is null or p.model = $3::text)
order by p.at desc, p.run_id limit $4::int;
