-- closeVisit: a visit is done, or open again.  $1 workshop_id, $2 id, $3 closed ms or null
update visit set closed_at = to_timestamp($3::float8 / 1000) where workshop_id = $1::uuid and id = $2::uuid;
