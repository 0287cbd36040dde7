-- insertObservation: one observation or withdrawal, once.
-- $1 workshop_id, $2 id, $3 visit_id, $4 technician_id, $5 at ms, $6 check_id, $7 value jsonb, $8 tap, $9 level_mm, $10 withdraws_id, $11 temp_c, $12 phase, $13 side, $14 water_inside, $15 began_at ms, $16 changes_min
insert into observation (workshop_id, id, visit_id, technician_id, at, check_id, value, tap, level_mm, withdraws_id, temp_c, phase, side, water_inside, began_at, changes_min)
values ($1::uuid, $2::uuid, $3::uuid, $4::uuid, to_timestamp($5::float8 / 1000), $6::text, $7::jsonb, $8::text, $9::real, $10::uuid, $11::real, $12::text, $13::text, $14::boolean, to_timestamp($15::float8 / 1000), $16::real)
on conflict do nothing
returning id;
