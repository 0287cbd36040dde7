-- useInvitation: an invitation is used up, once.  $1 token_hash
update invitation set used_at = now() where token_hash = $1::bytea and used_at is null and expires_at > now();
