-- listStreamBlocks: streamed blocks of a run that came after a number, in the order they came, until a page is full.
-- $1 workshop_id uuid, $2 run_id uuid, $3 after int8, $4 most blocks int, $5 most readings int8 (the block that passes it is the last)
select id, extract(epoch from first_at)::float8 * 1000 as "firstMs", offset_ms as "offsetMs",
  level_mm as "levelMm", ruler_mm as "rulerMm", flow_l_min as "flowLMin", current_a as "currentA", arrived::float8 as arrived, readings::int
from (
  select b.*, sum(cardinality(offset_ms)) over (order by arrived) as readings from (
    select * from reading_block
    where workshop_id = $1::uuid and run_id = $2::uuid and arrived > $3::int8 and source = 'stream' order by arrived limit $4::int
  ) b
) page
where readings - cardinality(offset_ms) < $5::int8 order by arrived;
