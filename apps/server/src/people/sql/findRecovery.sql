-- findRecovery: whose code this is, while it stands and they may come in.  $1 token_hash
select r.workshop_id as "workshopId", r.technician_id as "technicianId", t.name, t.email
from recovery r join technician t on t.workshop_id = r.workshop_id and t.id = r.technician_id
where r.token_hash = $1::bytea and r.used_at is null and (r.expires_at is null or r.expires_at > now()) and t.active;
