-- insertMark: one fact of a run, once.
-- $1 workshop_id, $2 id, $3 run_id, $4 technician_id, $5 at ms, $6 what, $7 plan jsonb, $8 note, $9 withdraws_id, $10 replaced_by_id, $11 seq
insert into mark (workshop_id, id, run_id, technician_id, at, what, plan, note, withdraws_id, replaced_by_id, seq)
values ($1::uuid, $2::uuid, $3::uuid, $4::uuid, to_timestamp($5::float8 / 1000), $6::text, $7::jsonb, $8::text, $9::uuid, $10::uuid, $11::int)
on conflict do nothing;
