-- upsertInstrumentKey: a key for instruments; asked for again under the same id it gets a new secret.  $1 workshop_id, $2 id, $3 label, $4 token_hash
insert into instrument_key (workshop_id, id, label, token_hash) values ($1::uuid, $2::uuid, $3::text, $4::bytea)
on conflict (workshop_id, id) do update set label = excluded.label, token_hash = excluded.token_hash;
