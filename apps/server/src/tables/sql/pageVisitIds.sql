-- pageVisitIds: ids of all visits of a workshop, so many at a time.  $1 workshop_id uuid, $2 uuid after which, or null, $3 how many
select id from visit
where workshop_id = $1::uuid and ($2::uuid is null or id > $2::uuid)
order by id limit $3::int;
