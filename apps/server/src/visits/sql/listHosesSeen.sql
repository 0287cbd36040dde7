-- listHosesSeen: machines whose fill hoses were looked at last in a span of time, longest ago first, at most 20.  $1 workshop_id uuid, $2 from ms, $3 to ms
select h.machine_id as "machineId", m.label as "machineLabel", extract(epoch from h.seen_at)::float8 * 1000 as "seenAtMs",
  (select s.name from visit v join site s on s.workshop_id = v.workshop_id and s.id = v.site_id
    where v.workshop_id = h.workshop_id and v.machine_id = h.machine_id order by v.due_at desc limit 1) as "siteName"
from hose_inspection h
join machine m on m.workshop_id = h.workshop_id and m.id = h.machine_id
where h.workshop_id = $1::uuid and h.seen_at >= to_timestamp($2::float8 / 1000) and h.seen_at < to_timestamp($3::float8 / 1000)
order by h.seen_at limit 20;
