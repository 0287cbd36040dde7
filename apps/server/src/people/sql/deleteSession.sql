-- deleteSession: someone left.  $1 token_hash bytea
delete from session where token_hash = $1::bytea;
