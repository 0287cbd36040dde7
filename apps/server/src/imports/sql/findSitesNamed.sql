-- findSitesNamed: places of a name, at most two.  $1 workshop_id, $2 name
select id from site where workshop_id = $1::uuid and lower(name) = lower($2::text) limit 2;
