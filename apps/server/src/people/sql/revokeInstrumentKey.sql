-- revokeInstrumentKey: a key that no longer opens.  $1 workshop_id, $2 id
update instrument_key set revoked_at = coalesce(revoked_at, now()) where workshop_id = $1::uuid and id = $2::uuid;
