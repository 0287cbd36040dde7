-- findInvitation: an invitation that still stands.  $1 token_hash
select i.workshop_id as "workshopId", i.name, i.role, w.name as "workshopName" from invitation i join workshop w on w.id = i.workshop_id
where i.token_hash = $1::bytea and i.used_at is null and i.expires_at > now();
