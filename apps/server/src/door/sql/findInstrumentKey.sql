-- findInstrumentKey: whose instrument speaks.  $1 token_hash
select workshop_id as "workshopId" from instrument_key where token_hash = $1::bytea and revoked_at is null;
