-- listInvitations: links that still stand, newest first, at most 100.  $1 workshop_id
select id, name, role, extract(epoch from expires_at)::float8 * 1000 as "expiresAtMs" from invitation
where workshop_id = $1::uuid and used_at is null and expires_at > now() order by created_at desc limit 100;
