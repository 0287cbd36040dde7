-- listMachineVisits: the visits a machine had, newest first, at most 100.  $1 workshop_id, $2 machine_id
select v.id, extract(epoch from v.due_at)::float8 * 1000 as "dueAtMs", v.complaint, s.name as "siteName"
from visit v join site s on s.workshop_id = v.workshop_id and s.id = v.site_id
where v.workshop_id = $1::uuid and v.machine_id = $2::uuid order by v.due_at desc, v.id desc limit 100;
