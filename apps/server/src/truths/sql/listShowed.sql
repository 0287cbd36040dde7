-- listShowed: what old parts showed when they were opened, counted over all visits of a workshop, at most 200 lines.  $1 workshop_id
select substring(e.topic from 8) as part, e.value #>> '{}' as showed, count(*)::float8 as n
from visit_entry e
where e.workshop_id = $1::uuid and e.topic like 'showed:%' and e.value <> 'null'::jsonb
  and not exists (select from visit_entry l where l.workshop_id = e.workshop_id and l.visit_id = e.visit_id and l.topic = e.topic and e.id = any (l.based_on))
group by 1, 2 order by 3 desc limit 200;
