-- listHandReadings: what was read by hand in a run, in the order it was entered.  $1 workshop_id uuid, $2 run_id uuid
select id, extract(epoch from first_at)::float8 * 1000 as "firstMs",
  level_mm[1] as "levelMm", ruler_mm[1] as "rulerMm", flow_l_min[1] as "flowLMin", seq
from reading_block where workshop_id = $1::uuid and run_id = $2::uuid and source = 'hand' order by seq limit 20000;
