-- listSites: newest first, at most 500.  $1 workshop_id uuid
select id, name, spec from site where workshop_id = $1::uuid order by updated_at desc limit 500;
