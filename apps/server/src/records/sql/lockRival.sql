-- lockRival: one rival, until the transaction ends.  $1 workshop_id, $2 id
select subject, row_id as "rowId", path, value, value is null as "takenAway", settled_at is not null as settled
from record_rival where workshop_id = $1::uuid and id = $2::uuid for update;
