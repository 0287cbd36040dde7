-- listTokens: a person's tokens that are good, newest first, at most 100.  $1 workshop_id, $2 technician_id
select id, label, records, extract(epoch from expires_at)::float8 * 1000 as "untilMs" from personal_token
where workshop_id = $1::uuid and technician_id = $2::uuid and revoked_at is null and expires_at > now() order by created_at desc, id limit 100;
