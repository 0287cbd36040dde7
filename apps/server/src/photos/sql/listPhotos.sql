-- listPhotos: photos of some visits that were not taken back, oldest first, at most 500.  $1 workshop_id, $2 visit ids uuid[]
select p.id, p.visit_id as "visitId", extract(epoch from p.at)::float8 * 1000 as "atMs", t.name as "by", p.stage
from photo p join technician t on t.workshop_id = p.workshop_id and t.id = p.technician_id
where p.workshop_id = $1::uuid and p.visit_id = any ($2::uuid[])
  and not exists (select from visit_entry e where e.workshop_id = p.workshop_id and e.visit_id = p.visit_id and e.topic = 'photo-back:' || p.id)
order by p.at limit 500;
