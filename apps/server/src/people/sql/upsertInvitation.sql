-- upsertInvitation: a link for one person; asked for again under the same id it gets a new secret.  $1 workshop_id, $2 id, $3 token_hash, $4 role, $5 made_by, $6 days, $7 name
insert into invitation (workshop_id, id, token_hash, role, made_by, expires_at, name)
values ($1::uuid, $2::uuid, $3::bytea, $4::text, $5::uuid, now() + $6::int * interval '1 day', $7::text)
on conflict (workshop_id, id) do update set token_hash = excluded.token_hash, name = excluded.name, role = excluded.role, expires_at = excluded.expires_at
  where invitation.used_at is null;
