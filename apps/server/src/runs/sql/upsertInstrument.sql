-- upsertInstrument: an instrument says that it is there.  $1 workshop_id, $2 id, $3 label, $4 rate_hz
insert into instrument (workshop_id, id, label, rate_hz) values ($1::uuid, $2::uuid, $3::text, $4::real)
on conflict (workshop_id, id) do update set label = excluded.label, rate_hz = excluded.rate_hz, last_seen_at = now();
