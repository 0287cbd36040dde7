-- findToken: who a personal token speaks for, as long as it is good and the person active.  $1 token_hash bytea
select p.workshop_id as "workshopId", p.technician_id as "technicianId", t.name, t.role, w.name as "workshopName", w.demo, t.language, p.records
from personal_token p
join technician t on t.workshop_id = p.workshop_id and t.id = p.technician_id
join workshop w on w.id = p.workshop_id
where p.token_hash = $1::bytea and p.expires_at > now() and p.revoked_at is null and t.active;
