-- listWent: parts that were replaced in the year behind, counted over all visits of a workshop, at most 200 lines.  $1 workshop_id
select split_part(e.value #>> '{}', ' ', 2) as part, count(*)::float8 as went
from visit_entry e
where e.workshop_id = $1::uuid and e.topic like 'act:%' and e.value #>> '{}' ~ '^(replaced|trial) ' and e.at > now() - interval '1 year'
  and not exists (select from visit_entry l where l.workshop_id = e.workshop_id and l.visit_id = e.visit_id and l.topic = e.topic and e.id = any (l.based_on))
group by 1 order by 2 desc limit 200;
