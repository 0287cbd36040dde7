-- findVisit: one visit with its machine and site.  $1 workshop_id uuid, $2 id uuid
select v.id, extract(epoch from v.due_at)::float8 * 1000 as "dueAtMs", v.complaint, extract(epoch from v.closed_at)::float8 * 1000 as "closedAtMs",
  json_build_object('id', m.id, 'spec', m.spec, 'record', m.record) as machine,
  json_build_object('id', s.id, 'name', s.name, 'spec', s.spec, 'customer',
    case when c.id is null then null else json_build_object('id', c.id, 'name', c.name, 'phone', c.phone, 'note', c.note) end) as site
from visit v
join machine m on m.workshop_id = v.workshop_id and m.id = v.machine_id
join site s on s.workshop_id = v.workshop_id and s.id = v.site_id
left join customer c on c.workshop_id = s.workshop_id and c.id = s.customer_id
where v.workshop_id = $1::uuid and v.id = $2::uuid;
