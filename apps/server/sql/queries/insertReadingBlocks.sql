-- insertReadingBlocks: one block of readings, once.
-- $1 workshop_id, $2 id, $3 run_id, $4 technician_id or null, $5 source, $6 first ms, $7 offset_ms int[], $8 level_mm real[], $9 ruler_mm real[], $10 flow_l_min real[], $11 seq
insert into reading_block (workshop_id, id, run_id, technician_id, source, first_at, offset_ms, level_mm, ruler_mm, flow_l_min, seq)
values ($1::uuid, $2::uuid, $3::uuid, $4::uuid, $5::text, to_timestamp($6::float8 / 1000), $7::int[], $8::real[], $9::real[], $10::real[], $11::int)
on conflict do nothing returning id;
