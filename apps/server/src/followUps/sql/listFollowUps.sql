-- listFollowUps: follow-ups that stand, are not done and are due before a time, soonest first, at most 100.  $1 workshop_id, $2 to ms, $3 made by (null = anybody)
select substring(e.topic from 8) as id, e.visit_id as "visitId", e.value #>> '{}' as value, t.name as "by", s.name as "siteName", m.label as "machineLabel",
  (select count(*)::float8 from visit_entry r where r.workshop_id = e.workshop_id and r.topic = 'told:' || substring(e.topic from 8) and r.value = 'true'::jsonb) as told
from visit_entry e
join visit v on v.workshop_id = e.workshop_id and v.id = e.visit_id
join site s on s.workshop_id = v.workshop_id and s.id = v.site_id
join machine m on m.workshop_id = v.workshop_id and m.id = v.machine_id
join technician t on t.workshop_id = e.workshop_id and t.id = e.technician_id
where e.workshop_id = $1::uuid and e.topic like 'follow:%'
  and e.value #>> '{}' ~ '^[a-z]+ [0-9]{1,14}'
  and split_part(e.value #>> '{}', ' ', 2)::float8 < $2::float8
  and ($3::uuid is null or e.technician_id = $3::uuid)
  and not exists (select from visit_entry l where l.workshop_id = e.workshop_id and l.topic = e.topic and e.id = any (l.based_on))
  and not exists (
    select from visit_entry d where d.workshop_id = e.workshop_id and d.topic = 'followed:' || substring(e.topic from 8) and d.value = 'true'::jsonb
      and not exists (select from visit_entry u where u.workshop_id = d.workshop_id and u.topic = d.topic and d.id = any (u.based_on)))
order by split_part(e.value #>> '{}', ' ', 2)::float8 limit 100;
