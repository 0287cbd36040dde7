-- revokeToken: a personal token that is good no longer.  $1 workshop_id, $2 technician_id, $3 id
update personal_token set revoked_at = coalesce(revoked_at, now()) where workshop_id = $1::uuid and technician_id = $2::uuid and id = $3::uuid;
