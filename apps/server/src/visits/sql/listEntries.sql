-- listEntries: entries of a visit that no later one replaces, oldest first, at most 2000.  $1 workshop_id, $2 visit_id
with replaced as (
  select distinct unnest(based_on) as id from visit_entry where workshop_id = $1::uuid and visit_id = $2::uuid
)
select e.id, extract(epoch from e.at)::float8 * 1000 as "atMs", t.name as "by", e.topic, e.value, e.based_on as "basedOn"
from visit_entry e
join technician t on t.workshop_id = e.workshop_id and t.id = e.technician_id
where e.workshop_id = $1::uuid and e.visit_id = $2::uuid and not exists (select from replaced r where r.id = e.id)
order by e.at, e.received_at limit 2000;
