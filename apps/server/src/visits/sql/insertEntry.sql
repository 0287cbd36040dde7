-- insertEntry: one entry of a visit, once.  $1 workshop_id, $2 id, $3 visit_id, $4 technician_id, $5 at ms, $6 topic, $7 value jsonb, $8 based_on uuid[]
insert into visit_entry (workshop_id, id, visit_id, technician_id, at, topic, value, based_on)
values ($1::uuid, $2::uuid, $3::uuid, $4::uuid, to_timestamp($5::float8 / 1000), $6::text, $7::jsonb, $8::uuid[])
on conflict do nothing returning id;
