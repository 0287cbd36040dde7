-- findReadingBlock: one block by id.  $1 workshop_id uuid, $2 id uuid
select id, source, extract(epoch from first_at)::float8 * 1000 as "firstMs", offset_ms as "offsetMs",
  level_mm as "levelMm", ruler_mm as "rulerMm", flow_l_min as "flowLMin", seq
from reading_block where workshop_id = $1::uuid and id = $2::uuid;
