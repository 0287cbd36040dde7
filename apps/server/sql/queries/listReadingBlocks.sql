-- listReadingBlocks: all readings of a run, in the order they came.  $1 workshop_id uuid, $2 run_id uuid
select id, source, extract(epoch from first_at)::float8 * 1000 as "firstMs", offset_ms as "offsetMs",
  level_mm as "levelMm", ruler_mm as "rulerMm", flow_l_min as "flowLMin", seq
from reading_block where workshop_id = $1::uuid and run_id = $2::uuid order by seq, first_at;
