-- renewSession: a session that is used lasts on.  $1 token_hash bytea, $2 days from now
update session set expires_at = now() + make_interval(days => $2::int) where token_hash = $1::bytea;
