-- insertReadingBlocks: any number of blocks of one run in one statement, each once; answers the ids that were new.
-- Columns of a block come as array literals, since arrays of different lengths do not fit into one array parameter.
-- $1 workshop_id, $2 run_id, $3 technician_id or null, $4 source,
-- $5 ids uuid[], $6 first ms float8[], $7 offset_ms, $8 level_mm, $9 ruler_mm, $10 flow_l_min (text[] of literals), $11 seq int[], $12 current_a (text[] of literals, null = none)
insert into reading_block (workshop_id, id, run_id, technician_id, source, first_at, offset_ms, level_mm, ruler_mm, flow_l_min, seq, current_a)
select $1::uuid, b.id, $2::uuid, $3::uuid, $4::text, to_timestamp(b.first_ms / 1000),
  b.offset_ms::int[], b.level_mm::real[], b.ruler_mm::real[], b.flow_l_min::real[], b.seq, b.current_a::real[]
from unnest($5::uuid[], $6::float8[], $7::text[], $8::text[], $9::text[], $10::text[], $11::int[], $12::text[])
  as b (id, first_ms, offset_ms, level_mm, ruler_mm, flow_l_min, seq, current_a)
on conflict do nothing
returning id;
