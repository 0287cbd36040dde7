-- settleRival: one was chosen.  $1 workshop_id, $2 id, $3 technician_id
update record_rival set settled_at = now(), settled_by = $3::uuid where workshop_id = $1::uuid and id = $2::uuid and settled_at is null;
