-- listSites: newest first, at most 500.  $1 workshop_id uuid
select s.id, s.name, s.spec, case when c.id is null then null else json_build_object('id', c.id, 'name', c.name, 'phone', c.phone, 'note', c.note) end as customer
from site s left join customer c on c.workshop_id = s.workshop_id and c.id = s.customer_id
where s.workshop_id = $1::uuid order by s.updated_at desc limit 500;
