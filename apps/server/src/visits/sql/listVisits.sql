-- listVisits: visits due in a span of time, earliest first, at most 200.  $1 workshop_id uuid, $2 from ms, $3 to ms, $4 only open ones
select v.id, extract(epoch from v.due_at)::float8 * 1000 as "dueAtMs", v.complaint, extract(epoch from v.closed_at)::float8 * 1000 as "closedAtMs",
  m.label as "machineLabel", m.spec ->> 'family' as family, s.name as "siteName"
from visit v
join machine m on m.workshop_id = v.workshop_id and m.id = v.machine_id
join site s on s.workshop_id = v.workshop_id and s.id = v.site_id
where v.workshop_id = $1::uuid
  and v.due_at >= to_timestamp($2::float8 / 1000) and v.due_at < to_timestamp($3::float8 / 1000)
  and (not $4::boolean or v.closed_at is null)
order by v.due_at limit 200;
