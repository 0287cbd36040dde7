-- listMachines: newest first, at most 500.  $1 workshop_id uuid
select id, spec from machine where workshop_id = $1::uuid order by updated_at desc limit 500;
