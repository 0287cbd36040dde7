-- revokeTokensOf: whoever has a token of this person is out.  $1 workshop_id, $2 technician_id
update personal_token set revoked_at = now() where workshop_id = $1::uuid and technician_id = $2::uuid and revoked_at is null;
