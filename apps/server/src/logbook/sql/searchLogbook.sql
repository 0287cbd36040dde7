-- searchLogbook: visits whose words match, newest first, after a place in the list.  $1 workshop_id, $2 tsquery text or null, $3 before due_at or null, $4 before id or null, $5 most
select v.id, extract(epoch from v.due_at)::float8 * 1000 as "dueAtMs", to_char(f.due_at at time zone 'utc', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as "cursorAt",
  v.complaint, extract(epoch from v.closed_at)::float8 * 1000 as "closedAtMs", m.label as "machineLabel", m.id as "machineId", s.name as "siteName", c.name as "customerName",
  (select coalesce(json_agg(json_build_object('kind', r.kind, 'verdict', res.analysis ->> 'verdict') order by r.created_at), '[]') from run r
    join run_result res on res.workshop_id = r.workshop_id and res.run_id = r.id
    where r.workshop_id = v.workshop_id and r.visit_id = v.id) as runs,
  (select coalesce(json_agg(json_build_object('check', o.check_id, 'value', o.value, 'levelMm', o.level_mm, 'tap', o.tap) order by o.at), '[]') from observation o
    where o.workshop_id = v.workshop_id and o.visit_id = v.id and o.check_id is not null
      and not exists (select from observation w where w.workshop_id = o.workshop_id and w.visit_id = o.visit_id and w.withdraws_id = o.id)) as findings
from search_visits($2::text, $3::timestamptz, $4::uuid, $5::int) f
join visit v on v.workshop_id = $1::uuid and v.id = f.visit_id
join machine m on m.workshop_id = v.workshop_id and m.id = v.machine_id
join site s on s.workshop_id = v.workshop_id and s.id = v.site_id
left join customer c on c.workshop_id = s.workshop_id and c.id = s.customer_id
order by f.due_at desc, f.visit_id desc;
