-- listInstrumentKeys: keys that open, newest first, at most 100.  $1 workshop_id
select id, label from instrument_key where workshop_id = $1::uuid and revoked_at is null order by created_at desc limit 100;
