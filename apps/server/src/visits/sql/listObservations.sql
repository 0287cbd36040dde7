-- listObservations: what stands of a visit's observations, oldest first, at most 2000.  $1 workshop_id uuid, $2 visit_id uuid
select o.id, extract(epoch from o.at)::float8 * 1000 as "atMs", t.name as "by", o.check_id as "check", o.value, o.tap, o.level_mm as "levelMm", o.temp_c as "tempC", o.phase, o.side, o.water_inside as "waterInside", extract(epoch from o.began_at)::float8 * 1000 as "beganAtMs", o.changes_min as "changesMin"
from observation o
join technician t on t.workshop_id = o.workshop_id and t.id = o.technician_id
where o.workshop_id = $1::uuid and o.visit_id = $2::uuid and o.check_id is not null
  and not exists (select from observation w where w.workshop_id = o.workshop_id and w.visit_id = o.visit_id and w.withdraws_id = o.id)
order by o.at, o.received_at limit 2000;
