-- lockVisit: what was agreed of a visit as it stands, until the transaction ends.  $1 workshop_id, $2 id
select machine_id as "machineId", site_id as "siteId", extract(epoch from due_at)::float8 * 1000 as "dueAtMs", complaint
from visit where workshop_id = $1::uuid and id = $2::uuid for update;
