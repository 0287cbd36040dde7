-- insertPhoto: what is known of a photo, once.  $1 workshop_id, $2 id, $3 visit_id, $4 technician_id, $5 at ms, $6 stage, $7 mime, $8 byte_count
insert into photo (workshop_id, id, visit_id, technician_id, at, stage, mime, byte_count)
values ($1::uuid, $2::uuid, $3::uuid, $4::uuid, to_timestamp($5::float8 / 1000), $6::text, $7::text, $8::int)
on conflict do nothing;
