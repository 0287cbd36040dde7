-- putOwnBands: what is known now by own records, and nothing else.  $1 workshop_id uuid, $2 records by key jsonb
with gone as (delete from own_band where workshop_id = $1::uuid and not $2::jsonb ? key)
insert into own_band (workshop_id, key, records)
select $1::uuid, key, value from jsonb_each($2::jsonb)
on conflict (workshop_id, key) do update set records = excluded.records where own_band.records is distinct from excluded.records;
