-- sameReadingBlock: whether a block already stored under this id holds these very readings.
-- $1 workshop_id, $2 id, $3 run_id, $4 first ms, $5 offset_ms, $6 level_mm, $7 ruler_mm, $8 flow_l_min (array literals), $9 current_a (the same, or null)
select run_id = $3::uuid and abs(extract(epoch from first_at)::float8 * 1000 - $4::float8) < 1
  and offset_ms = $5::text::int[] and level_mm is not distinct from $6::text::real[]
  and ruler_mm is not distinct from $7::text::real[] and flow_l_min is not distinct from $8::text::real[]
  and current_a is not distinct from $9::text::real[] as same
from reading_block where workshop_id = $1::uuid and id = $2::uuid;
