-- findMachine: one machine, with when its fill hoses were looked at last.  $1 workshop_id, $2 id
select m.id, m.spec, m.record, extract(epoch from h.seen_at)::float8 * 1000 as "hosesSeenAtMs"
from machine m left join hose_inspection h on h.workshop_id = m.workshop_id and h.machine_id = m.id
where m.workshop_id = $1::uuid and m.id = $2::uuid;
