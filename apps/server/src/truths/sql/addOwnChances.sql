-- addOwnChances: what the truths known now make of the catalogue's chances, unless that is what stands already.  $1 workshop_id uuid, $2 chances jsonb
insert into own_chances (workshop_id, chances)
select $1::uuid, $2::jsonb
where $2::jsonb is distinct from (select chances from own_chances where workshop_id = $1::uuid order by made_at desc limit 1);
