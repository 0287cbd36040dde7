-- findSession: who a cookie belongs to, as long as it is valid and the person active; ageing = it was last renewed more than a day ago.
-- $1 token_hash bytea, $2 days a session lasts
select s.workshop_id as "workshopId", s.technician_id as "technicianId", t.name, t.role, w.name as "workshopName", w.demo, t.language,
  s.expires_at < now() + make_interval(days => $2::int - 1) as ageing, s.created_at < now() - interval '5 minutes' as "longIn"
from session s
join technician t on t.workshop_id = s.workshop_id and t.id = s.technician_id
join workshop w on w.id = s.workshop_id
where s.token_hash = $1::bytea and s.expires_at > now() and t.active;
